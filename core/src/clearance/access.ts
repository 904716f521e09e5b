import type { Machine, OutlinePoint } from '../catalogue';
import { EPSILON } from '../geometry/walls';
import { checkList, type Found, type Pinch } from '../job';
import type { Rules } from '../rules';

/** Room between the machine and what it squeezes past, each side, metres. */
export const SIDE_ROOM = 0.05;

/**
 * Level gap a machine needs on a cross-fall, with a barrier on the downhill side: half its width laid level uphill, and downhill the
 * furthest its outline leans over: (W/2)cosθ + max(y·cosθ + z·sinθ), z no higher than the barrier.
 * For a slab W wide and H high before a tall barrier this is W·cosθ + H·sinθ.
 * @param outline right half of the cross-section, bottom up, metres. @param barrier its height, metres; null leaves the machine free to lean.
 */
export function gapNeeded(width: number, outline: readonly OutlinePoint[], crossFall: number, barrier: number | null): number {
  const [c, s] = [Math.cos(crossFall), Math.sin(crossFall)];
  const most = barrier ?? 0;
  let lean = (width / 2) * c;
  outline.forEach((point, i) => {
    const before = outline[i - 1];
    if (point.z <= most + EPSILON) lean = Math.max(lean, point.y * c + point.z * s);
    // The outline passes the barrier's top on its way up.
    else if (before && before.z < most) {
      const share = (most - before.z) / (point.z - before.z);
      lean = Math.max(lean, (before.y + (point.y - before.y) * share) * c + most * s);
    }
  });
  return (width / 2) * c + lean;
}

/** A gap as a level distance: taped along the slope it counts times cos θ. */
export const levelGap = (pinch: Pick<Pinch, 'gap' | 'alongSlope' | 'crossFall'>): number =>
  pinch.alongSlope ? pinch.gap * Math.cos(pinch.crossFall) : pinch.gap;

/** Gap needed and had at a pinch, level, metres. */
export const pinchRoom = (pinch: Pinch, machine: Machine): { needed: number; had: number } => ({
  needed: gapNeeded(machine.width, machine.outline, pinch.crossFall, pinch.barrier),
  had: levelGap(pinch),
});

/** What the checks of the way in are given. */
export interface AccessContext {
  pinches: readonly Pinch[];
  machine: Machine;
  rules: Rules;
}

/** One finding at a pinch, about what the machine and the place have to do with each other. */
const at = <F>(pinch: Pinch, severity: Found['severity'], facts: F): Found<F & { pinch: string }> => ({
  severity,
  subject: { kind: 'pinch', id: pinch.id },
  where: [],
  facts: { pinch: pinch.name, ...facts },
  fixes: [],
});

/** Gaps the machine does not go through, or only just. */
export const tightGaps = ({ pinches, machine }: AccessContext) =>
  pinches.flatMap((pinch) => {
    const { needed, had } = pinchRoom(pinch, machine);
    if (needed + 2 * SIDE_ROOM <= had + EPSILON) return [];
    return [at(pinch, needed > had + EPSILON ? 'stop' : 'caution', { machine: machine.name, needed, had, basis: machine.basis })];
  });

/** From this share of its limit on a place is close to it. */
const NEAR_LIMIT = 0.8;
/** Bridges, slabs and gangways that bear less than the machine weighs, or hardly more. */
export const weakPlaces = ({ pinches, machine }: AccessContext) =>
  pinches.flatMap((pinch) =>
    pinch.bears === null || machine.mass <= NEAR_LIMIT * pinch.bears
      ? []
      : [at(pinch, machine.mass > pinch.bears ? 'stop' : 'caution', { bears: pinch.bears, mass: machine.mass, basis: machine.basis })],
  );

/** Lines and beams overhead: the machine on the move, and with its arm up. */
export const lowOverhead = ({ pinches, machine, rules }: AccessContext) =>
  pinches.flatMap((pinch) => {
    if (pinch.overhead === null) return [];
    const away = pinch.live ? (rules.overheadExclusion.value ?? 0) : 0;
    const [passing, raised] = [machine.height + away, machine.reachUp + away];
    if (raised <= pinch.overhead) return [];
    const facts = { overhead: pinch.overhead, live: pinch.live, away, passing, reachUp: machine.reachUp, basis: machine.basis };
    return [at(pinch, passing > pinch.overhead ? 'stop' : 'caution', facts)];
  });

/** Ground a track is thrown on, or sinks into. */
export const badGround = ({ pinches }: AccessContext) =>
  pinches.flatMap((pinch) => {
    const thrown = pinch.surface === 'loose' && pinch.tightTurn;
    return thrown || pinch.surface === 'soft' ? [at(pinch, 'caution', { thrown })] : [];
  });

/** Checks of the way in: of the job and its machine, not of a run. */
export const accessChecks = checkList<AccessContext>()({
  'access.gap': { gates: ['dig'], run: tightGaps },
  'access.bears': { gates: ['dig'], run: weakPlaces },
  'access.overhead': { gates: ['dig'], run: lowOverhead },
  'access.ground': { gates: ['dig'], run: badGround },
});
