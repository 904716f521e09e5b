import type { CheckFact, KeptOf } from '../book';
import { EPSILON } from '../geometry';
import type { Rules } from '../rules';
import { levelOf, type Design } from './design';
import type { Instrument } from './instruments';
import { planeAt } from './plane';

/** How far a level may be off, metres: what falls is held closer. */
export const levelWithin = ({ falls }: Pick<Design, 'falls'>, rules: Rules): number =>
  (falls ? rules.levelFalling : rules.levelOther).value ?? Infinity;

/** The level a check found at its station, metres; undefined where its set-up is not known. */
export function levelFound(
  { found: { as, value }, station }: KeptOf<'check'>['entry']['fact'],
  ground: number,
  instrument: Instrument | undefined,
): number | undefined {
  switch (as) {
    case 'level':
      return value;
    case 'depth':
      return ground - value;
    case 'reading':
      return instrument && planeAt(instrument.plane, station) - value;
  }
}

/** How far off its design a check is, metres, positive too high; undefined where nothing is designed there, or its set-up is not known. */
export function offBy(
  fact: CheckFact,
  design: Design | undefined,
  instrument: Instrument | undefined,
): { level: number; off: number } | undefined {
  const aim = design && levelOf(design, fact.layer, fact.line);
  const level = design && levelFound(fact, design.ground, instrument);
  return aim === undefined || level === undefined ? undefined : { level, off: level - aim };
}

/** Is it within what it may be off? */
export const isWithin = (off: number, within: number): boolean => Math.abs(off) <= within + EPSILON;
