import { products, type Product, type TapeSchool } from '../catalogue';
import {
  cablesOf,
  spansOf,
  linesIn,
  type Fix,
  type FixCode,
  type FixFacts,
  type Found,
  type PlacedLine,
  type Reach,
  type Subject,
} from '../job';
import { isOpen, reachEnd } from '../alignment';
import { bedFault, bedFaults, grainLimit, leastBed, materialFor, usualBed } from './bedding';
import { otherSchools } from './schools';
import { tapeAsked, unwarned } from './tapes';
import type { TrenchContext } from './fits';

type Context = Pick<TrenchContext, 'job' | 'run' | 'placed'>;

/** Something to say of a reach dug open, and of the lines in it. */
function byReach<F>(
  { run, placed }: Context,
  say: (reach: Reach, lines: PlacedLine[]) => Omit<Found<F>, 'subject' | 'where'> | undefined,
): Found<F>[] {
  return run.reaches.flatMap((reach, index) => {
    const end = reachEnd(run, index);
    const said = isOpen(reach) ? say(reach, linesIn(placed, reach.from, end)) : undefined;
    const subject: Subject = { kind: 'reach', id: reach.id };
    return said ? [{ ...said, subject, where: [{ from: reach.from, to: end }] }] : [];
  });
}
/** A change of one input of a reach. */
const set = <K extends FixCode>(reach: Reach, code: K, facts: FixFacts[K], key: keyof Reach, value: unknown) =>
  ({ code, facts, patches: [{ path: ['reaches', reach.id, key], value }] }) as Fix;

/** A bed thinner than its lines or the rock under it ask for. Between an owner's least and usual it is only noted. */
export const thinBed = (context: Context) =>
  byReach(context, (reach, lines) => {
    const least = leastBed(reach, lines);
    const usual = usualBed(reach, lines);
    if (reach.bedding >= usual - 1e-6) return undefined;
    const short = reach.bedding < least - 1e-6;
    const asking = lines.find((line) => leastBed(reach, [line]) > reach.bedding + 1e-6);
    const to = short ? least : usual;
    return {
      severity: short ? 'caution' : 'note',
      facts: {
        thickness: reach.bedding,
        least,
        usual,
        owner: (asking ?? lines.find(({ owner }) => owner?.bed?.usual === usual))?.owner?.name,
        others: short && asking ? otherSchools(context.job, asking, ({ bed }) => bed !== null && bed.least <= reach.bedding + 1e-6) : [],
      },
      fixes: [set(reach, 'bed', { thickness: to }, 'bedding', to)],
    };
  });

/** What is laid under or round a line that does not suit it: a stop for sharp stone under soft metal and cable. */
export const wrongStone = (context: Context) =>
  byReach(context, (reach, lines) => {
    const [worst] = lines
      .flatMap((line) => {
        const fault = bedFault(line.product, reach.beddingMaterial);
        return fault ? [{ line, fault }] : [];
      })
      .sort((a, b) => bedFaults.indexOf(a.fault) - bedFaults.indexOf(b.fault));
    if (!worst) return undefined;
    const { line, fault } = worst;
    const better = materialFor(lines);
    return {
      severity: fault === 'sharp' ? ('stop' as const) : ('caution' as const),
      facts: {
        material: reach.beddingMaterial,
        name: line.name,
        fault,
        grain: grainLimit(line.product),
        none: !better,
        owner: line.owner?.stone.length ? line.owner.name : undefined,
        others: fault === 'kind' ? otherSchools(context.job, line, ({ stone }) => stone.includes(reach.beddingMaterial)) : [],
      },
      fixes: better ? [set(reach, 'bedOf', { material: better }, 'beddingMaterial', better)] : [],
    };
  });

/** Lines a locator does not hear, laid without a wire. */
export const noTracer = (context: Context) =>
  byReach(context, (reach, lines) => {
    const blind = lines.filter(({ product }) => product.tracer);
    if (blind.length === 0 || reach.tracer) return undefined;
    return { severity: 'note', facts: { names: blind.map(({ name }) => name) }, fixes: [set(reach, 'tracer', {}, 'tracer', true)] };
  });

/** Drains with no fabric round their stone. */
export const noFabric = (context: Context) =>
  byReach(context, (reach, lines) => {
    const drain = lines.find(({ product }) => product.drains);
    if (!drain || reach.fabric) return undefined;
    return { severity: 'caution', facts: { name: drain.name }, fixes: [set(reach, 'fabric', {}, 'fabric', true)] };
  });

/** Corrugated pipe on a flat bed. */
export const shapedBed = (context: Context) =>
  byReach(context, (_, lines) => (lines.some(({ product }) => product.shapedBed) ? { severity: 'note', facts: {}, fixes: [] } : undefined));

