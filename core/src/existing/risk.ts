import { normal, type Chance } from '../chance';
import { evidences, type Evidence } from '../catalogue';
import { InputError } from '../job';

/** How a crew may deal with a buried line. */
export const strategies = {
  through: { name: 'Dig through', what: 'The machine digs as if nothing were there; somebody watches.' },
  window: { name: 'Hand-dig window', what: 'By hand inside the window, the machine outside it.' },
  expose: { name: 'Expose first', what: 'A hand-dug slot finds each line; then by hand close to it, the machine elsewhere.' },
} as const;
export type StrategyId = keyof typeof strategies;
export const strategyIds = Object.keys(strategies) as [StrategyId, ...StrategyId[]];

const GROSS_FACTOR = 4;
/** How far outside its expected covers a line lies that does, metres. */
const OFF_RANGE = 0.3;
/** What the simulation takes for granted. Planning assumptions to compare ways of working, not a prediction for one site. */
export const riskAssumptions = {
  /** Share of marks and drawings that are wrong altogether: mirrored, measured from the wrong reference, another line. */
  gross: { value: 0.05, basis: 'One mark or drawing in twenty is wrong altogether, and four times as far off' },
  /** Share of lines that lie above or below the expected covers. */
  offRange: { value: 0.1, basis: `One line in ten lies up to ${OFF_RANGE} m outside its expected covers` },
  /** Chance that the one who watches sees tape, tiles or clean sand in time. */
  noticed: { value: 0.3, basis: 'Three in ten are seen in time by the one who watches' },
  /** Chance that a spade or pick hurts a line it meets. */
  handHit: { value: 0.01, basis: 'One in a hundred is hurt by hand tools' },
  /** Chance that a second visit of the locator finds what a search did not. */
  foundAgain: { value: 0.8, basis: 'Eight in ten lines not found are found by a second locate' },
} as const;
/** Length of the slot that is dug by hand to find a line, metres. */
const SLOT = 0.6;

/** One existing line as the simulation sees it; metres, m³ and hours. */
export interface StrikeCase {
  evidence: Evidence;
  /** Half the strip machines keep out of, across the line. */
  window: number;
  /** Half that strip once the line is seen. */
  seenWindow: number;
  coverMin: number;
  coverMax: number;
  size: number;
  /** Depth of the trench there. */
  depth: number;
  /** Parallel lines strike only where they lie within the trench: their offset and half the trench's top. Undefined for crossings. */
  beside: { offset: number; halfTop: number } | undefined;
  /** Trench volume in the window, by hand and by machine hours a cubic metre. */
  volume: number;
  handHours: number;
  machineHours: number;
  /** Length of the window along the run. */
  length: number;
}

export interface StrategyRisk {
  id: StrategyId;
  /** Chance of at least one strike on the run, and its standard error. */
  chance: number;
  error: number;
  /** Hours in the windows, hand and machine. */
  hours: number;
}
export interface LineRisk {
  /** Chance of a strike on this line by each strategy. */
  chance: Record<StrategyId, number>;
  /** By how much the chance of a strike on the run falls, with hand-dig windows, when this line alone is exposed first. */
  gain: number;
}
export interface StrikeRisk {
  trials: number;
  strategies: StrategyRisk[];
  lines: LineRisk[];
}

export const MAX_TRIALS = 200_000;

/**
 * Strike risk by trials: each throws a position and a cover for every line from what its evidence allows, then plays the three
 * strategies through. Position: normal, its uncertainty two standard deviations. Cover: even between the expected ones.
 * @param onProgress told the share done now and then; answer false to stop early (then undefined is returned).
 * @throws InputError when the number of trials is not from 100 to 200,000.
 */
