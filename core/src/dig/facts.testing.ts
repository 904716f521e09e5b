import type { Fact } from '../book';

export const REVISION = '00000000-0000-4000-8000-00000000000a';

type SetUp = Extract<Fact, { kind: 'setUp' }>;
type Check = Extract<Fact, { kind: 'check' }>;
/** A laser set up on a benchmark at 10 m: its plane is at 11.325 m. */
export const setUp = (more: Partial<SetUp> = {}): SetUp => ({
  kind: 'setUp',
  means: 'laser',
  benchmark: { id: 'bm', name: 'BM 1', level: 10 },
  backsight: 1.325,
  fall: 0,
  from: 0,
  set: null,
  rod: 5,
  travel: 'up',
  revision: REVISION,
  note: '',
  ...more,
});
/** A level of 9 m found at a station. */
export const check = (station: number, more: Partial<Check> = {}): Check => ({
  kind: 'check',
  station,
  pit: null,
  layer: 'bottom',
  found: { as: 'level', value: 9 },
  widthBottom: null,
  widthTop: null,
  setUp: null,
  revision: REVISION,
  sure: false,
  again: false,
  note: '',
  ...more,
});
