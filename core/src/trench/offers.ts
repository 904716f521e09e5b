import { largest, smallest, trenchArea, wallOffset } from '../geometry';
import { InputError, placedLines, linesIn, type Job, type PlacedLine, type Patch, type Reach, type Run } from '../job';
import { isOpen, levelsAt, mostApart, reachEnd } from '../alignment';
import { resolveRules, type Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { areaFor, bestArrangements, type Arrangement, type Effort, type Problem } from './arrange';
import { arrangedPatches, jointProblem, widthCeiling } from './joint';
import { digWidth } from './layers';
import { leastWidth, widthBasis } from './width';

/** An arrangement of the lines of a reach, in words, with the changes that take it. Metres and m². */
export interface Offer {
  arrangement: Arrangement;
  lines: PlacedLine[];
  patches: Patch[];
  /** Area dug at the station asked about. */
  area: number;
  /** What the width and the depth hang on, and how it is laid, bottom up. */
  width: string;
  depth: string;
  order: string[];
}

/** Up to three arrangements of the lines at a station, least excavation first, and the area dug there now, m². */
export interface Offers {
  present: number;
  offers: Offer[];
}

/**
 * The best ways to lay the lines of a reach together. A leading line that falls keeps its level at the station; one on cover is free to go deeper.
 * @throws InputError when nothing fits, saying what stands in the way.
 */
export function arrangeLines(job: Job, run: Run, reachIndex: number, station: number, effort?: Effort): Offers {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const reach = run.reaches[reachIndex] as Reach;
  const lines = linesIn(placedLines(job, run), reach.from, reachEnd(run, reachIndex));
  if (!isOpen(reach)) throw new InputError([{ field: 'laid', message: 'This reach is bored: nothing is arranged in it.' }]);
  const lead = lines[0] as PlacedLine;
  const levels = levelsAt(run, lead.product, reach, station);
  const covers = reach.levels.kind === 'gravity' ? leadCovers(run, reachIndex, lead) : undefined;
  const settled = covers && { leadTop: covers.least, deeper: covers.most - covers.least };
  const leadTop = settled?.leadTop;
  const deeper = settled?.deeper ?? raisedOver(run, reachIndex);
  const ceiling = (depth: number) =>
    widthCeiling(run, reach, wallOffset(reach.left, depth + deeper) + wallOffset(reach.right, depth + deeper));
  const problem = jointProblem(job, run, rules, reach, lines, { ...settled, most: (depth) => ceiling(depth).width });
  const found = bestArrangements(problem, 3, effort);
  if (found.length === 0) throw new InputError([{ field: 'laid', message: nothingFits(job, run, reach, lines, rules, ceiling, settled) }]);
  return {
    present: trenchArea(digWidth(reach), reach.left, reach.right, levels.depth),
    offers: found.map((arrangement) => ({
      arrangement,
      // The problem was put where a falling line lies shallowest: here everything is as much deeper.
      area: areaFor(problem, arrangement.width, arrangement.depth + levels.cover - (leadTop ?? levels.cover)),
      lines,
      patches: arrangedPatches(run, rules, reachIndex, lines, arrangement),
      width: widthWords(problem, arrangement, lines, rules, reach, job.units),
      depth: depthWords(problem, arrangement, lines, job.units),
      order: layingOrder(arrangement, lines, reach, job.units),
    })),
  };
}

/** How much deeper a line on constant cover is dug anywhere in a reach than its cover says, metres: where the ground there is will be cut. */
const raisedOver = (run: Run, index: number): number =>
  mostApart(run, run.reaches[index] as Reach, ({ ground, finished }) => ground - finished);

/** Least and most cover of the leading line in a reach, metres: at the least the others have least room over it. */
function leadCovers(run: Run, index: number, lead: PlacedLine): { least: number; most: number } {
  const reach = run.reaches[index] as Reach;
  const end = reachEnd(run, index);
  const inside = run.stations.map(({ station }) => station).filter((station) => station > reach.from && station < end);
  const covers = [reach.from, ...inside, end].map((station) => levelsAt(run, lead.product, reach, station).cover);
  return { least: smallest(covers), most: largest(covers) };
}

/** Why nothing fits: the least width there is without the ceiling against it, or the settled level. */
function nothingFits(
  job: Job,
  run: Run,
  reach: Reach,
  lines: readonly PlacedLine[],
  rules: Rules,
  ceilingAt: (depth: number) => { width: number; basis: string },
  settled: { leadTop: number; deeper: number } | undefined,
): string {
  const [free] = bestArrangements(jointProblem(job, run, rules, reach, lines, settled), 1);
  if (free) {
    const ceiling = ceilingAt(free.depth);
    return `They need ${formatLength(free.width, job.units)} at least, and there is ${formatLength(ceiling.width, job.units)}: ${ceiling.basis}. Widen that, or lay fewer lines.`;
  }
  return `The level of ${lines[0]?.name} leaves no room for what must lie over or under it. Lower it, or change a distance.`;
}

function widthWords(
  problem: Problem,
  { governs, depth, width }: Arrangement,
  lines: readonly PlacedLine[],
  rules: Rules,
  reach: Reach,
  units: UnitSystem,
): string {
  const length = (metres: number) => formatLength(metres, units);
  if (governs.width.kind === 'least') {
    const supports = reach.supportWidths && reach.supportWidths.least >= width - 1e-6 && leastWidth(rules, reach, depth) < width - 1e-6;
    return supports ? `${length(width)}: the supports do not close further` : `${length(width)}: ${widthBasis(rules, reach)}`;
  }
  const chain = governs.width.lines;
  const parts = chain.map((line, i) => {
    const next = chain[i + 1];
    const name = lines[line]?.name ?? '';
    return next === undefined ? name : `${name}, ${length(apart(problem, line, next).across)}, `;
  });
  return `${length(width)}: ${parts.join('')} and room to the walls`;
}

function depthWords(problem: Problem, { governs, depth }: Arrangement, lines: readonly PlacedLine[], units: UnitSystem): string {
  const length = (metres: number) => formatLength(metres, units);
  const chain = governs.depth.kind === 'lines' ? governs.depth.lines : [];
  const [top] = chain;
  if (top === undefined) return length(depth);
  const piece = problem.pieces[top];
  const first = `${lines[top]?.name} ${piece?.top === undefined ? 'on its least cover of' : 'at its own level,'} ${length(piece?.top ?? piece?.cover ?? 0)}`;
  const rest = chain.slice(1).map((line, i) => `, ${length(apart(problem, chain[i] as number, line).over)} over ${lines[line]?.name}`);
  return `${length(depth)}: ${first}${rest.join('')}`;
}

const apart = ({ apart: rules }: Problem, i: number, j: number) => (i < j ? rules[i]?.[j] : rules[j]?.[i]) ?? { across: 0, over: 0 };

/** How to lay them, bottom up, a sentence a row: the fill level between rows is measured from the ground. */
export function layingOrder(
  { rows, depth }: Pick<Arrangement, 'rows' | 'depth'>,
  lines: readonly PlacedLine[],
  reach: Pick<Reach, 'bedding'>,
  units: UnitSystem,
): string[] {
  const length = (metres: number) => formatLength(metres, units);
  return rows.map((row, i) => {
    const names = row.lines.map((line) => lines[line]?.name).join(', ');
    return i === 0
      ? `Dig to ${length(depth)}, bed ${length(reach.bedding)}, lay ${names}.`
      : `Fill and compact to ${length(row.underside + reach.bedding)} below ground, bed up to ${length(row.underside)}, lay ${names}.`;
  });
}
