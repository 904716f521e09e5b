import { EPSILON } from '../../geometry';
import { linear, sum, toLp, type Linear, type Model, type Solution, type Solver } from '../../lp';
import { digArea, type Bound, type GradeProblem } from './problem';

/** What may be asked to give way. */
export type Family = 'minFall' | 'maxFall' | 'cover' | 'receiving' | 'incoming' | 'maxDepth' | 'clearance' | 'keep';
export const families: readonly Family[] = ['minFall', 'cover', 'receiving', 'incoming', 'maxFall', 'maxDepth', 'clearance', 'keep'];

/** Which side of each crossing: `free` lets the solver choose. */
export type Side = 'over' | 'under' | 'free' | 'ignored';

/** Depths at which the area of a battered trench is cut by a tangent, metres: closer than a few per cent everywhere between. */
const CUTS = [0.4, 0.8, 1.2, 1.6, 2, 2.5, 3, 3.5, 4, 5, 6, 8];
/** Slack never goes further than this, metres. */
const FURTHEST = 1000;

/** Options of one solve. */
interface Task {
  sides: readonly Side[];
  /** Left out altogether. */
  without?: ReadonlySet<Family>;
  /** Given the least slack that lets everything else hold; the objective is then that slack. */
  relax?: readonly Family[];
  /** Only whether it can be done. */
  feasibility?: boolean;
}

/** Invert at a station: linear between the break points on either side. */
function invertAt({ breaks }: GradeProblem, station: number): Linear {
  const leg = Math.max(
    0,
    Math.min(
      breaks.length - 2,
      breaks.findLastIndex((at) => at <= station + 1e-9),
    ),
  );
  const [a, b] = [breaks[leg] as number, breaks[leg + 1] as number];
  const share = (station - a) / (b - a);
  return linear({ [`z${leg}`]: 1 - share, [`z${leg + 1}`]: share });
}

/** Solves the problem under a task. Levels are kept near nothing for the solver's sake: `datum` is taken off. */
export function solveGrade(problem: GradeProblem, task: Task, solver: Solver): (Solution & { inverts: number[] }) | undefined {
  const datum = problem.covers[0]?.bare[0]?.value ?? 0;
  const model = build(problem, task, datum);
  const solution = solver(toLp(model));
  if (!solution) return undefined;
  return { ...solution, inverts: problem.breaks.map((_, i) => (solution.values[`z${i}`] ?? 0) + datum) };
}

/** Binary of a crossing: 1 passes over. */
export const sideName = (index: number) => `over${index}`;
const slackName = (family: Family) => `slack_${family}`;

function build(problem: GradeProblem, task: Task, datum: number): Model {
  const { breaks, direction, targets } = problem;
  const relaxed = new Set(task.relax);
  const has = (family: Family) => !task.without?.has(family);
  const slack = (family: Family, factor = 1): Linear => (relaxed.has(family) ? linear({ [slackName(family)]: factor }) : linear({}));
  const at = (station: number) => invertAt(problem, station);
  const level = (value: number) => linear({}, value - datum);
  const rows: Linear[] = [];

  for (let i = 0; i + 1 < breaks.length; i++) {
    const length = (breaks[i + 1] as number) - (breaks[i] as number);
    const fall = linear({ [`z${i}`]: direction, [`z${i + 1}`]: -direction });
    if (has('minFall')) rows.push(sum([1, fall], [-1, linear({}, targets.minFall * length)], [1, slack('minFall', length)]));
    else rows.push(fall);
    if (targets.maxFall !== undefined && has('maxFall'))
      rows.push(sum([-1, fall], [1, linear({}, targets.maxFall * length)], [1, slack('maxFall', length)]));
  }
  // Between break points the line is straight: only the corners of the limits that stand out can touch it.
  if (has('cover'))
    for (const { bare, frost, asked } of problem.covers)
      for (const leg of legsOfBound(breaks, bare))
        for (const { station, value } of limitHull(leg, -1)) {
          // What gives way is the one cover asked of all lines.
          const cover = relaxed.has('cover') ? Math.max(problem.cover.asked, frost) : asked;
          rows.push(sum([1, level(value - cover)], [-1, at(station)], [1, slack('cover')]));
        }
  if (has('maxDepth'))
    for (const depths of problem.depths)
      for (const leg of legsOfBound(breaks, depths))
        for (const { station, value } of limitHull(leg, 1)) rows.push(sum([1, at(station)], [-1, level(value)], [1, slack('maxDepth')]));
  const [high, low] = direction === 1 ? [breaks[0] as number, breaks.at(-1) as number] : [breaks.at(-1) as number, breaks[0] as number];
  if (targets.receiving !== undefined && has('receiving'))
    rows.push(sum([1, at(low)], [-1, level(targets.receiving)], [1, slack('receiving')]));
  if (targets.incoming !== undefined && has('incoming'))
    rows.push(sum([1, level(targets.incoming)], [-1, at(high)], [1, slack('incoming')]));
  if (has('keep'))
    for (const { station, invert } of problem.keeps)
      for (const sign of [1, -1]) rows.push(sum([sign, at(station)], [-sign, level(invert)], [1, slack('keep')]));

  const binaries: string[] = [];
  const levels = problem.covers.flatMap(({ bare }) => bare.map(({ value }) => value));
  const much = Math.max(...levels) - Math.min(...levels) + 2 * FAR;
  problem.crossings.forEach((crossing, index) => {
    const side = task.sides[index] ?? 'free';
    if (side === 'ignored' || !has('clearance')) return;
    if (side === 'free') binaries.push(sideName(index));
    for (const { station, perClearance, ...bound } of crossing.at) {
      const given = slack('clearance', perClearance);
      const over = sum([1, at(station)], [-1, level(bound.over)], [1, given]);
      const under = sum([1, level(bound.under)], [-1, at(station)], [1, given]);
      if (side !== 'under') rows.push(side === 'over' ? over : sum([1, over], [1, linear({ [sideName(index)]: -much }, much)]));
      if (side !== 'over') rows.push(side === 'under' ? under : sum([1, under], [1, linear({ [sideName(index)]: much })]));
    }
  });

  const bounds: Model['bounds'] = {};
  for (const family of relaxed) bounds[slackName(family)] = { low: 0, high: mostSlack(family, problem) };
  const minimise = task.relax
    ? sum(...task.relax.map((family): [number, Linear] => [1, linear({ [slackName(family)]: WEIGHT[family] })]))
    : task.feasibility
      ? linear({})
      : digCost(problem, datum, rows, bounds);
  return { minimise, rows, bounds, binaries };
}

