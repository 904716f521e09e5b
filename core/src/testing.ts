import fc from 'fast-check';
import { beddingIds, evidenceIds, groundIds, utilityKinds, protectionIds, products, soilClasses, surfaces } from './catalogue';
import { findProduct } from './catalogue';
import {
  blankLayers,
  blankLaidLine,
  blankReachExtras,
  blankReachSupports,
  blankRun,
  blankRunExtras,
  InputError,
  type Entry,
  type ExistingLine,
  type Fact,
  type FieldError,
  type LaidLine,
  type Reach,
  type Run,
  type Wall,
} from './job';
import { fallingRun } from './alignment';

/** What some work refuses, field by field; nothing when it goes through. */
export function refusals(work: () => unknown): readonly FieldError[] {
  try {
    work();
  } catch (error) {
    if (error instanceof InputError) return error.errors;
    throw error;
  }
  return [];
}
/** The same as one text. */
export const refusal = (work: () => unknown): string =>
  refusals(work)
    .map(({ message }) => message)
    .join(' ');

/** A level run of one reach: the plainest trench, with what a test wants changed. */
export function levelRun({ length = 30, depth = 1.2, ...reach }: { length?: number; depth?: number } & Partial<Reach> = {}): Run {
  const base = blankRun({ name: 'Test', length, product: 'drain-160', cover: 0.6, ruleSet: 'US' });
  const merged = { ...(base.reaches[0] as Reach), ...reach };
  const cover = depth - findProduct('drain-160').od - merged.bedding;
  return { ...base, reaches: [{ ...merged, levels: { kind: 'cover', cover } }] };
}

/** The run falling straight between inverts at its two ends. */
export const withInverts = (run: Run, start: number, end: number): Run => ({ ...run, ...fallingRun(run, start, end) });
/** Deeper than the ground of {@link anyRun} ever dips. */
const BELOW_ANY_DIP = 2.5;
/** The run on one cover all along; bores, which are straight, deep enough to stay below any dip. */
export const withCover = (run: Run, cover: number): Run => ({
  ...run,
  reaches: run.reaches.map((reach) => ({
    ...reach,
    levels: { kind: 'cover', cover: reach.method.kind === 'bored' ? cover + BELOW_ANY_DIP : cover },
  })),
});

/** JSON knows no negative zero, so no document holds one. */
const metres = (min: number, max: number) => fc.double({ min, max, noNaN: true }).map((value) => value + 0);

const wall: fc.Arbitrary<Wall> = fc.oneof(
  fc.constant<Wall>({ kind: 'vertical' }),
  fc.record({ kind: fc.constant('batter' as const), ratio: metres(0.1, 2) }),
  fc.record({
    kind: fc.constant('bench' as const),
    riser: metres(0.3, 1.5),
    tread: metres(0.2, 1.5),
    count: fc.integer({ min: 1, max: 3 }),
  }),
);

const pitSize = fc.record({ length: metres(0.5, 4), width: metres(0.5, 3) });
const bored = fc.record({
  kind: fc.constant('bored' as const),
  bore: metres(0.05, 0.6),
  rod: metres(0.5, 3),
  launch: pitSize,
  receiving: pitSize,
});

const reachAt = (from: number, least: number): fc.Arbitrary<Reach> =>
  fc
    .record({
      from: fc.constant(from),
      levels: fc.constant<Reach['levels']>({ kind: 'gravity' }),
      frost: fc.constantFrom(0, 0, 0.9),
      method: fc.oneof({ weight: 4, arbitrary: fc.constant(blankReachExtras().method) }, bored),
      soil: fc.constantFrom(...soilClasses),
      bottomWidth: metres(least, 2),
      entry: fc.boolean(),
      left: wall,
      right: wall,
      protection: fc.constantFrom(...protectionIds),
      bedding: metres(0, 0.3),
      surround: metres(0, 0.4),
      beddingMaterial: fc.constantFrom(...beddingIds),
      restoration: fc.constantFrom<Reach['restoration']>([], [{ material: 'topsoil', thickness: 0.3 }]),
    })
    .map((reach): Reach => ({ ...blankLayers(), ...blankReachSupports(), ...reach }));

