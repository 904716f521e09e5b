import { LEAST_APART, placedLines, type Job, type Patch, type Run } from '../../job';
import type { Solver } from '../../lp';
import { resolveRules } from '../../rules';
import { capital, formatGradient, formatLength, formatStation, formatVolume, type UnitSystem } from '../../units';
import { families, sideName, slackOf, solveGrade, type Family, type Side } from './find';
import { gradeProblem, type GradeProblem } from './problem';
import { targetsOf } from './targets';

export { limitHull } from './find';

/** How the line found passes an existing one, and why not the other way. */
export interface Passing {
  /** Id of the existing line. */
  line: string;
  name: string;
  /** Which of several laid lines passes it so; undefined where there is only one. */
  laid: string | undefined;
  side: 'over' | 'under';
  why: string;
}

/** The least that one constraint would have to give way for a line to exist. */
export interface Relaxation {
  family: Family;
  /** What to do, in words, for a button; and the change to the inputs that does it. */
  label: string;
  patches: Patch[];
}

export type GradeResult =
  | {
      kind: 'found';
      /** The run's new levels: break points that change the gradient, and those to be kept. */
      inverts: Run['inverts'];
      patches: Patch[];
      passings: Passing[];
      /** Free drop to the receiving level, metres; undefined when none is asked for. */
      drop: number | undefined;
    }
  | {
      kind: 'blocked';
      /** What cannot all hold, in a sentence, and by how much the fall is short, metres (undefined when fall is not the matter). */
      why: string;
      short: number | undefined;
      relaxations: Relaxation[];
    };

export interface GradeOptions {
  solver: Solver;
  /** Told what is being worked on, and the share done. Throws to stop. */
  onProgress?: (share: number, what: string) => void;
}

/**
 * Grade finder: the profile with least excavation that keeps cover (against the ground there is and will be, and frost), falls within
 * the gradient limits, meets the receiving and incoming levels and the levels to be kept, and passes every existing line over or under
 * with its clearance, measured between the closest points of the two where the existing one is expected. All of it for every line of the run. The
 * gradient changes only at structures. A linear program with one binary for each laid line and line to be passed.
 * Where none exists: which constraints conflict, and the least that each alone would have to give.
 */
export function findGrade(job: Job, run: Run, { solver, onProgress = () => undefined }: GradeOptions): GradeResult {
  const { units } = job;
  const rules = resolveRules(job.ruleSet, job.overrides);
  const placed = placedLines(job, run);
  const problem = gradeProblem(run, placed, targetsOf(run, placed, rules), rules);
  onProgress(0.05, 'Looking for the line with least digging');
  const free = problem.crossings.map((): Side => 'free');
  const best = solveGrade(problem, { sides: free }, solver);
  if (!best) return blocked(problem, units, solver, onProgress);
  const sides = problem.crossings.map((_, i): Side => ((best.values[sideName(i)] ?? 0) > 0.5 ? 'over' : 'under'));
  const passings = problem.crossings.map((crossing, i): Passing => {
    onProgress(0.3 + (0.7 * i) / problem.crossings.length, `${crossing.name}: over or under`);
    const side = sides[i] as 'over' | 'under';
    const flipped = sides.with(i, side === 'over' ? 'under' : 'over');
    const { line, name, laid } = crossing;
    return { line, name, laid, side, why: whyNot(problem, flipped, i, best.objective, units, solver) };
  });
  const inverts = fixedLevels(run, problem, best.inverts);
  const low = problem.direction === 1 ? (best.inverts.at(-1) as number) : (best.inverts[0] as number);
  return {
    kind: 'found',
    inverts,
    patches: [
      { path: ['inverts'], value: inverts },
      { path: ['reaches'], value: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })) },
    ],
    passings,
    drop: problem.targets.receiving === undefined ? undefined : low - problem.targets.receiving,
  };
}

/** Break points as fixed levels: the ends, those where the gradient changes, and the levels to be kept. */
function fixedLevels(run: Run, { breaks }: GradeProblem, inverts: readonly number[]): Run['inverts'] {
  const slope = (i: number) => ((inverts[i + 1] as number) - (inverts[i] as number)) / ((breaks[i + 1] as number) - (breaks[i] as number));
  const bends = breaks.flatMap((station, i) => {
    const inner = i > 0 && i < breaks.length - 1;
    if (inner && Math.abs(slope(i) - slope(i - 1)) < 1e-6) return [];
    // A level fixed there before stays the same level.
    const id = run.inverts.find((level) => near(level.station, station))?.id ?? `i-${Math.round(station * 1000)}`;
    return [{ id, station, invert: inverts[i] as number, keep: false }];
  });
  const kept = run.inverts.filter(({ keep }) => keep);
  return [...bends.filter(({ station }) => !kept.some((level) => near(level.station, station))), ...kept].sort(
    (a, b) => a.station - b.station,
  );
}

const near = (a: number, b: number): boolean => Math.abs(a - b) < LEAST_APART;

const NAMES: Record<Family, string> = {
  minFall: 'least fall',
  maxFall: 'greatest fall',
  cover: 'cover',
  receiving: 'the receiving level',
  incoming: 'the incoming level',
  maxDepth: 'greatest depth',
  clearance: 'clearance to existing lines',
  keep: 'the levels to be kept',
};

