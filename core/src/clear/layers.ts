import type { ExistingLine } from '../job';
import { formatLength, type UnitSystem } from '../units';

/** One spade: what is cleared by hand before the machine may take the same layer, metres. */
export const SPADE = 0.2;
/** How much further to look when a line is not where it should be, metres. */
export const SEARCH_MARGIN = 0.3;
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

export function searchDepths(lines: readonly Pick<ExistingLine, 'coverMin' | 'coverMax' | 'size'>[]): SearchDepths {
  const deepest = Math.max(...lines.map((line) => line.coverMax + line.size));
  return { shallowest: Math.min(...lines.map((line) => line.coverMin)), deepest, giveUp: deepest + SEARCH_MARGIN };
}

/**
 * Clear-by-layers steps for one window, in order: a slot outside it for a face, then layer by layer a spade's depth by hand before
 * the machine takes that layer, down to the line; past its deepest by one margin, then stop and ask.
 */
export function clearSteps(lines: readonly ExistingLine[], units: UnitSystem): ClearStep[] {
  const { deepest, giveUp } = searchDepths(lines);
  const show = (depth: number) => formatLength(depth, units);
  const names = lines.map((line) => line.name).join(', ');
  const slot: ClearStep = {
    by: 'machine',
    depth: deepest + SLOT_EXTRA,
    text: `Outside the window, dig a slot across to ${show(deepest + SLOT_EXTRA)}: a face to work to, and a hole for the hand-dug soil.`,
  };
  const layers = Array.from({ length: Math.ceil(deepest / SPADE - 1e-9) }, (_, i) => Math.min(deepest, (i + 1) * SPADE)).flatMap(
    (depth): ClearStep[] => [
      { by: 'hand', depth, text: `By hand, clear the whole width to ${show(depth)}. Watch for tape, tiles, sand or gravel.` },
      { by: 'machine', depth, text: `Nothing found: the machine may take this layer, teeth no deeper than ${show(depth)}.` },
    ],
  );
  return [
    slot,
    ...layers,
    { by: 'hand', depth: giveUp, text: `${names} not found: go on by hand to ${show(giveUp)}, no deeper.` },
    {
      by: 'stop',
      depth: giveUp,
      text: `Still nothing: stop, record it and ask the locator again. The line may be elsewhere; it is not proven absent.`,
    },
  ];
}
