import { seedOf, type Chance } from '../../chance';
import type { Rules } from '../../rules';
import type { UnitSystem } from '../../units';
import type { Level } from '../names';

/** One answer to choose. `why` says what makes it right or wrong, a line each. */
export interface Choice {
  id: string;
  text: string;
  right: boolean;
  why: string[];
}

/** What a drill is read and answered from, in its reader's units. Exactly one choice is right. */
export interface Posed {
  question: string;
  /** What is known, a line each. */
  given: string[];
  choices: Choice[];
  /** How the answer comes about, line by line, the basis last. */
  reasoning: string[];
  drawing?: DrillDrawing;
}

/** A sketch beside the question, metres; `falls` is signed in the direction of stations. */
export type DrillDrawing =
  | { kind: 'staff'; plane: number; level: number; ground: number; falls: number }
  | { kind: 'strip'; half: number; size: number; angle: number }
  | { kind: 'sling'; angle: number; legs: number }
  | { kind: 'sides'; depth: number; floor: number; ratio: number; room: number };

/** A kind of drill: facts drawn by chance, and what the core makes of them. An oracle answers from the facts without `pose`. */
export interface DrillKind<F> {
  make: (chance: Chance, level: Level) => F;
  /** May it be asked under these rules? Not where the answer would split hairs. */
  fair?: (facts: F, rules: Rules) => boolean;
  pose: (facts: F, rules: Rules, units: UnitSystem) => Posed;
}
export const drillKind = <F>(kind: DrillKind<F>): DrillKind<F> => kind;

/** A figure somebody may come to, and the mistake that leads there. */
export interface Slip {
  value: number;
  why: string;
}

/** How many wrong figures stand beside the right one. */
const WRONG = 3;

/**
 * Figures to choose from, lowest first: the right one and those the slips lead to. Slips that read the same as the right one or as each other are left out,
 * so that no two answers look alike.
 */
export function figures(right: number, why: string[], slips: readonly Slip[], show: (value: number) => string): Choice[] {
  const seen = new Set([show(right)]);
  const wrong = slips.filter(({ value }) => {
    const text = show(value);
    if (!Number.isFinite(value) || seen.has(text)) return false;
    seen.add(text);
    return true;
  });
  // Which of the slips are shown changes with the figures: else the right one would always stand at one end.
  const turn = wrong.length === 0 ? 0 : seedOf(show(right)) % wrong.length;
  const shown = [...wrong.slice(turn), ...wrong.slice(0, turn)].slice(0, WRONG);
  return [{ value: right, right: true, why }, ...shown.map(({ value, why: slip }) => ({ value, right: false, why: [slip] }))]
    .sort((a, b) => a.value - b.value)
    .map(({ value, ...rest }) => ({ id: show(value), text: show(value), ...rest }));
}

/** Some of a list, or all of it, in an order of chance. */
export function drawn<T>(chance: Chance, items: readonly T[], count = items.length): T[] {
  const rest = [...items];
  return Array.from({ length: count }, () => rest.splice(Math.floor(chance() * rest.length), 1)[0] as T);
}

/** A number of some steps between two, ends included. @example between(chance, 1, 2, 0.05) // 1.35 */
export const between = (chance: Chance, from: number, to: number, step: number): number =>
  Number((from + step * Math.floor(chance() * (Math.round((to - from) / step) + 1))).toFixed(6));