/** Power and gas lines, and those whose owner asks for it, that nobody digging here is warned of. */
export const noTape = (context: Context) =>
  byReach(context, (reach, lines) => {
    const bare = unwarned(reach, lines);
    if (bare.length === 0) return undefined;
    const tapes = [...reach.tapes, ...bare.map((line) => ({ id: line.id, ...tapeAsked(line) }))];
    return {
      severity: 'note',
      facts: { names: bare.map(({ name }) => name) },
      fixes: [set(reach, 'tape', {}, 'tapes', tapes)],
    };
  });

/** Tapes that lie otherwise than the owner of their line asks. */
export const tapeOfOwner = ({ run, placed }: Context): Found<{ name: string; owner: string; asked: Tape; is: Tape }>[] =>
  run.reaches.flatMap((reach, index) => {
    if (!isOpen(reach)) return [];
    const end = reachEnd(run, index);
    return linesIn(placed, reach.from, end).flatMap((line) => {
      const asked = line.owner?.tape;
      const is = reach.tapes.find(({ id }) => id === line.id);
      if (!asked || !line.owner || !is || (is.school === asked.school && Math.abs(is.distance - asked.distance) < 1e-6)) return [];
      return [
        {
          severity: 'note' as const,
          subject: { kind: 'reach' as const, id: reach.id },
          with: { kind: 'laid' as const, id: line.id },
          where: [{ from: Math.max(reach.from, line.from), to: Math.min(end, line.to) }],
          facts: { name: line.name, owner: line.owner.name, asked, is: { school: is.school, distance: is.distance } },
          fixes: [
            {
              code: 'tape' as const,
              facts: {},
              patches: [{ path: ['reaches', reach.id, 'tapes', line.id], value: { id: line.id, ...asked } }],
            },
          ],
        },
      ];
    });
  });
export interface Tape {
  school: TapeSchool;
  distance: number;
}

/** What the owners of lines have to have seen before they are covered. */
export const ownersLook = ({ placed }: Context): Found<{ name: string; owner: string; inspections: string; source: string }>[] =>
  placed.flatMap(({ id, name, owner, from, to }) =>
    owner && owner.inspections !== ''
      ? [
          {
            severity: 'note' as const,
            subject: { kind: 'laid' as const, id },
            where: [{ from, to }],
            facts: { name, owner: owner.name, inspections: owner.inspections, source: owner.source },
            fixes: [],
          },
        ]
      : [],
  );

/** Lines meant to be laid as an owner wants whose profile is gone, or is of another utility than the line. */
export const ownerGone = ({ run, placed }: Context): Found<{ name: string }>[] =>
  placed.flatMap(({ id, name, owner, from, to }) => {
    const meant = run.laid.find((line) => line.id === id)?.owner ?? null;
    if (meant === null || owner) return [];
    return [
      {
        severity: 'caution' as const,
        subject: { kind: 'laid' as const, id },
        where: [{ from, to }],
        facts: { name },
        fixes: [{ code: 'asUsual' as const, facts: {}, patches: [{ path: ['laid', id, 'owner'], value: null }] }],
      },
    ];
  });

/** Signal lines, laid or drawn through a duct, longer than a signal goes along them; and kinds along which it goes. */
export const signalTooFar = ({ job, run, placed }: Context): Found<{ name: string; length: number; most: number; kinds: string[] }>[] =>
  placed.flatMap((line) =>
    cablesOf(job, run, line).flatMap(({ name, product }) => {
      const { signal } = product;
      const length = spansOf(run, line).reduce((most, { cut }) => Math.max(most, cut), 0);
      if (signal === undefined || length <= signal) return [];
      return [
        {
          severity: 'stop' as const,
          subject: { kind: 'laid' as const, id: line.id },
          with: { kind: 'product' as const, id: product.id },
          where: [{ from: line.from, to: line.to }],
          facts: { name, length, most: signal, kinds: signalKinds(job, product, length) },
          fixes: [],
        },
      ];
    }),
  );

/** Kinds that carry the same so far: of its own family, the job's own first, or fibre, which nothing here limits: no metal, so a tracer lies with it. Of sizes of one kind the first is named. */
const signalKinds = (job: Context['job'], { family }: Pick<Product, 'family'>, length: number): string[] =>
  [...job.products, ...products()]
    .filter(
      ({ kind, signal, ...other }) =>
        kind === 'cable' && (signal === undefined ? other.family === 'data' && other.tracer : other.family === family && signal >= length),
    )
    .map(({ name }) => name)
    .filter((name, i, all) => all.findIndex((other) => kindIn(other) === kindIn(name)) === i);
/** What a size is a size of. @example kindIn('Fibre cable, 12 fibres') // 'Fibre cable' */
const kindIn = (name: string): string => name.split(',')[0] ?? name;
