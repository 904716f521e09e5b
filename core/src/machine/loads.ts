import type { Machine } from '../catalogue';
import { EPSILON, largest } from '../geometry';
import { heaviestOf, type PlaceSupport } from '../protection';
import { placedLines, type Job, type Run } from '../job';
import { figuresIn } from '../units';
import { isOpen, reachSpan, type ProfileColumns } from '../alignment';
import { hanging, liftAt } from './lift';
import { windowOf } from './setUps';

/** Something the machine has to lift into or out of the trench, kilograms by itself. */
export interface Load {
  what: string;
  mass: number;
}

/** Where it would lift it from. `astride`: from its last stand, over the blade, which is down; `beside`: over the side, clear of the lip. */
export interface LiftFrom {
  from: 'astride' | 'beside';
  radius: number;
  rated: number;
}

/** A load and what the machine may lift there, kilograms; the better place first. */
export interface LiftCheck extends Load {
  /** With sling, on the move. */
  hanging: number;
  places: LiftFrom[];
  fits: boolean;
}

/** Nobody needs a machine for less, kilograms: two people lift it. */
const BY_HAND = 50;

/** What has to be lifted on a run: sticks of pipe, drums of cable, the heaviest piece of the supports. Heaviest first, each kind once. */
export function loadsOf(job: Pick<Job, 'products' | 'owners' | 'units'>, run: Run, supports: readonly PlaceSupport[]): Load[] {
  const lines = placedLines(job, run).map(({ product, from, to }): Load => {
    const { form, length } = product.stock;
    const onDrum = run.logistics.drums.find((one) => one.product === product.id)?.lengths;
    // A drum not to hand is cut to the way by whoever sells it.
    const one = form === 'stick' ? length : onDrum ? Math.max(...onDrum) : Math.min(to - from, length);
    const name = { stick: 'A length of', coil: 'A coil of', drum: 'The drum of' }[form];
    return { what: `${name} ${product.name}`, mass: product.mass * one };
  });
  const heaviest = supports.flatMap(({ kit, schedule }): Load[] =>
    kit && schedule ? [{ what: `The heaviest piece of ${figuresIn(kit.name, job.units)}`, mass: heaviestOf(schedule) }] : [],
  );
  const all = [...lines, ...heaviest].filter(({ mass }) => mass > BY_HAND).sort((a, b) => b.mass - a.mass);
  return all.filter(({ what }, i) => all.findIndex((one) => one.what === what) === i);
}

/** Radius from the swing axis to the trench's middle at its deepest, from both places, metres. */
export function liftingRadii(run: Run, profile: ProfileColumns & { topWidth: readonly number[] }, machine: Machine) {
  const open = run.reaches.flatMap((reach, index) => (isOpen(reach) ? [{ reach, span: reachSpan(profile, index) }] : []));
  const deepest = largest(open.map(({ span }) => largest(profile.depth, span)));
  const window = windowOf(machine, Math.max(0.1, deepest));
  // Clear of the lip by as much as the trench is deep, unless its walls are held.
  const clear = open.map(({ reach, span }) => {
    const off = reach.protection === 'none' ? largest(profile.depth, span) : run.spoil.setback;
    return largest(profile.topWidth as number[], span) / 2 + off + machine.widthOut / 2;
  });
  return {
    astride: window ? (window.from + window.to) / 2 : machine.arm.foot.x + machine.arm.boom,
    beside: largest(clear),
  };
}

/** Every load against what the machine may lift there. */
export function liftChecks(
  job: Pick<Job, 'products' | 'owners' | 'units'>,
  run: Run,
  profile: ProfileColumns & { topWidth: readonly number[] },
  supports: readonly PlaceSupport[],
  machine: Machine,
): LiftCheck[] {
  const radii = liftingRadii(run, profile, machine);
  const places: LiftFrom[] = [
    { from: 'astride' as const, radius: radii.astride, rated: liftAt(machine, radii.astride, 0, true).rated },
    { from: 'beside' as const, radius: radii.beside, rated: liftAt(machine, radii.beside, Math.PI / 2).rated },
  ].sort((a, b) => b.rated - a.rated);
  return loadsOf(job, run, supports).map((load) => {
    const all = hanging(load.mass);
    return { ...load, hanging: all, places, fits: all <= (places[0] as LiftFrom).rated + EPSILON };
  });
}
