import type { JobFile, Run } from './job';

const stations = (...pairs: [station: number, ground: number][]): Run['stations'] =>
  pairs.map(([station, ground]) => ({ station, ground }));
const VERTICAL = { kind: 'vertical' } as const;

/** From the boat-wash slab to the interceptor: gravity, soft grey clay under loam, deep enough at the far end to kill. */
const washDownDrain: Run = {
  name: 'Wash-down drain',
  stations: stations([0, 3.62], [8, 3.66], [16, 3.74], [24, 3.9], [32, 4.03], [40, 4.1], [48, 4.06]),
  profile: { kind: 'inverts', start: 2.86, end: 2.06 },
  service: 'drain-160',
  surface: 'field',
  reaches: [
    {
      from: 0,
      soil: 'B',
      bottomWidth: 0.8,
      entry: true,
      left: VERTICAL,
      right: VERTICAL,
      protection: 'none',
      bedding: 0.1,
      surround: 0.15,
      beddingMaterial: 'granular',
    },
    {
      from: 18,
      soil: 'C',
      bottomWidth: 0.9,
      entry: true,
      left: VERTICAL,
      right: VERTICAL,
      protection: 'none',
      bedding: 0.1,
      surround: 0.15,
      beddingMaterial: 'granular',
    },
  ],
  spoil: { ground: 'clay', side: 'right', setback: 1, corridorLeft: 2.6, corridorRight: 5.5, reuse: true },
  lines: [
    {
      name: 'Yard water',
      kind: 'water',
      size: 0.063,
      coverMin: 0.7,
      coverMax: 0.9,
      evidence: 'detected',
      where: { kind: 'crossing', station: 36, angle: Math.PI / 2 },
    },
  ],
};

/** Shore power to the pontoons along the footpath; nobody needs to enter. */
const pontoonSupply: Run = {
  name: 'Pontoon supply',
  stations: stations([0, 4.2], [15, 4.24], [30, 4.18], [45, 4.02], [60, 3.85], [72, 3.66], [85, 3.41]),
  profile: { kind: 'cover', cover: 0.6 },
  service: 'lv-4x25',
  surface: 'footway',
  reaches: [
    {
      from: 0,
      soil: 'B',
      bottomWidth: 0.45,
      entry: false,
      left: VERTICAL,
      right: VERTICAL,
      protection: 'none',
      bedding: 0.1,
      surround: 0.15,
      beddingMaterial: 'sand',
    },
  ],
  spoil: { ground: 'loam', side: 'left', setback: 1, corridorLeft: 3.2, corridorRight: 1.5, reuse: true },
  lines: [
    {
      name: 'Old fuel line',
      kind: 'fuel',
      size: 0.06,
      coverMin: 0.4,
      coverMax: 0.9,
      evidence: 'drawing',
      where: { kind: 'crossing', station: 22, angle: Math.PI / 3 },
    },
    {
      name: 'Water main',
      kind: 'water',
      size: 0.11,
      coverMin: 0.8,
      coverMax: 1,
      evidence: 'detected',
      where: { kind: 'crossing', station: 51, angle: Math.PI / 2 },
    },
  ],
};

/** The invented yard on a tidal creek that ships with the program. */
export const demoFile: JobFile = {
  format: 'tamper-job',
  version: 1,
  job: { name: 'Saltmarsh boatyard', ruleSet: 'UK', units: 'metric', overrides: [] },
  runs: [washDownDrain, pontoonSupply],
};
