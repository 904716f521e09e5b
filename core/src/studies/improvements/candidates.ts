import { beddingIds, beddings, products, type Product } from '../../catalogue';
import { placedLines, linesIn, machinesFor, type Finding, type Job, type Patch, type Reach, type Run } from '../../job';
import { findGrade } from '../../alignment/grade';
import { isOpen, reachEnd } from '../../alignment';
import type { Solver } from '../../lp';
import { arrangeLines, bedFault } from '../../trench';
import { optionWords, protectionOptions } from '../protection';
import { sayFix } from '../../words';
import { lookOf, mendsOf } from '../../plan/mends';
import type { Plan } from '../../plan/plan';
import { figuresIn, formatLength, type UnitSystem } from '../../units';

/** What a try changes. `fix`: offered by a finding of the plan. */
export const alternativeKinds = ['fix', 'width', 'protection', 'machine', 'line', 'bed', 'arrangement', 'grade', 'spoil'] as const;
export type AlternativeKind = (typeof alternativeKinds)[number];

/** Something to try: changes to the job and to the run. */
export interface Try {
  kind: AlternativeKind;
  label: string;
  job: Patch[];
  run: Patch[];
}

const centimetreUp = (value: number) => Math.ceil(value * 100 - 1e-6) / 100;
const set = (id: string, key: string, value: unknown): Patch => ({ path: ['reaches', id, key], value });

/** Bores this far apart, as a logarithm, may stand in for each other: a 22 mm copper for a 32 mm plastic tube. */
const LIKE = 0.55;
/** Nearest kin of a line: same kind, family and cores, about as wide inside, cheapest first. */
const kin = (product: Product, own: readonly Product[]): Product[] =>
  [...own, ...products()]
    .filter(
      ({ id, kind, family, dn, conductor }) =>
        id !== product.id &&
        kind === product.kind &&
        family === product.family &&
        conductor?.cores === product.conductor?.cores &&
        Math.abs(Math.log(dn / product.dn)) < LIKE,
    )
    .sort((a, b) => a.price - b.price)
    .slice(0, 3);

/**
 * Everything worth trying on a run, piece by piece, so that the caller can tell how far it is: the plan's own fixes, and each part of the plan another way.
 */
export function tries(job: Job, run: Run, plan: Plan, solver: Solver | undefined): (() => Try[])[] {
  const { units } = job;
  const lines = placedLines(job, run);
  const open = run.reaches.map((reach, index) => ({ reach, index })).filter(({ reach }) => isOpen(reach));
  const where = (index: number) => (open.length > 1 ? ` from ${formatLength((run.reaches[index] as Reach).from, units)}` : '');
  return [
    () =>
      plan.findings.flatMap((finding) =>
        mendsOf<Finding>(finding, run, plan.findings, lookOf(job)).map(({ fix }): Try => ({
          kind: 'fix',
          label: sayFix(fix, job),
          job: [],
          run: fix.patches,
        })),
      ),
    () => widths(run, plan, units, where),
    () =>
      machinesFor(job).flatMap(({ id, machine }): Try[] =>
        id === job.machine
          ? []
          : [{ kind: 'machine', label: `Take the ${machine.name}`, job: [{ path: ['machine'], value: id }], run: [] }],
      ),
    () => beds(job, run, where),
    () =>
      placedLines(job, run).flatMap(({ id, name, product }) =>
        kin(product, job.products).map((other): Try => ({
          kind: 'line',
          label: `${name}: ${other.name}`,
          job: [],
          run: [{ path: ['laid', id, 'product'], value: other.id }],
        })),
      ),
    () =>
      (['left', 'right', 'both'] as const).flatMap((side): Try[] =>
        side === run.spoil.side
          ? []
          : [
              {
                kind: 'spoil',
                label: `Spoil ${side === 'both' ? 'on both sides' : `on the ${side}`}`,
                job: [],
                run: [{ path: ['spoil', 'side'], value: side }],
              },
            ],
      ),
    ...open.map(
      ({ reach, index }) =>
        () =>
          protectionOptions(job, run, reach.id)
            .filter(({ feasible }) => feasible)
            .map(({ id, kit, patches }): Try => ({
              kind: 'protection',
              label: `${optionWords[id].name}${kit ? `: ${figuresIn(kit.name, job.units)}` : ''}${where(index)}`,
              job: [],
              run: patches,
            })),
    ),
    ...open.map(({ reach, index }) => () => {
      const here = linesIn(lines, reach.from, reachEnd(run, index));
      return here.length < 2 ? [] : arrangements(job, run, index, where);
    }),
    () => (solver && open.some(({ reach }) => reach.levels.kind === 'gravity') ? grades(job, run, solver) : []),
  ];
}

/** Reaches dug wider than they need be. */
function widths(run: Run, plan: Plan, units: UnitSystem, where: (index: number) => string): Try[] {
  return plan.widthFloors.flatMap(({ reach: id, width }): Try[] => {
    const index = run.reaches.findIndex((one) => one.id === id);
    const reach = run.reaches[index] as Reach;
    const least = Math.max(centimetreUp(width), reach.supportWidths?.least ?? 0);
    if (!isOpen(reach) || least >= reach.bottomWidth - 0.005) return [];
    return [
      { kind: 'width', label: `Narrow to ${formatLength(least, units)}${where(index)}`, job: [], run: [set(id, 'bottomWidth', least)] },
    ];
  });
}

/** Every other bedding that all lines of a reach may lie in. */
function beds(job: Job, run: Run, where: (index: number) => string): Try[] {
  const lines = placedLines(job, run);
  return run.reaches.flatMap((reach, index) => {
    if (!isOpen(reach)) return [];
    const here = linesIn(lines, reach.from, reachEnd(run, index));
    return beddingIds
      .filter((id) => id !== reach.beddingMaterial && here.every(({ product }) => bedFault(product, id) === undefined))
      .map((id): Try => ({
        kind: 'bed',
        label: `${figuresIn(beddings[id].name, job.units)}${where(index)}`,
        job: [],
        run: [set(reach.id, 'beddingMaterial', id)],
      }));
  });
}

function arrangements(job: Job, run: Run, index: number, where: (index: number) => string): Try[] {
  const reach = run.reaches[index] as Reach;
  try {
    const { offers } = arrangeLines(job, run, index, (reach.from + reachEnd(run, index)) / 2);
    return offers.map(({ patches }, i): Try => ({
      kind: 'arrangement',
      label: `Arrangement ${i + 1}${where(index)}`,
      job: [],
      run: patches,
    }));
  } catch (error) {
    // None fits: that is no way to try, and the make-up says why.
    if (error instanceof Error && error.name === 'InputError') return [];
    throw error;
  }
}

function grades(job: Job, run: Run, solver: Solver): Try[] {
  const result = findGrade(job, run, { solver });
  return result.kind === 'found' ? [{ kind: 'grade', label: 'The line with least digging', job: [], run: result.patches }] : [];
}
