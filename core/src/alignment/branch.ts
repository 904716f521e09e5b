import {
  blankLaidLine,
  blankRunExtras,
  MOST_NAME,
  productOf,
  type Job,
  type LaidLine,
  type NewId,
  type Patch,
  type Reach,
  type Run,
} from '../job';
import { structureAt, withStructure } from './structures';
import { groundAt } from './ground';
import { levelsOn, reachIndexAt } from './levels';
import { placeAt } from './route';

/** Length a new branch starts out with, metres. */
const BRANCH_LENGTH = 10;
/** A structure this near takes the branch; else a branch fitting is put in, metres. */
const NEAR = 0.5;

/** The first name of its kind that nobody has: a name and what tells it apart, the name cut short where both are too long for one. */
export function freeName(name: string, kind: string, taken: readonly string[]): string {
  const named = (number: string) => `${name.slice(0, MOST_NAME - kind.length - number.length)}${kind}${number}`;
  if (!taken.includes(named(''))) return named('');
  let number = 2;
  while (taken.includes(named(` ${number}`))) number++;
  return named(` ${number}`);
}

/**
 * A branch that joins a run at a station: a new run that ends there, square to it on its left, on the same layers; and the patches that
 * put the fitting into the run. A falling branch comes in at the run's own invert.
 */
export function branchFrom(
  job: Pick<Job, 'products' | 'owners'>,
  run: Run,
  station: number,
  names: readonly string[],
  newId: NewId,
): { branch: Run; patches: Patch[] } {
  const product = productOf(job, run);
  const lead = run.laid[0] as LaidLine;
  const near = run.structures.find((item) => Math.abs(item.station - station) <= NEAR);
  const fitting = near ?? structureAt(run, station, 'junction', newId());
  const place = placeAt(run, fitting.station);
  const out = { x: place.x - Math.sin(place.heading) * BRANCH_LENGTH, y: place.y + Math.cos(place.heading) * BRANCH_LENGTH };
  const reach = run.reaches[reachIndexAt(run, fitting.station)] as Reach;
  const { invert } = levelsOn(run, product, fitting.station);
  const falls = reach.levels.kind === 'gravity';
  const ground = groundAt(run.stations, fitting.station);
  const branch: Run = {
    ...blankRunExtras(),
    name: freeName(run.name, ' branch', names),
    stations: [
      { station: 0, ground },
      { station: BRANCH_LENGTH, ground },
    ],
    inverts: falls
      ? [
          { id: newId(), station: 0, invert: invert + product.minFall * BRANCH_LENGTH, keep: false },
          { id: newId(), station: BRANCH_LENGTH, invert, keep: true },
        ]
      : [],
    route: [out, { x: place.x, y: place.y }],
    structures: [{ ...fitting, station: BRANCH_LENGTH, pit: null }],
    laid: [blankLaidLine(lead.name, lead.product, newId())],
    surface: run.surface,
    reaches: [{ ...reach, id: newId(), from: 0 }],
    spoil: run.spoil,
  };
  return { branch, patches: near ? [] : [{ path: ['structures'], value: withStructure(run, fitting) }] };
}

/** The same run under another name, to be changed and compared. Records of digging stay with the first. */
export const variantOf = (run: Run, names: readonly string[]): Run => ({
  ...run,
  archived: false,
  name: freeName(run.name, ' (variant)', names),
});
