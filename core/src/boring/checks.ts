import { ROD_BEND } from './figures';
import { EPSILON } from '../geometry';
import type { Found, PlacedLine } from '../job';
import { bundleOf, holeFor, linesThrough, type Boring } from './work';

/** What the checks of bores are given. */
export interface BoringContext {
  boring: readonly Boring[];
  placed: readonly PlacedLine[];
}

/** Something to say of a bore. */
const ofBores = <F>(
  { boring }: BoringContext,
  say: (bore: Boring) => Omit<Found<F>, 'subject' | 'where' | 'fixes'> | undefined,
): Found<F>[] =>
  boring.flatMap((bore) => {
    const told = bore.length > EPSILON ? say(bore) : undefined;
    return told
      ? [{ ...told, subject: { kind: 'reach' as const, id: bore.reach }, where: [{ from: bore.from, to: bore.to }], fixes: [] }]
      : [];
  });

/** Too short to dip so far and come up again. */
export const bowTooShort = (context: BoringContext) =>
  ofBores(context, ({ bow, length }) =>
    bow && bow.needs > length + EPSILON ? { severity: 'stop', facts: { length, needs: bow.needs, depth: bow.depth } } : undefined,
  );

/** Turns tighter than what is drawn in may be bent, or than rods usually bend. */
export const bowTooTight = (context: BoringContext) =>
  ofBores(context, ({ bow, drawn }) => {
    if (!bow) return undefined;
    const [tightest] = drawn.filter(({ minBend }) => minBend > bow.radius + EPSILON).sort((a, b) => b.minBend - a.minBend);
    // What comes in straight lengths does not bend at all.
    const straight = drawn.find(({ minBend }) => minBend === 0);
    if (tightest || straight)
      return { severity: 'stop', facts: { radius: bow.radius, needed: tightest?.minBend ?? null, name: (straight ?? tightest)?.name } };
    return bow.radius < ROD_BEND - EPSILON
      ? { severity: 'caution', facts: { radius: bow.radius, needed: ROD_BEND, name: undefined } }
      : undefined;
  });

/** A hole that what is drawn in does not slide through. */
export const holeTooSmall = (context: BoringContext) =>
  ofBores(context, ({ bore, bundle }) =>
    bore < holeFor(bundle) - EPSILON
      ? { severity: bore < bundle ? ('stop' as const) : ('caution' as const), facts: { bore, bundle, needed: holeFor(bundle) } }
      : undefined,
  );

/** Lines that do not go through the duct of a bore. */
export const boreDuctFull = (context: BoringContext) =>
  ofBores(context, (bore) => {
    if (!bore.duct) return undefined;
    const inside = bore.duct.od - 2 * bore.duct.wall;
    const bundle = bundleOf(linesThrough(context.placed, bore).map(({ product }) => product.od));
    return bundle > inside - EPSILON ? { severity: 'stop', facts: { duct: bore.duct.name, inside, bundle } } : undefined;
  });

/** Drawn back harder than what is drawn in may be pulled; told too where nobody knows how hard that is. */
export const pulledBack = (context: BoringContext) =>
  ofBores(context, ({ back: { force, most }, drawn }) => {
    if (drawn.length === 0) return undefined;
    if (most === undefined) {
      const unknown = drawn.find(({ pull }) => pull === null);
      return { severity: 'caution' as const, facts: { force, most: null as number | null, name: unknown?.name ?? '' } };
    }
    return force > most ? { severity: 'stop' as const, facts: { force, most, name: drawn[0]?.name ?? '' } } : undefined;
  });
