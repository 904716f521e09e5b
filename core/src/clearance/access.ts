import { wayinNames, type Machine, type OutlinePoint } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Finding, Pinch } from '../job';
import type { Rules } from '../rules';
import { formatLength, formatMassOf, type UnitSystem } from '../units';

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

/** What the machine cannot pass on its way in, and what it passes only with care. */
export function accessFindings(pinches: readonly Pinch[], machine: Machine, rules: Rules, units: UnitSystem): Finding[] {
  return pinches.flatMap((pinch, index): Finding[] => {
    const show = (metres: number) => formatLength(metres, units);
    const base: Pick<Finding, 'chapter' | 'fixes'> = { chapter: 'clear', fixes: [] };
    const found: Finding[] = [];
    const add = (id: string, severity: Finding['severity'], what: string, why: string, basis: string) =>
      found.push({ ...base, id: `clear.way.${index}.${id}`, severity, what: `${pinch.name}: ${what}`, why, basis });
    const { needed, had } = pinchRoom(pinch, machine);
    const gapBasis = `W/2·cosθ + furthest lean of its outline, tracks in; ${machine.basis.toLowerCase()}`;
    if (needed > had + EPSILON)
      add('gap', 'stop', `the ${machine.name} needs ${show(needed)} and there is ${show(had)}`, 'It does not go through.', gapBasis);
    else if (needed + 2 * SIDE_ROOM > had + EPSILON)
      add(
        'gap',
        'caution',
        `${show(had - needed)} to spare in all for the ${machine.name}`,
        'One slip of a track and it touches. Measure it, and have somebody guide the driver.',
        gapBasis,
      );
    if (pinch.bears !== null && machine.mass > pinch.bears)
      add(
        'bears',
        'stop',
        `bears ${formatMassOf(pinch.bears, units)}; the machine weighs ${formatMassOf(machine.mass, units)}`,
        'It may give way. Ask who owns it before anything heavy goes on.',
        `Limit as posted or told; ${machine.basis.toLowerCase()}`,
      );
    else if (pinch.bears !== null && machine.mass > 0.8 * pinch.bears)
      add(
        'bears',
        'caution',
        `${formatMassOf(pinch.bears - machine.mass, units)} below its limit`,
        'Fuel, bucket, mud and the driver count too.',
        'Four fifths of the limit as a prompt',
      );
    if (pinch.overhead !== null) {
      const away = pinch.live ? (rules.overheadExclusion.value ?? 0) : 0;
      if (machine.height + away > pinch.overhead)
        add(
          'overhead',
          'stop',
          `${show(pinch.overhead)} overhead; the machine and its distance take ${show(machine.height + away)}`,
          pinch.live ? 'A spark jumps before anything touches.' : 'It does not pass under.',
          pinch.live ? rules.overheadExclusion.basis : machine.basis,
        );
      else if (machine.reachUp + away > pinch.overhead)
        add(
          'overhead',
          'caution',
          `boom and bucket down under ${show(pinch.overhead)}`,
          `Raised it reaches ${show(machine.reachUp)}${pinch.live ? `, and ${show(away)} must stay clear` : ''}. No digging or dumping below it.`,
          pinch.live ? rules.overheadExclusion.basis : machine.basis,
        );
    }
    if (pinch.surface === 'loose' && pinch.tightTurn)
      add('track', 'caution', 'loose gravel and a tight turn', 'That throws a track. Turn wide, or lay mats.', 'Usual practice');
    if (pinch.surface === 'soft')
      add('soft', 'caution', `${wayinNames.soft.toLowerCase()} ground`, 'Lay mats, and mind the way out after rain.', 'Usual practice');
    return found;
  });
}