/** Why the line does not pass on the other side: it cannot, and what stands in its way, or it digs more. */
function whyNot(problem: GradeProblem, flipped: readonly Side[], index: number, best: number, units: UnitSystem, solver: Solver): string {
  const other = flipped[index] === 'over' ? 'Over' : 'Under';
  const solution = solveGrade(problem, { sides: flipped }, solver);
  if (solution) return `${other} it digs ${formatVolume(Math.max(0, solution.objective - best), units)} more.`;
  const guilty = asked(problem).filter(
    (family) => family !== 'clearance' && solveGrade(problem, { sides: flipped, without: new Set([family]), feasibility: true }, solver),
  );
  return guilty.length > 0
    ? `${other} it is ruled out by ${list(guilty.map((family) => NAMES[family]))}.`
    : `${other} it, several things together do not hold.`;
}

/** Constraints the run asks for at all. */
function asked({ targets, keeps, crossings }: GradeProblem): Family[] {
  const there: Record<Family, boolean> = {
    minFall: targets.minFall > 0,
    maxFall: targets.maxFall !== undefined,
    cover: true,
    receiving: targets.receiving !== undefined,
    incoming: targets.incoming !== undefined,
    maxDepth: targets.maxDepth !== undefined,
    clearance: crossings.length > 0,
    keep: keeps.length > 0,
  };
  return families.filter((family) => there[family]);
}

const list = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

function blocked(problem: GradeProblem, units: UnitSystem, solver: Solver, onProgress: (share: number, what: string) => void): GradeResult {
  const sides = problem.crossings.map((): Side => 'free');
  const wanted = asked(problem);
  const relaxations: Relaxation[] = [];
  let short: number | undefined;
  wanted.forEach((family, i) => {
    onProgress(0.2 + (0.6 * i) / wanted.length, `What if ${NAMES[family]} gave way`);
    const solution = solveGrade(problem, { sides, relax: [family] }, solver);
    if (!solution) return;
    const slack = slackOf(solution, family);
    if (family === 'receiving') short = slack;
    relaxations.push(relax(problem, family, slack, units));
  });
  if (relaxations.length > 0) {
    const names = list(relaxations.map(({ family }) => NAMES[family]));
    const by = short === undefined ? '' : ` Short of fall by ${formatLength(short, units, 'level')}.`;
    return {
      kind: 'blocked',
      why: `${capital(names)} cannot ${relaxations.length > 1 ? 'all hold' : 'hold'} here.${by}`,
      short,
      relaxations,
    };
  }
  onProgress(0.85, 'No single one will do; looking for the least of several');
  const together = solveGrade(problem, { sides, relax: wanted }, solver);
  const giving = together ? wanted.filter((family) => slackOf(together, family) > 1e-6) : [];
  const parts = together ? giving.map((family) => relax(problem, family, slackOf(together, family), units)) : [];
  return {
    kind: 'blocked',
    why: `No single constraint is to blame. ${giving.length > 0 ? `It takes ${list(giving.map((family) => NAMES[family]))} together.` : 'Move a chamber, or an existing line.'}`,
    short: undefined,
    relaxations:
      parts.length > 0
        ? [
            {
              family: parts[0]?.family ?? 'cover',
              label: parts.map(({ label }) => label).join(', '),
              patches: parts.flatMap(({ patches }) => patches),
            },
          ]
        : [],
  };
}

/** A relaxed target is loosened by this much more, metres or ratio, so that the solver's last digit cannot shut it again. */
const HAIR = 1e-6;

/** A constraint loosened by its slack, as a change to the run's inputs. */
function relax({ targets, cover, keeps }: GradeProblem, family: Family, slack: number, units: UnitSystem): Relaxation {
  const level = (metres: number) => formatLength(metres, units, 'level');
  const target = (key: string, value: number) => [{ path: ['targets', key], value }];
  switch (family) {
    case 'minFall': {
      const fall = targets.minFall - slack - HAIR;
      return { family, label: `Accept a fall of ${formatGradient(fall, units)}`, patches: target('minFall', fall) };
    }
    case 'maxFall': {
      const fall = Math.min(1, (targets.maxFall ?? 0) + slack + HAIR);
      return { family, label: `Allow a fall of ${formatGradient(fall, units)}`, patches: target('maxFall', fall) };
    }
    case 'cover':
      return {
        family,
        label: `Accept a cover of ${level(cover.asked - slack)}`,
        patches: target('cover', Math.max(0, cover.asked - slack - HAIR)),
      };
    case 'receiving': {
      const receiving = (targets.receiving ?? 0) - slack;
      return { family, label: `Lower the receiving level to ${level(receiving)}`, patches: target('receiving', receiving - HAIR) };
    }
    case 'incoming': {
      const incoming = (targets.incoming ?? 0) + slack;
      return { family, label: `Raise the incoming level to ${level(incoming)}`, patches: target('incoming', incoming + HAIR) };
    }
    case 'maxDepth': {
      const depth = (targets.maxDepth ?? 0) + slack;
      return { family, label: `Allow a depth of ${level(depth)}`, patches: target('maxDepth', depth + HAIR) };
    }
    case 'clearance': {
      const clearance = targets.clearance - slack;
      return {
        family,
        label: `Pass existing lines at ${level(clearance)}, if their owners agree`,
        patches: target('clearance', Math.max(0, clearance - HAIR)),
      };
    }
    case 'keep': {
      const names = keeps.map(({ station }) => formatStation(station, units)).join(', ');
      return {
        family,
        label: `Let the kept levels at ${names} move, by ${level(slack)} at most`,
        patches: keeps.map(({ id }) => ({ path: ['inverts', id, 'keep'], value: false })),
      };
    }
  }
}
