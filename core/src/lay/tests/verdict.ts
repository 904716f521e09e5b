import type { Product } from '../../catalogue';
import type { TestFact, TestHow, TestKind } from '../../book';
import type { Rules } from '../../rules';

/** What a reading or a limit is, for how it is shown. SI: pascals, m³, ohms, metres, m/s, minutes, shares. */
export type TestQuantity = 'pressure' | 'volume' | 'ohms' | 'size' | 'speed' | 'minutes' | 'flow' | 'count';

/** One thing a test is held to: what it came to, and the most or the least it may. */
export interface TestHeld {
  id: 'lost' | 'madeUp' | 'through' | 'insulation' | 'conductor' | 'speed' | 'turnover' | 'air' | 'both';
  quantity: TestQuantity;
  value: number;
  limit: number;
  sense: 'most' | 'least';
  ok: boolean;
}

/** Why nothing can be told from the readings. */
export type TestLack =
  /** The clock ran to `last`, minutes; asked for `asked`, with `count` readings. */
  | { code: 'few'; asked: number; last: number; count: number }
  | { code: 'backwards'; minute: number; before: number }
  | { code: 'rising'; by: number; minute: number }
  | { code: 'falling'; minute: number }
  | { code: 'offScale'; value: number; most: number }
  /** A gauge so long that the fall allowed cannot be read on it. */
  | { code: 'gauge'; most: number; drop: number }
  | { code: 'low'; asked: number; was: number }
  | { code: 'settle'; asked: number; was: number }
  | { code: 'plugs' }
  | { code: 'head'; least: number; most: number; was: number }
  | { code: 'small'; asked: number; was: number }
  | { code: 'notThis' };

/** A figure worked out on the way, for whoever reads the test. */
export interface TestFigure {
  id: 'start' | 'drop' | 'timeUs' | 'timeEn' | 'wetted' | 'perKm' | 'expected' | 'makeUp' | 'flowLoop' | 'flowAll' | 'head' | 'volume';
  quantity: TestQuantity | 'area' | 'ohmKm';
  value: number;
}

export interface TestPoint {
  minute: number;
  value: number;
}

/** What came of a test. `none`: nothing can be told, and why. */
export interface TestVerdict {
  state: 'passed' | 'failed' | 'none';
  lacks: TestLack[];
  held: TestHeld[];
  figures: TestFigure[];
  /** What was read against what it may fall or rise to; undefined where nothing was read over time. */
  curve: { quantity: TestQuantity; points: TestPoint[]; limit: TestPoint[] } | undefined;
  /** Minutes it has to last; undefined where time has no part in it. */
  asked: number | undefined;
}

/** What of the plan a test is worked out from. Metres. */
export interface TestOf<K extends TestKind = TestKind> {
  how: Extract<TestHow, { of: K }>;
  readings: TestFact['readings'];
  gauge: number | null;
  product: Product;
  /** Of the stretch tested. */
  length: number;
  rules: Rules;
}

/** Ways a test of one kind is judged. */
export type Judge<K extends TestKind> = (of: TestOf<K>) => TestVerdict;

/** Clear bore of a pipe or duct, metres. */
export const boreOf = ({ od, wall }: Pick<Product, 'od' | 'wall'>): number => od - 2 * wall;

/** A verdict of what it was held to: none while anything is lacking. */
export const verdictOf = (
  lacks: TestLack[],
  held: TestHeld[],
  rest: Partial<Pick<TestVerdict, 'figures' | 'curve' | 'asked'>> = {},
): TestVerdict => ({
  state: lacks.length > 0 ? 'none' : held.every(({ ok }) => ok) ? 'passed' : 'failed',
  lacks,
  held: lacks.length > 0 ? [] : held,
  figures: rest.figures ?? [],
  curve: rest.curve,
  asked: rest.asked,
});

/** What was read over the time asked, beside a limit that stays the same. */
export const curveOf = (quantity: TestQuantity, readings: TestOf['readings'], limit: number, asked: number): TestVerdict['curve'] => ({
  quantity,
  points: readings.map(({ minute, value }) => ({ minute, value })),
  limit: [0, asked].map((minute) => ({ minute, value: limit })),
});

/** The verdict of a pressure that falls. @param from where it began, @param drop what it may lose, pascals. */
export const fallVerdict = (
  lacks: TestLack[],
  {
    readings,
    lost,
    from,
    drop,
    asked,
    figures,
    also = [],
  }: { readings: TestOf['readings']; lost: number; from: number; drop: number; asked: number; figures: TestFigure[]; also?: TestHeld[] },
): TestVerdict =>
  verdictOf(lacks, [{ id: 'lost', quantity: 'pressure', value: lost, limit: drop, sense: 'most', ok: lost <= drop + 1e-6 }, ...also], {
    asked,
    figures,
    curve: curveOf('pressure', readings, from - drop, asked),
  });
