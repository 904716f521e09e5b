import type { Finding } from '../job';
import type { CheckCode, FactsOf } from '../plan/checks';
import type { Rules } from '../rules';
import { formatLength, type LengthStyle, type UnitSystem } from '../units';

/** For whom sentences are made: units, and the rules whose basis is shown. */
export interface Reader {
  units: UnitSystem;
  rules: Rules;
}

/** What is found, why it matters or what to do, and what the numbers rest on. */
export interface Said {
  what: string;
  why: string;
  basis: string;
}

/** Codes of one chapter. */
type In<Chapter extends string> = Extract<CheckCode, `${Chapter}.${string}`>;

/** The sentences of a chapter: one function for every code, of its facts. */
export type Sentences<Chapter extends string> = {
  [K in In<Chapter>]: (finding: Finding<K, FactsOf[K]>, reader: Reader) => Said;
};

/** Lengths as a reader reads them. @param metres null: the rule set gives none. */
export const lengths =
  ({ units }: Pick<Reader, 'units'>) =>
  (metres: number | null, style?: LengthStyle): string =>
    formatLength(metres ?? 0, units, style);

/** Begins a sentence with the name of what it is about, where it has one. */
export const about = (name: string | undefined, sentence: string): string =>
  name ? `${name}: ${sentence}` : `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}`;

export const CHECK_CODE = 'check your local code';
export const COMPETENT = 'A competent person decides on site; check your local code';