export function simulateStrikes(
  cases: readonly StrikeCase[],
  trials: number,
  chance: Chance,
  onProgress: (share: number) => boolean = () => true,
): StrikeRisk | undefined {
  if (!Number.isInteger(trials) || trials < 100 || trials > MAX_TRIALS)
    throw new InputError([{ field: 'trials', message: `Give 100 to ${MAX_TRIALS.toLocaleString('en')} trials.` }]);
  const struck = strategyIds.map(() => 0);
  const perLine = cases.map(() => strategyIds.map(() => 0));
  const withExposed = cases.map(() => 0);
  const hits = cases.map(() => [false, false, false]);
  for (let trial = 0; trial < trials; trial++) {
    if (trial % 2000 === 0 && !onProgress(trial / trials)) return undefined;
    cases.forEach((line, i) => throwLine(line, chance, hits[i] as boolean[]));
    strategyIds.forEach((_, s) => {
      let any = false;
      hits.forEach((hit, i) => {
        if (!hit[s]) return;
        any = true;
        (perLine[i] as number[])[s] = (perLine[i]?.[s] ?? 0) + 1;
      });
      if (any) struck[s] = (struck[s] ?? 0) + 1;
    });
    // The run with windows everywhere, except that line i is exposed first.
    for (let i = 0; i < cases.length; i++)
      if (hits.some((hit, j) => (j === i ? hit[EXPOSE] : hit[WINDOW]))) withExposed[i] = (withExposed[i] ?? 0) + 1;
  }
  const share = (count: number) => count / trials;
  return {
    trials,
    strategies: strategyIds.map((id, s) => {
      const p = share(struck[s] as number);
      return { id, chance: p, error: Math.sqrt((p * (1 - p)) / trials), hours: cases.reduce((sum, line) => sum + hoursOf(line, id), 0) };
    }),
    lines: cases.map((_, i) => ({
      chance: Object.fromEntries(strategyIds.map((id, s) => [id, share(perLine[i]?.[s] ?? 0)])) as Record<StrategyId, number>,
      gain: share((struck[WINDOW] as number) - (withExposed[i] as number)),
    })),
  };
}
const [WINDOW, EXPOSE] = [strategyIds.indexOf('window'), strategyIds.indexOf('expose')];

/** One throw for one line: would each strategy strike it? The same throw serves all three, so that they differ only in how they dig. */
function throwLine(line: StrikeCase, chance: Chance, hit: boolean[]): void {
  const { gross, offRange, noticed, handHit, foundAgain } = riskAssumptions;
  const sigma = evidences[line.evidence].uncertainty / 2;
  const wild = sigma > 0 && chance() < gross.value;
  const off = normal(chance) * sigma * (wild ? GROSS_FACTOR : 1);
  const stray = line.evidence !== 'exposed' && chance() < offRange.value ? (chance() * 2 - 1) * OFF_RANGE : 0;
  const cover = Math.max(0, line.coverMin + chance() * (line.coverMax - line.coverMin) + stray);
  const [seen, clumsy, again] = [chance() < noticed.value, chance() < handHit.value, chance() < foundAgain.value];
  const inTheWay =
    cover < line.depth && (line.beside === undefined || Math.abs(line.beside.offset + off) - line.size / 2 < line.beside.halfTop);
  const inWindow = Math.abs(off) + line.size / 2 <= line.window;
  const byMachine = inTheWay && !seen;
  hit[0] = byMachine;
  hit[WINDOW] = inTheWay && (inWindow ? clumsy : byMachine);
  hit[EXPOSE] = inTheWay && (inWindow || again ? clumsy : byMachine);
}

/** Hours in a line's window by a strategy. Exposing finds the line half-way through the search on average. */
function hoursOf(line: StrikeCase, id: StrategyId): number {
  const hand = line.volume * line.handHours;
  const machine = line.volume * line.machineHours;
  if (id === 'through') return machine;
  if (id === 'window' || line.evidence === 'exposed') return hand;
  const searched = Math.min(1, Math.max(SLOT / line.length, 0.5 * (1 - line.seenWindow / line.window)));
  const close = Math.min(1 - searched, line.seenWindow / line.window);
  return hand * (searched + close) + machine * (1 - searched - close);
}
