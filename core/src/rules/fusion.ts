/** One row of the table for butt fusion of polyethylene, up to and including its wall. Metres, seconds, minutes. */
export interface FusionRow {
  wall: number;
  /** Bead at the end of bedding in, at least. */
  bead: number;
  /** Heated under no pressure, at least. */
  soak: number;
  /** Cooled under pressure, at least. */
  cool: number;
}

/** Heated plate, °C. */
export const fusionPlate = { least: 200, most: 220 } as const;
export const FUSION_BASIS =
  'DVS 2207-1 for polyethylene: plate 200 to 220 °C, bead, soak and cooling by wall; the machine maker’s table rules';

/** Source: DVS 2207-1, the lower end of each row. */
export const fusionTable: readonly FusionRow[] = [
  { wall: 0.0045, bead: 0.0005, soak: 45, cool: 6 },
  { wall: 0.007, bead: 0.001, soak: 45, cool: 6 },
  { wall: 0.012, bead: 0.0015, soak: 70, cool: 10 },
  { wall: 0.019, bead: 0.002, soak: 120, cool: 16 },
  { wall: 0.026, bead: 0.0025, soak: 190, cool: 24 },
  { wall: 0.037, bead: 0.003, soak: 260, cool: 32 },
  { wall: Infinity, bead: 0.0035, soak: 370, cool: 45 },
];

/** The row for a wall, metres. */
export const fusionRow = (wall: number): FusionRow => fusionTable.find((row) => wall <= row.wall + 1e-9) as FusionRow;
