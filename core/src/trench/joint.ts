import { families, findProduct } from '../catalogue';
import {
  blankLaidLine,
  bucketsOf,
  placedLines,
  linesIn,
  productsKnown,
  panelOf,
  productOf,
  STATION_SLACK,
  type Job,
  type PlacedLine,
  type LaidLine,
  type Patch,
  type Reach,
  type Run,
} from '../job';
import { coverHeld, heldAt, isOpen, reachEnd } from '../alignment';
import { resolveRules, type Rules } from '../rules';
import { closePairs, type Arrangement, type Hole, type Piece, type LinePlace, type Problem } from './arrange';
import { leastCover } from '../alignment/cover';
import { apartRule, ownersApart, type ApartRule } from './distances';
import { leastWidth, sideRoom, widthFloor } from './width';

/**
 * Widest clear bottom a reach allows, metres, and why: supports on their way, and the corridor both sides.
 * @param topBeyond what both walls take at the top beyond the dug bottom, metres.
 */
export function widthCeiling(
  run: Pick<Run, 'spoil'>,
  reach: Reach,
  topBeyond: number,
): { width: number; by: 'supports' | 'corridor'; basis: string } {
  const corridor = run.spoil.corridorLeft + run.spoil.corridorRight - topBeyond - 2 * panelOf(reach);
  const supports = reach.supportWidths;
  return supports && supports.most < corridor
    ? { width: supports.most, by: 'supports', basis: `Supports open to no more${supports.source ? `: ${supports.source}` : ''}` }
    : { width: corridor, by: 'corridor', basis: 'The corridor is no wider at this depth' };
}

/**
 * What keeps two lines of a run apart. Their places hold all along, so where somebody works beside them in any reach they share, the room
 * for that is kept in all of them.
 */
export const apartInRun = (job: Job, run: Pick<Run, 'stations' | 'reaches'>, a: PlacedLine, b: PlacedLine): ApartRule =>
  ownersApart(
    apartRule(
      job,
      {
        entry: run.reaches.some(
          (reach, i) => isOpen(reach) && reach.entry && [a, b].every(({ from, to }) => to > reach.from && from < reachEnd(run, i)),
        ),
      },
      a.product,
      b.product,
    ),
    a,
    b,
  );

/**
 * The lines of a reach as a problem to arrange. `leadTop`: depth of the leading line's top where its levels are settled; `deeper`: how much
 * deeper it lies elsewhere in the reach; `most`: the widest it may be, metres.
 */
export function jointProblem(
  job: Job,
  run: Pick<Run, 'surface' | 'stations' | 'reaches' | 'culvert' | 'landDrain'>,
  rules: Rules,
  reach: Reach,
  lines: readonly PlacedLine[],
  { leadTop, deeper = 0, most = () => Infinity }: { leadTop?: number | undefined; deeper?: number; most?: (depth: number) => number } = {},
): Problem {
  const pieces = lines.map(({ product, leads }): Piece => ({
    od: product.od,
    cover: leastCover(run, { product, leads }, reach).cover,
    side: sideRoom(rules, product, reach),
    rank: families[product.family].rank,
    ...(leads && leadTop !== undefined ? { top: leadTop } : {}),
  }));
  const panel = panelOf(reach);
  const narrowest = Math.min(...bucketsOf(job));
  const hole: Hole = {
    left: reach.left,
    right: reach.right,
    bedding: reach.bedding,
    panel,
    least: (depth) => Math.max(leastWidth(rules, reach, depth + deeper), reach.supportWidths?.least ?? 0, narrowest - 2 * panel),
    most,
  };
  return { pieces, hole, apart: lines.map((a) => lines.map((b) => (together(a, b) ? apartInRun(job, run, a, b) : NEVER))) };
}

/** Do two lines lie side by side or one over the other anywhere? */
const together = (a: PlacedLine, b: PlacedLine): boolean => a.from < b.to - STATION_SLACK && b.from < a.to - STATION_SLACK;
/** Lines that never lie together are never too close. */
const NEVER: ApartRule = { across: -100, over: -100, upper: 'either', basis: '' };

/** Where the lines lie now, below the ground; the leading line's top is `leadTop` deep, metres. */
export function linePlaces(lines: readonly PlacedLine[], leadTop: number, leadOd: number): LinePlace[] {
  return lines.map(({ x, up, product }) => ({ x, top: leadTop + leadOd - up - product.od }));
}

/** Places are kept to the millimetre: two of them may be this much off together, metres. */
const ROUNDED = 0.0015;