/** Deeper than any mini excavator digs, metres: how far a line may have to go round another. */
const FAR = 30;
/** A fall given up by 1:100 weighs like 0.3 m of level where several things give way together. */
const WEIGHT: Record<Family, number> = {
  minFall: 30,
  maxFall: 30,
  cover: 1,
  receiving: 1,
  incoming: 1,
  maxDepth: 1,
  clearance: 1,
  keep: 1,
};

/** No fall flatter than this is offered: a millimetre in a metre, and nobody lays it truer. */
const FLATTEST = 1 / 1000;

/** Lines nearer to each other than this touch when laid, metres. */
const TOUCHING = 0.05;

/** How much of a constraint may give way at most: never so much that nothing of it is left. */
function mostSlack(family: Family, { targets, cover }: GradeProblem): number {
  switch (family) {
    case 'minFall':
      return Math.max(0, targets.minFall - FLATTEST);
    case 'maxFall':
      return 1 - (targets.maxFall ?? 0);
    case 'clearance':
      return Math.max(0, targets.clearance - TOUCHING);
    case 'cover':
      return cover.soft;
    case 'receiving':
    case 'incoming':
    case 'maxDepth':
    case 'keep':
      return FURTHEST;
  }
}

/** Volume to dig: the area of a plain trench grows evenly with depth; that of a battered one is held up from below by tangents. */
function digCost(problem: GradeProblem, datum: number, rows: Linear[], bounds: Model['bounds']): Linear {
  const parts: [number, Linear][] = [];
  problem.digs.forEach((piece, index) => {
    const depth = sum([-1, invertAt(problem, piece.station)], [1, linear({}, piece.ground - datum - piece.toBottom)]);
    if (piece.left.kind === 'vertical' && piece.right.kind === 'vertical') {
      parts.push([piece.length * piece.width, depth]);
      return;
    }
    const name = `area${index}`;
    bounds[name] = { low: 0 };
    for (const cut of CUTS) {
      const { area, growth } = digArea(piece, cut);
      rows.push(sum([1, linear({ [name]: 1 })], [-growth, depth], [1, linear({}, growth * cut - area)]));
    }
    parts.push([piece.length, linear({ [name]: 1 })]);
  });
  return sum(...parts);
}

/** What of a bound lies on each leg between break points, cut there. */
function legsOfBound(breaks: readonly number[], bound: readonly Bound[]): Bound[][] {
  const [first, last] = [bound[0] as Bound, bound.at(-1) as Bound];
  const edge = (station: number): Bound => {
    if (station <= first.station) return first;
    if (station >= last.station) return last;
    const k = bound.findIndex((point) => point.station >= station);
    const [a, b] = [bound[k - 1] as Bound, bound[k] as Bound];
    return { station, value: a.value + ((b.value - a.value) * (station - a.station)) / (b.station - a.station) };
  };
  return breaks.slice(1).flatMap((to, i) => {
    const from = breaks[i] as number;
    if (to <= first.station || from >= last.station) return [];
    return [[edge(from), ...bound.filter(({ station }) => station > from && station < to), edge(to)]];
  });
}

/** Corners of the lower (−1) or upper (1) hull of points given by ascending station; of points at one station the binding one. */
export function limitHull(points: readonly Bound[], side: 1 | -1): Bound[] {
  const corners: Bound[] = [];
  for (const point of points) {
    if (!Number.isFinite(point.value)) continue;
    const before = corners.at(-1);
    if (before && Math.abs(before.station - point.station) < EPSILON) {
      if (side * (point.value - before.value) <= 0) continue;
      corners.pop();
    }
    while (corners.length > 1) {
      const [a, b] = corners.slice(-2) as [Bound, Bound];
      const turn = (b.value - a.value) * (point.station - a.station) - (point.value - a.value) * (b.station - a.station);
      if (side * turn > 0) break;
      corners.pop();
    }
    corners.push(point);
  }
  return corners;
}

/** The slack a relaxing solve found. */
export const slackOf = (solution: Solution, family: Family): number => solution.values[slackName(family)] ?? 0;
