import type { Machine } from '../catalogue';
import { ByDepth, EPSILON, joinedPieces, type Range } from '../geometry';
import type { Found, Job, Run } from '../job';
import { extent, type ProfileColumns } from '../alignment';
import { placeSubject, type Place } from '../trench';
import type { PlaceSupport } from '../protection';
import type { Rules } from '../rules';
import { handRate } from './cycle';
import { backingOut, type BackingOut } from './exit';
import { deepestFor } from './fit';
import { hookHeight, RIGGING } from './hook';
import { liftChecks, type LiftFrom } from './loads';
import { DEPTH_TO_SPARE, SHORT_WINDOW } from './reach';
import { windowOf, type SetUps } from './setUps';

/** What the checks of the machine are given. */
export interface MachineContext {
  job: Job;
  run: Run;
  rules: Rules;
  machine: Machine;
  profile: ProfileColumns & { topWidth: number[]; area: number[] };
  places: readonly Place[];
  supports: readonly PlaceSupport[];
  setUps: SetUps;
}

/** Where a place is deeper than a limit, and how deep; undefined where it nowhere is. */
function deeperThan(place: Place, limit: number): { where: Range[]; depth: number } | undefined {
  if (place.deepest.depth <= limit + EPSILON) return undefined;
  const deep = new ByDepth([limit], (depth) => depth > limit + EPSILON);
  const pieces = deep.along(place.station, place.depth).filter(({ answer }) => answer);
  return { where: joinedPieces(pieces), depth: place.deepest.depth };
}

/** Holes deeper than the machine reaches. */
export const pastReach = ({
  places,
  machine,
}: MachineContext): Found<{ machine: string; reaches: number; depth: number; basis: string }>[] =>
  places.flatMap((place) => {
    const reaches = deepestFor(machine);
    const deep = deeperThan(place, reaches);
    if (!deep) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: deep.where,
        facts: { machine: machine.name, reaches, depth: deep.depth, basis: machine.basis },
        fixes: [],
      },
    ];
  });

/** Holes so near the limit of its reach that hardly any floor is left to shave. */
export const edgeOfReach = ({
  places,
  machine,
}: MachineContext): Found<{
  machine: string;
  spare: number;
  advised: number;
  shaves: number;
  short: boolean;
  basis: string;
}>[] =>
  places.flatMap((place) => {
    const reaches = deepestFor(machine);
    const edge = deeperThan(place, reaches * (1 - DEPTH_TO_SPARE));
    if (!edge || edge.depth > reaches + EPSILON) return [];
    const window = windowOf(machine, edge.depth);
    const shaves = window ? window.to - window.from : 0;
    return [
      {
        severity: 'caution' as const,
        subject: placeSubject(place),
        where: edge.where,
        facts: {
          machine: machine.name,
          spare: Math.max(0, 1 - edge.depth / reaches),
          advised: DEPTH_TO_SPARE,
          shaves,
          short: shaves < SHORT_WINDOW,
          basis: machine.basis,
        },
        fixes: [],
      },
    ];
  });

/** At a blind end the last bite needs ground past the end of the run to stand on. */
export function standsPastEnd({
  run: { access },
  setUps: { list, past },
  machine,
}: MachineContext): Found<{ machine: string; past: number }>[] {
  const last = list.at(-1);
  // Where it can leave at that end, or by the side, there is ground to stand on.
  if (!last || past <= EPSILON || access.exit !== access.digFrom) return [];
  return [{ severity: 'note', where: [{ from: last.from, to: last.to }], facts: { machine: machine.name, past }, fixes: [] }];
}

/** Loads past the machine's own chart, where nobody typed another capacity. */
export function liftsTooMuch({ job, run, profile, supports, machine }: MachineContext): Found<{
  what: string;
  hanging: number;
  machine: string;
  best: LiftFrom;
}>[] {
  if (run.conditions.lift !== null) return [];
  const [worst] = liftChecks(job, run, profile, supports, machine).filter(({ fits }) => !fits);
  if (!worst) return [];
  const [best] = worst.places as [LiftFrom];
  return [{ severity: 'caution', where: [], facts: { what: worst.what, hanging: worst.hanging, machine: machine.name, best }, fixes: [] }];
}

/** Sheets longer than the hook gets up with their rigging: they cannot be stood in the slit. */
export const hookTooLow = ({ places, supports, machine }: MachineContext): Found<{ machine: string; hook: number; needed: number }>[] =>
  places.flatMap((place) => {
    const schedule = supports.find((one) => one.place === place.id)?.schedule;
    const hook = hookHeight(machine.arm);
    if (schedule?.kind !== 'sheets' || hook >= schedule.sheetLength + RIGGING - EPSILON) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: [{ from: place.from, to: place.to }],
        facts: { machine: machine.name, hook, needed: schedule.sheetLength + RIGGING },
        fixes: [],
      },
    ];
  });

const OTHER = { start: 'end', end: 'start' } as const;

/** The machine backs away from what it digs: does the way it backs lead out? If not, can it come back past its trench? */
export function trapped({
  job,
  run,
  profile,
  machine,
  rules,
}: MachineContext): Found<BackingOut & { digFrom: 'start' | 'end'; beside: boolean; astride: boolean }>[] {
  const { digFrom, exit } = run.access;
  if (exit === 'both' || exit === 'side' || exit === OTHER[digFrom]) return [];
  const { start, end } = extent(run);
  const back = backingOut(run, profile, machine, rules, handRate(job, run.spoil.ground));
  const beside = back.besideNeeded <= back.besideHad + EPSILON;
  const astride = back.thinVolume === 0;
  return [
    {
      severity: beside || astride ? 'caution' : 'stop',
      where: [{ from: start, to: end }],
      facts: { ...back, digFrom, beside, astride },
      fixes: [{ code: 'digFrom', facts: { end: OTHER[digFrom] }, patches: [{ path: ['access', 'digFrom'], value: OTHER[digFrom] }] }],
    },
  ];
}