/** A line beside the leading one, over or under it, for part of the way or all of it. */
const besideAny = fc.record({
  product: fc.constantFrom('water-63', 'lv-4x25', 'data-duct-54', 'drain-110'),
  x: metres(-0.6, 0.6),
  up: metres(-0.5, 0.6),
  circuit: fc.constant(null),
  holds: fc.constant(null),
  a: metres(0, 1),
  b: metres(0, 1),
});

/** Any run that can be dug: rolling ground, several reaches, by cover or inverts. */
export const anyRun: fc.Arbitrary<Run> = fc
  .record({
    product: fc.constantFrom(...products.map(({ id }) => id)),
    beside: fc.array(besideAny, { maxLength: 3 }),
    grounds: fc.array(metres(9, 11), { minLength: 2, maxLength: 12 }),
    spacing: metres(1, 25),
    reaches: fc.integer({ min: 1, max: 3 }),
    cover: metres(0.05, 3),
    raise: fc.constantFrom(0, 0, 0.25, -0.02),
  })
  .chain(({ product, beside, grounds, spacing, reaches, cover, raise }) => {
    const stations = grounds.map((ground, index) => ({ station: index * spacing, ground, ...(raise ? { finished: ground + raise } : {}) }));
    const end = (grounds.length - 1) * spacing;
    const layings: LaidLine[] = [
      blankLaidLine('Line', product),
      ...beside.map(({ a, b, ...other }, i) => ({
        ...other,
        name: `Line ${i + 2}`,
        ...(a + 0.05 < b ? { from: a * end, to: b * end } : {}),
      })),
    ];
    const least = Math.max(0.05, ...layings.map((laying) => findProduct(laying.product).od + 0.02));
    const line = fc
      .record({
        kind: fc.constantFrom(...utilityKinds),
        size: metres(0.02, 0.5),
        coverMin: metres(0.1, 1),
        more: metres(0, 1),
        evidence: fc.constantFrom(...evidenceIds),
        a: metres(0, 1),
        b: metres(0, 1),
        angle: metres(0.2, Math.PI / 2),
        offset: metres(-3, 3),
        parallel: fc.boolean(),
      })
      .map(({ kind, size, coverMin, more, evidence, a, b, angle, offset, parallel }): ExistingLine => {
        const [from, to] = [Math.min(a, b) * end * 0.9, Math.max(a, b) * end * 0.9 + end * 0.05];
        return {
          name: kind,
          kind,
          size,
          coverMin,
          coverMax: coverMin + more,
          evidence,
          join: false,
          exposures: [],
          where: parallel ? { kind: 'parallel', from, to, offset } : { kind: 'crossing', station: from, angle },
        };
      });
    const structure = fc
      .record({ at: metres(0, 1), length: metres(0.5, 3), width: metres(0.5, 3), below: metres(0, 0.5), diameter: metres(0, 1) })
      .map(({ at, length, width, below, diameter }) => ({
        name: `C${at}`,
        kind: 'chamber' as const,
        station: at * end,
        diameter,
        tail: 0,
        pit: { length, width, below, protection: 'none' as const },
      }));
    const inputs = fc.record({
      structures: fc.uniqueArray(structure, { maxLength: 2, selector: ({ name }) => name }),
      existing: fc.array(line, { maxLength: 4 }),
      name: fc.constant('Any'),
      stations: fc.constant(stations),
      ends: fc.option(fc.tuple(metres(6.5, 8), metres(6.5, 8))),
      laid: fc.constant(layings),
      surface: fc.constantFrom(...surfaces),
      reaches: fc.tuple(...Array.from({ length: reaches }, (_, index) => reachAt((end * index) / reaches, least))),
      spoil: fc.record({
        ground: fc.constantFrom(...groundIds),
        side: fc.constantFrom('left' as const, 'right' as const, 'both' as const),
        setback: metres(0, 3),
        corridorLeft: metres(0, 12),
        corridorRight: metres(0, 12),
        reuse: fc.boolean(),
      }),
    });
    return inputs.map(({ ends, ...run }): Run => {
      const laid: Run = { ...blankRunExtras(), ...run };
      return ends ? withInverts(laid, ...ends) : withCover(laid, cover);
    });
  });

let entries = 0;
/** An entry of the book with a number of its own. */
export const bookEntry = (fact: Fact, at = '2026-11-02T07:00:00Z'): Entry => ({
  id: `00000000-0000-4000-8000-${String(++entries).padStart(12, '0')}`,
  author: 'foreman',
  at,
  fact,
});
