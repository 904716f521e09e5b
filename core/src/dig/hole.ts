import { EPSILON } from '../geometry';
import { verdictAt } from '../protection/verdicts';
import type { Fault, PlaceSupport } from '../protection';
import type { Rules } from '../rules';
import type { Place } from '../trench';
import type { AsDug } from './asDug';

/**
 * What is wrong with a hole as it was found at a check. `wide`, `narrow`: the supports that come do not open as far, or do not close as far; it may not be
 * packed out. `tight`: narrower than planned. `fault`: as dug, walls or supports do not hold by the rules where as planned they do.
 */
export type HoleFault =
  | { kind: 'wide' | 'narrow'; found: number; limit: number; supports: string }
  | { kind: 'tight'; found: number; planned: number }
  | { kind: 'fault'; fault: Fault; depth: number };

/** Narrower than planned by less than this is as planned, metres: what a tape is read to. */
const TAPE = 0.02;

/** Holds the hole at a check, as deep and wide as it was found, against its supports and the walls' rules: the same function that judges the plan. */
export function holeFaults(check: AsDug, place: Place, support: PlaceSupport | undefined, rules: Rules): HoleFault[] {
  const { design, widthBottom, widthTop, layer, level } = check;
  const faults: HoleFault[] = [];
  if (widthBottom !== undefined) {
    const clear = widthBottom - 2 * place.panel;
    const range = support?.kit ?? place.sides.supportWidths ?? undefined;
    const supports = support?.kit?.name ?? 'What is coming';
    if (range && clear > range.most + EPSILON) faults.push({ kind: 'wide', found: clear, limit: range.most, supports });
    else if (range && clear < range.least - EPSILON) faults.push({ kind: 'narrow', found: clear, limit: range.least, supports });
    if (widthBottom < design.width - TAPE) faults.push({ kind: 'tight', found: widthBottom, planned: design.width });
  }
  const depth = layer === 'bottom' ? Math.max(0, design.ground - level) : design.ground - design.bottom;
  const dug = verdictAt(asFound(place, depth, widthBottom, widthTop), support, depth, rules);
  if (dug.level === 'none' || dug.faults.length === 0) return faults;
  const planned = new Set(verdictAt(place, support, design.ground - design.bottom, rules).faults.map(nameOf));
  const fresh = dug.faults.find((fault) => !planned.has(nameOf(fault)));
  return fresh ? [...faults, { kind: 'fault', fault: fresh, depth }] : faults;
}

/** A place with the sides as they were measured: straight from the bottom to the top, alike on both, where nothing holds them. */
function asFound(place: Place, depth: number, widthBottom: number | undefined, widthTop: number | undefined): Place {
  if (widthBottom === undefined || widthTop === undefined || depth <= 0 || place.sides.protection !== 'none') return place;
  const ratio = Math.max(0, (widthTop - widthBottom) / 2 / depth);
  const wall = ratio > 0 ? ({ kind: 'batter', ratio } as const) : ({ kind: 'vertical' } as const);
  return { ...place, sides: { ...place.sides, left: wall, right: wall } };
}

/** What a fault is of, so that one of the plan is known again. */
const nameOf = (fault: Fault): string => ('fault' in fault ? `${fault.code}.${fault.fault}` : fault.code);