/** The lines of a reach as they lie now: the problem they are an answer to, their places, and the pairs that are too close. */
export function laidTogether(job: Job, run: Run, rules: Rules, reachIndex: number, lines: readonly PlacedLine[]) {
  const reach = run.reaches[reachIndex] as Reach;
  const [lead] = lines as [PlacedLine];
  const leadTop = coverHeld(run, reach, lead.product) ?? leastCover(run, lead, reach).cover;
  const problem = jointProblem(job, run, rules, reach, lines, { leadTop });
  const places = linePlaces(lines, leadTop, lead.product.od);
  return { problem, places, close: closePairs(problem, places, ROUNDED) };
}

/** Two lines of a run by their ids, and how much nearer each other they lie than their rule allows, metres. */
export interface TooClose {
  a: string;
  b: string;
  missing: number;
}

/** Every pair of lines that is too close in a reach; none where nothing is dug or a line is in no catalogue. */
export function tooCloseIn(job: Job, run: Run, reachIndex: number): TooClose[] {
  const reach = run.reaches[reachIndex];
  if (!reach || !isOpen(reach) || !productsKnown(job, run)) return [];
  const lines = linesIn(placedLines(job, run), reach.from, reachEnd(run, reachIndex));
  if (lines.length < 2) return [];
  const { close } = laidTogether(job, run, resolveRules(job.ruleSet, job.overrides), reachIndex, lines);
  return close.map(({ i, j, missing }) => ({ a: (lines[i] as PlacedLine).id, b: (lines[j] as PlacedLine).id, missing }));
}

const centimetre = (value: number) => Math.ceil((value - 1e-6) * 100) / 100;
const millimetre = (value: number) => Math.round(value * 1000) / 1000 + 0;
/** A cover as a crew can keep it: the one there is where that does, else up to the next 5 mm. */
const coverFor = (now: number, asked: number): number => (Math.abs(now - asked) < 5e-4 ? now : Math.ceil(asked * 200 - 1e-6) / 200);

/**
 * The changes that put an arrangement of some lines into a run: their places, the width of the reach, the cover where the reach lies on one,
 * and the width of every other reach they pass that would be too narrow.
 */
export function arrangedPatches(
  run: Run,
  rules: Rules,
  reachIndex: number,
  lines: readonly PlacedLine[],
  found: Pick<Arrangement, 'places' | 'width'>,
): Patch[] {
  const lead = found.places[lines.findIndex(({ leads }) => leads)] as LinePlace;
  const leadOd = lines.find(({ leads }) => leads)?.product.od ?? 0;
  const placed = lines.map((line, i): PlacedLine => {
    const { x, top } = found.places[i] as LinePlace;
    return { ...line, x: millimetre(x), up: line.leads ? 0 : millimetre(lead.top + leadOd - top - line.product.od) };
  });
  const laid = run.laid.map((line) => {
    const moved = placed.find(({ id }) => id === line.id);
    return moved ? { ...line, x: moved.x, up: moved.up } : line;
  });
  const reaches = run.reaches.map((reach, index) => {
    const passing = placed.filter(({ from, to }) => to > reach.from && from < reachEnd(run, index));
    if (!isOpen(reach) || passing.length === 0) return reach;
    const here = index === reachIndex;
    const least = widthFloor(rules, passing, reach, 0);
    const held = coverHeld(run, reach, { od: leadOd });
    const asked = held === undefined ? 0 : coverFor(held, lead.top);
    return {
      ...reach,
      levels: held === undefined ? reach.levels : heldAt({ ...run, laid }, reach, { od: leadOd }, here ? asked : Math.max(held, asked)),
      bottomWidth: here ? centimetre(Math.max(found.width, least)) : Math.max(reach.bottomWidth, centimetre(least)),
    };
  });
  return [
    { path: ['laid'], value: laid },
    { path: ['reaches'], value: reaches },
  ];
}

/** A further line for a run: a data duct over the leading one, in the middle, as far up as the two must be apart, under the first name that is free. */
export function addedLine(job: Pick<Job, 'ruleSet' | 'separations' | 'products' | 'owners'>, run: Run, id: string): LaidLine {
  const added = findProduct('data-duct-54');
  const lead = productOf(job, run);
  let number = run.laid.length + 1;
  while (run.laid.some(({ name }) => name === `Line ${number}`)) number++;
  const { over } = apartRule(job, { entry: false }, lead, added);
  return { ...blankLaidLine(`Line ${number}`, added.id, id), up: millimetre(lead.od + over) };
}
