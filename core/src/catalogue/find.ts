import { families } from './products/families';
import type { Product } from './products/types';

/** What else people call a line, by a word of its name. */
const ALSO: readonly [of: string, words: string][] = [
  ['corrugated steel', 'culvert pipe csp'],
  ['concrete', 'culvert pipe'],
  ['corrugated drain', 'culvert pipe'],
  ['twin-wall', 'culvert corrugated'],
  ['land drain', 'french perforated'],
  ['sewer', 'drain foul'],
  ['pressure pipe', 'water main'],
  ['ductile', 'water main iron pipe'],
  ['soft copper', 'water pipe'],
  ['armoured', 'swa power'],
  ['single conductor', 'wire cable power'],
  ['mv cable', 'hv power 11kv'],
  ['conduit', 'duct pipe'],
  ['ground-loop', 'geothermal heat'],
  ['telephone', 'phone telecom data copper'],
];
const FRACTIONS: Readonly<Record<string, string>> = { '¼': '1/4', '½': '1/2', '¾': '3/4' };

/**
 * Words as they are compared: small letters, fractions and × as they are typed, units apart from their figures.
 * @example wordsOf('3×400 11kV, 1¼″') // ['3x400', '11', 'kv', '1-1/4', 'in']
 */
export const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(/(\d)\s*([¼½¾])/g, (_, whole: string, part: string) => `${whole}-${FRACTIONS[part]}`)
    .replace(/[¼½¾]/g, (part) => FRACTIONS[part] ?? part)
    .replace(/(\d)\s+(\d\/\d)/g, '$1-$2')
    .replace(/\s*[×*]\s*|(?<=\d)\s*x\s*(?=\d)/g, 'x')
    .replace(/[″"]|\binch(es)?\b/g, ' in ')
    .replace(/(\d)(mm²?|in|kv|awg|kcmil)\b/g, '$1 $2')
    .split(/[\s,()·]+/)
    .filter((word) => word !== '' && word !== 'mm' && word !== 'mm²' && word !== 'mm2');

const known = new WeakMap<Product, string>();
/** Everything a line is called by; worked out once a line, since it is asked at every key of a search. */
export function calledBy(product: Product): string {
  const before = known.get(product);
  if (before !== undefined) return before;
  const { name, trade, family } = product;
  const plain = name.toLowerCase();
  const also = ALSO.flatMap(([of, words]) => (plain.includes(of) ? [words] : []));
  const called = wordsOf([name, trade ?? '', families[family].name, ...also].join(', ')).join(' ');
  known.set(product, called);
  return called;
}

/** Is everything that was typed among these words? Figures as a whole, words by how they begin. @param called as {@link calledBy} gives it. */
export function saysAll(called: string, typed: string): boolean {
  const words = called.split(' ');
  return wordsOf(typed).every((word) =>
    words.some((one) => (/\d/.test(word) ? one === word : one.startsWith(word) || one.includes(`-${word}`))),
  );
}

/** Lines found by what was typed. @example findProducts('¾ copper', products) */
export const findProducts = (typed: string, among: readonly Product[]): Product[] =>
  among.filter((product) => saysAll(calledBy(product), typed));

/** A size that is made to more than one standard, with what tells them apart. */
export interface TwoStandards {
  trade: string;
  /** Outside diameters and walls, metres, by name. */
  made: { name: string; od: number; wall: number }[];
}

/** Trade sizes among lines of one kind that are made to more than one standard: whoever orders has to say which. */
export function twoStandards(found: readonly Product[]): TwoStandards[] {
  const bySize = new Map<string, Product[]>();
  for (const product of found)
    if (product.trade) {
      const key = `${product.kind} ${product.family} ${product.material} ${product.drains} ${product.trade}`;
      bySize.set(key, [...(bySize.get(key) ?? []), product]);
    }
  return [...bySize.values()].flatMap((same) => {
    const made = same.map(({ name, od, wall }) => ({ name, od, wall }));
    const differ = made.some(
      ({ od, wall }) => Math.abs(od - (made[0]?.od ?? od)) > 1e-5 || Math.abs(wall - (made[0]?.wall ?? wall)) > 1e-5,
    );
    return differ ? [{ trade: same[0]?.trade ?? '', made }] : [];
  });
}
