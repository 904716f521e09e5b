import { families, tapeSchools } from '../catalogue';
import { linesIn, type Fix, type FixCode, type FixFacts, type Found, type PlacedLine, type Reach, type Subject } from '../job';
import { isOpen, reachEnd } from '../alignment';
import { bedFault, grainLimit, leastBed, materialFor, type BedFault } from './bedding';
import type { TrenchContext } from './fits';

type Context = Pick<TrenchContext, 'run' | 'placed'>;

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

/** A bed thinner than its lines or the rock under it ask for. */
export const thinBed = (context: Context) =>
  byReach(context, (reach, lines) => {
    const least = leastBed(reach, lines);
    if (reach.bedding >= least - 1e-6) return undefined;
    return {
      severity: 'caution',
      facts: { thickness: reach.bedding, least },
      fixes: [set(reach, 'bed', { thickness: least }, 'bedding', least)],
    };
  });

const RANK: Record<BedFault, number> = { sharp: 0, grain: 1, kind: 2 };
/** What is laid under or round a line that does not suit it: a stop for sharp stone under soft metal and cable. */
export const wrongStone = (context: Context) =>
  byReach(context, (reach, lines) => {
    const [worst] = lines
      .flatMap(({ name, product }) => {
        const fault = bedFault(product, reach.beddingMaterial);
        return fault ? [{ name, product, fault }] : [];
      })
      .sort((a, b) => RANK[a.fault] - RANK[b.fault]);
    if (!worst) return undefined;
    const better = materialFor(lines);
    return {
      severity: worst.fault === 'sharp' ? ('stop' as const) : ('caution' as const),
      facts: { material: reach.beddingMaterial, name: worst.name, fault: worst.fault, grain: grainLimit(worst.product), none: !better },
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

/** Cables nobody is warned of. */
export const noTape = (context: Context) =>
  byReach(context, (reach, lines) => {
    if (reach.tape || !lines.some(({ product }) => families[product.family].mark === 'power')) return undefined;
    const { distance } = tapeSchools.line;
    return { severity: 'note', facts: {}, fixes: [set(reach, 'tape', { distance }, 'tape', { school: 'line', distance })] };
  });
