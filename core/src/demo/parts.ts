import { findKit } from '../catalogue';
import { blankExisting, blankPit, idFrom, type ExistingLine, type PitBody, type Reach, type Run, type Structure } from '../job';

/** Ground, and how it is left, along a run. */
export const stations = (...rows: [station: number, ground: number, finished?: number][]): Run['stations'] =>
  rows.map(([station, ground, finished]) => ({ station, ground, ...(finished === undefined ? {} : { finished }) }));
export const gravity: Pick<Reach, 'levels'> = { levels: { kind: 'gravity' } };
export const line = (name: string, station: number, change: Partial<ExistingLine>): ExistingLine => ({
  ...blankExisting(name, station),
  ...change,
});
export const boxed = (length: number, width: number, below = 0): PitBody => {
  const box = findKit('box-pit');
  return {
    ...blankPit(length, width, below),
    protection: 'shield',
    kit: box.id,
    panel: box.panel,
    supportWidths: { least: box.least, most: box.most, source: `${box.name}. ${box.source}` },
  };
};
export const structure = (name: string, kind: Structure['kind'], station: number, change: Partial<Structure> = {}): Structure => ({
  id: idFrom(name),
  name,
  kind,
  station,
  diameter: 0,
  tail: 0,
  pit: null,
  ...change,
});
export const invert = (station: number, level: number): Run['inverts'][number] => ({
  id: idFrom(`i${station}`),
  station,
  invert: level,
  keep: false,
});
