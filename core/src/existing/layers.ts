import { sameJson, type Clearing, type ExistingLine, type Run } from '../job';
import type { Rules } from '../rules';
import { figuresIn, formatLength, type UnitSystem } from '../units';
import { keepOut } from './windows';

/** How much deeper than the line the slot beside the window goes, metres. */
const SLOT_EXTRA = 0.1;

export interface ClearStep {
  /** Depth below ground that the step ends at, metres. */
  depth: number;
  by: 'machine' | 'hand' | 'stop';
  text: string;
}

/** Depths that govern the search for the lines of a window, metres below ground. */
export interface SearchDepths {
  /** From here on a line may be met. */
  shallowest: number;
  /** The deepest a line's underside is expected. */
  deepest: number;
  /** Stop looking here and ask again. */
  giveUp: number;
}

type Expected = Pick<ExistingLine, 'coverMin' | 'coverMax' | 'size'>;

export function searchDepths(lines: readonly Expected[], rules: Pick<Rules, 'searchMargin'>): SearchDepths {
  const deepest = Math.max(...lines.map((line) => line.coverMax + line.size));
  return { shallowest: Math.min(...lines.map((line) => line.coverMin)), deepest, giveUp: deepest + (rules.searchMargin.value ?? 0) };
}

/**
 * Clear-by-layers steps for one window, in order: a slot outside it for a face; by machine, in thin layers, as far over the shallowest as the rule lets it come,
 * where every line was at least detected; then layer by layer a spade's depth by hand before the machine takes that layer, down to the line; past its deepest by
 * one margin, then stop and ask. Where every line has been seen, only the digging round them is left.
 * @param lines as known now, see {@link knownLine}.
 */
export function clearSteps(lines: readonly ExistingLine[], rules: Rules, units: UnitSystem): ClearStep[] {
  const show = (depth: number) => formatLength(depth, units);
  const hidden = lines.filter(({ evidence }) => evidence !== 'exposed');
  if (hidden.length === 0) return lines.map((line) => seenStep(line, rules, units));
  const { deepest, giveUp } = searchDepths(hidden, rules);
  const spade = rules.spadeDepth.value ?? deepest;
  const free = machineFree(hidden, rules);
  const names = hidden.map((line) => line.name).join(', ');
  const slot: ClearStep = {
    by: 'machine',
    depth: deepest + SLOT_EXTRA,
    text: `Outside the window, dig a slot across to ${show(deepest + SLOT_EXTRA)}: a face to work to, and a hole for the hand-dug soil.`,
  };
  const first: ClearStep[] =
    free > 0
      ? [
          {
            by: 'machine',
            depth: free,
            text: `By machine to ${show(free)}, ${show(spade)} at a time, somebody watching: ${show(rules.machineOver.value ?? 0)} over the shallowest they may lie. ${figuresIn(rules.machineOver.basis, units)}.`,
          },
        ]
      : [];
  const layers = Array.from({ length: Math.ceil((deepest - free) / spade - 1e-9) }, (_, i) =>
    Math.min(deepest, free + (i + 1) * spade),
  ).flatMap((depth): ClearStep[] => [
    { by: 'hand', depth, text: `By hand, clear the whole width to ${show(depth)}. Watch for tape, tiles, sand or gravel.` },
    { by: 'machine', depth, text: `Nothing found: the machine may take this layer, teeth no deeper than ${show(depth)}.` },
  ]);
  // What has been seen among what has not comes first: no layer is taken over it unprotected.
  const seen = lines.filter(({ evidence }) => evidence === 'exposed').map((line) => seenStep(line, rules, units));
  return [
    ...seen,
    slot,
    ...first,
    ...layers,
    { by: 'hand', depth: giveUp, text: `${names} not found: go on by hand to ${show(giveUp)}, no deeper.` },
    {
      by: 'stop',
      depth: giveUp,
      text: `Still nothing: stop, record it and ask the locator again. The line may be elsewhere; it is not proven absent.`,
    },
  ];
}

/**
 * How far down a machine may dig over lines nobody has seen, metres: the rule's distance over the shallowest they may lie; nothing where that is less than a spade, or
 * where one is known from a drawing alone, which says nothing of its depth.
 */
export function machineFree(
  hidden: readonly Pick<ExistingLine, 'coverMin' | 'evidence'>[],
  rules: Pick<Rules, 'machineOver' | 'spadeDepth'>,
): number {
  const over = rules.machineOver.value;
  if (over === null || hidden.some(({ evidence }) => evidence === 'drawing')) return 0;
  const free = Math.min(...hidden.map(({ coverMin }) => coverMin)) - over;
  return free >= (rules.spadeDepth.value ?? 0) ? free : 0;
}

function seenStep(line: ExistingLine, rules: Rules, units: UnitSystem): ClearStep {
  const show = (depth: number) => formatLength(depth, units);
  return {
    by: 'hand',
    depth: line.coverMin,
    text: `${line.name} seen at ${show(line.coverMin)}: support and protect it, and keep the bucket ${show(keepOut(line, rules))} off its middle. Dig that by hand.`,
  };
}

/** What a window's progress is kept under: it starts anew when other lines share the window, or one of them has been seen. */
type WindowKey = Pick<Clearing, 'hidden' | 'seen'>;
const keyOf = (lines: readonly Pick<ExistingLine, 'id' | 'evidence'>[]): WindowKey => {
  const ids = (exposed: boolean) => lines.filter(({ evidence }) => (evidence === 'exposed') === exposed).map(({ id }) => id);
  return { hidden: ids(false).sort(), seen: ids(true).sort() };
};
const sameKey = (a: WindowKey, b: WindowKey): boolean => sameJson([a.hidden, a.seen], [b.hidden, b.seen]);

/**
 * How many steps of a window have been ticked off, never more than there are. Ticks of other steps are none: where covers or rules were changed since, the last
 * ticked went to another depth; where one of its lines lies elsewhere on the run since, it was another window.
 */
export function stepsDone(clearing: Run['clearing'], lines: readonly ExistingLine[], steps: readonly ClearStep[]): number {
  const kept = clearing?.find((item) => sameKey(item, keyOf(lines)));
  if (!kept || kept.where?.some(({ line, place }) => !sameJson(place, lines.find(({ id }) => id === line)?.where))) return 0;
  const done = Math.min(kept.done, steps.length);
  // A record that names no depth is of a time when hands always went first.
  const same =
    kept.depth === undefined
      ? steps.every(({ by }, i) => i === 0 || by !== 'machine' || steps[i - 1]?.by === 'hand')
      : sameDepth(steps, done, kept.depth);
  return same ? done : 0;
}
const sameDepth = (steps: readonly ClearStep[], done: number, depth: number): boolean =>
  Math.abs((steps[done - 1]?.depth ?? 0) - depth) < 1e-6;

/** What to enter in the book when so many steps of a window are done. */
export const stepsOf = (lines: readonly ExistingLine[], steps: readonly ClearStep[], done: number): Clearing => ({
  ...keyOf(lines),
  done,
  depth: steps[done - 1]?.depth ?? 0,
  where: lines.map(({ id, where }) => ({ line: id, place: where })),
});
