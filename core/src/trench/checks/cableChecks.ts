import { restsOn, type Product } from '../../catalogue';
import { boresOf } from '../../alignment';
import { cablesOf, linesIn, spanAmps, spansOf, type Cable, type Circuit, type PlacedLine, type LineSpan } from '../../job';
import {
  formatForce,
  formatLength,
  formatLineLoad,
  formatPercent,
  formatResistance,
  formatStretch,
  formatTemperature,
  formatThermal,
  GRAVITY,
} from '../../units';
import { deepestOf, type Check, type Curve, type Of } from './along';
import {
  conduitFill,
  FILL_BASIS,
  fillLimit,
  groundRating,
  jams,
  nextSize,
  pastTables,
  ratingBasis,
  resistanceAt,
  voltDrop,
  type CableBed,
} from './cables';
import { FRICTION, PERSON_PULL, PULL_BASIS, pullAlong, pullParts, reversed, sharedLimit, together, weightOf, type Pull } from './pull';

/** What is laid or drawn in along a line in one pull: the cable itself, or all that is in its duct. */
interface Drawn {
  cables: readonly Cable[];
  /** Bore of the duct they are in, metres; undefined where they lie in the ground. */
  bore: number | undefined;
}

/** What a line holds; undefined for a pipe, or a duct nothing is in. A water pipe is drawn in like a cable. */
function drawnIn({ job, run, line }: Pick<Of, 'job' | 'run' | 'line'>): Drawn | undefined {
  const { kind, od, wall } = line.product;
  if (kind === 'pressure') return { cables: [{ ...line, count: 1, circuit: null }], bore: undefined };
  const cables = cablesOf(job, run, line);
  return cables.length > 0 ? { cables, bore: kind === 'duct' ? od - 2 * wall : undefined } : undefined;
}

/** The same with another cable in the place of one. */
const withCable = (drawn: Drawn, cable: Cable, product: Product): Drawn => ({
  ...drawn,
  cables: drawn.cables.map((one) => (one.id === cable.id ? { ...one, product } : one)),
});
const countOf = ({ cables }: Drawn): number => cables.reduce((sum, { count }) => sum + count, 0);

/** Amperes of the span that carries most; nothing where nobody said what it feeds, or nothing is taken. */
const loadOf = (circuit: Circuit | null, spans: readonly LineSpan[]): number => (circuit ? Math.max(...spanAmps(circuit, spans)) : 0);

/** Loaded circuits of a line: one a cable; single conductors make one of two or three, by its phases. */
function circuitsIn(of: Pick<Of, 'job' | 'run'>, line: PlacedLine): number {
  return cablesOf(of.job, of.run, line).reduce((sum, { product, count, circuit }) => {
    if (loadOf(circuit, spansOf(of.run, line)) === 0) return sum;
    return sum + (product.conductor?.cores === 1 ? Math.ceil(count / (circuit?.phases === 3 ? 3 : 2)) : count);
  }, 0);
}

/** How a cable lies where it is worst cooled: deepest, with every loaded circuit it shares the trench or its duct with. */
function bedOf(of: Of, circuit: Circuit): CableBed {
  const { lines, line } = of;
  const { cover } = deepestOf(of);
  const beside = linesIn(lines, line.from, line.to).filter((other) => other !== line && circuitsIn(of, other) > 0);
  const own = circuitsIn(of, line);
  return {
    depth: cover + line.product.od / 2,
    resistivity: circuit.resistivity,
    temperature: circuit.temperature,
    circuits: own + beside.reduce((sum, other) => sum + circuitsIn(of, other), 0),
    apart:
      own === 1 &&
      beside.every((other) => Math.hypot(other.x - line.x, other.up - line.up) - (other.product.od + line.product.od) / 2 >= 0.15 - 1e-6),
    inDuct: line.product.kind === 'duct' || boresOf(of.run).some(({ duct, from, to }) => duct !== null && from < line.to && to > line.from),
  };
}

/** What a cable carries as it lies; undefined where nobody said what it feeds, or it feeds nothing. */
function carriesOf(
  of: Of,
  { product: { conductor }, circuit }: Cable,
): { bed: CableBed; load: number; amps: number; ok: boolean } | undefined {
  const load = loadOf(circuit, spansOf(of.run, of.line));
  if (!circuit || !conductor || load === 0) return undefined;
  const bed = bedOf(of, circuit);
  const amps = groundRating(conductor, bed);
  return { bed, load, amps, ok: amps >= load };
}

/** The volts it loses on its way, span by span; undefined as above. */
function losesOf(
  { run, line }: Of,
  { product: { conductor }, circuit }: Cable,
): { length: number; amps: number[]; volts: number; ok: boolean } | undefined {
  const spans = spansOf(run, line);
  if (!circuit || !conductor || loadOf(circuit, spans) === 0) return undefined;
  const amps = spanAmps(circuit, spans);
  const r = resistanceAt(conductor, conductor.hottest);
  const volts = spans.reduce((sum, { cut }, i) => sum + voltDrop({ ...circuit, amps: amps[i] as number }, cut, r, conductor.reactance), 0);
  return { length: spans.reduce((sum, { cut }) => sum + cut, 0), amps, volts, ok: volts <= circuit.limit * circuit.volts };
}

/** How full its duct is; undefined where it lies in the ground. */
function fillsOf(drawn: Drawn): { bore: number; share: number; limit: number; jam: boolean; ok: boolean } | undefined {
  const { cables, bore } = drawn;
  if (bore === undefined) return undefined;
  const count = countOf(drawn);
  const share = cables.reduce((sum, one) => sum + conduitFill(bore, one.product.od, one.count), 0);
  const limit = fillLimit(count);
  const alike = cables.every(({ product }) => product.od === cables[0]?.product.od);
  return { bore, share, limit, jam: alike && jams(bore, cables[0]?.product.od ?? 0, count), ok: share <= limit };
}

/** How hard what is drawn in is to pull through one span, from both ends. */
interface Pulled {
  span: LineSpan;
  ahead: Pull;
  back: Pull;
  better: Pull;
  radius: number;
  /** Of all that is drawn, newtons a metre. */
  weight: number;
  k: number;
  sideways: number;
  most: { tension: number; sidewall: number };
  ok: boolean;
}

/** The pull of every span; undefined where a cable has no limits to hold it against, or does not go into its duct. */
function pullOf({ run, line, lines }: Of, drawn: Drawn): Pulled[] | undefined {
  const { cables, bore } = drawn;
  const limits = cables.map(({ product }) => product.pull);
  const sizes = cables.flatMap(({ product, count }) => Array.from({ length: count }, () => product.od));
  const lie = bore === undefined ? { k: 1, pressed: 1 } : together(bore, sizes);
  if (!lie || limits.some((one) => one === null)) return undefined;
  const least = (key: 'tension' | 'sidewall') => Math.min(...limits.map((one) => one?.[key] ?? 0));
  const most = { tension: sharedLimit(least('tension'), countOf(drawn)), sidewall: least('sidewall') };
  const radius = Math.max(...cables.map(({ product }) => product.minBend), line.product.minBend, 0.1);
  const weight = cables.reduce((sum, { product, count }) => sum + count * weightOf(product), 0);
  const lead = (lines[0] as PlacedLine).product;
  return spansOf(run, line).map((span): Pulled => {
    const parts = pullParts(run, lead, radius, span.from, span.to);
    const ahead = pullAlong(parts, span.from, weight, FRICTION, lie.k);
    const back = pullAlong(reversed(parts, span.from), span.to, weight, FRICTION, lie.k);
    const better = ahead.tension <= back.tension ? ahead : back;
    const sideways = better.sidewall * lie.pressed;
    const ok = better.tension <= most.tension && sideways <= most.sidewall;
    return { span, ahead, back, better, radius, weight, k: lie.k, sideways, most, ok };
  });
}
/** The span that is nearest to its limits, or furthest past them. */
const worstOf = (pulls: readonly Pulled[]): Pulled => {
  const share = ({ better, sideways, most }: Pulled) => Math.max(better.tension / most.tension, sideways / most.sidewall);
  return pulls.reduce((worst, one) => (share(one) > share(worst) ? one : worst));
};

/** The next larger cable of its kind that passes everything along the line, with what else is in its duct: rating, volts, duct and pull. */
const nextThatPasses = (of: Of, drawn: Drawn, cable: Cable): Product | undefined =>
  nextSize(cable.product, (_, larger) => {
    const instead = withCable(drawn, cable, larger);
    const its = { ...cable, product: larger };
    const holds = [carriesOf(of, its), losesOf(of, its), fillsOf(instead)].every((one) => one?.ok !== false);
    // What does not go into its duct cannot be pulled there.
    return holds && (pullOf(of, instead)?.every(({ ok }) => ok) ?? drawn.bore === undefined);
  });

/** A check that is one line's, or of one of several cables in its duct: told apart by id and title. */
const told = ({ cables }: Drawn, cable: Cable, id: string, title: string): Pick<Check, 'id' | 'title'> =>
  cables.length === 1 ? { id, title } : { id: `${id}.${cable.id}`, title: `${title}: ${cable.product.name}` };

/** Does a cable carry a load somebody has to answer for? */
const feeds = ({ product: { conductor } }: Cable): boolean => conductor !== null;

/** Says of what could not be worked out that it was not: no figure, no tick. */
const open = (named: Pick<Check, 'id' | 'title'>, formula: string, result: string, advice: string, source: string): Check => ({
  ...named,
  state: 'open',
  formula,
  inputs: [],
  result,
  limit: '–',
  source,
  advice,
  curves: [],
});

const TOO_SMALL = 'No larger one of its kind in the catalogue passes: split the load, or lay it alone.';

/** Does each cable carry its load as it lies? First of the cable's checks: a cable that cooks is no use however few volts it loses. */
export function rated(of: Of): Check[] {
  const { job } = of;
  const drawn = drawnIn(of);
  const formula = (inDuct: boolean) => `Rating × factors for soil, depth, neighbours${inDuct ? ', duct' : ''} and ground temperature`;
  return (drawn?.cables ?? []).filter(feeds).map((cable): Check => {
    const named = told(drawn as Drawn, cable, 'rating', 'Current it carries in this ground');
    const carries = carriesOf(of, cable);
    if (!carries) return open(named, formula(drawn?.bore !== undefined), 'Not worked out', 'Enter what it feeds.', ratingBasis(job.units));
    const { bed, load, amps, ok } = carries;
    const next = ok ? undefined : nextThatPasses(of, drawn as Drawn, cable);
    const past = pastTables(bed);
    return {
      ...named,
      state: !ok ? 'fails' : past.length > 0 ? 'note' : 'ok',
      formula: formula(bed.inDuct),
      inputs: [
        { name: 'Depth', value: formatLength(bed.depth, job.units) },
        { name: 'Soil', value: `${formatThermal(bed.resistivity, job.units)} at ${formatTemperature(bed.temperature, job.units)}` },
        { name: 'Loaded circuits', value: `${bed.circuits}${bed.circuits > 1 ? (bed.apart ? ', 150 mm apart' : ', close') : ''}` },
        ...(bed.inDuct ? [{ name: 'In the duct', value: cable.product.name }] : []),
        { name: 'Load', value: `${load} A` },
        ...(past.length > 0 ? [{ name: 'Past the table, carried on as it falls', value: past.join(', ') }] : []),
      ],
      result: `${amps.toFixed(0)} A`,
      limit: `${load} A at least`,
      source: restsOn(ratingBasis(job.units), cable.product, 'conductor.rating'),
      advice: ok ? undefined : `${(load - amps).toFixed(0)} A too much. ${next ? `${next.name} carries it.` : TOO_SMALL}`,
      curves: [],
    };
  });
}

/** Does enough voltage arrive at the far end? */
export function dropped(of: Of): Check[] {
  const { job } = of;
  const drawn = drawnIn(of);
  return (drawn?.cables ?? []).filter(feeds).map((cable): Check => {
    const named = told(drawn as Drawn, cable, 'volts', 'Volts lost on the way');
    const { circuit } = cable;
    const { conductor } = cable.product;
    const loses = losesOf(of, cable);
    const formula = circuit?.phases === 3 ? 'ΔU = √3·ΣI·L·(r·cosφ + x·sinφ)' : 'ΔU = 2·ΣI·L·(r·cosφ + x·sinφ)';
    const source = 'Usual limits 3–5 %; each span with the load beyond it; resistance at the hottest the cable may run, the safe side';
    if (!circuit || !conductor || !loses) return open(named, formula, 'Not worked out', 'Enter what it feeds.', source);
    const { length, amps, volts, ok } = loses;
    const rests = restsOn(source, cable.product, 'conductor.resistance', 'conductor.reactance');
    const next = ok ? undefined : nextThatPasses(of, drawn as Drawn, cable);
    return {
      ...named,
      state: ok ? 'ok' : 'fails',
      formula,
      inputs: [
        {
          name: amps.length > 1 ? `Length of ${amps.length} spans with tails` : 'Length with tails',
          value: formatLength(length, job.units, 'span'),
        },
        { name: 'Load', value: `${amps.length > 6 ? `${amps[0]} … ${amps.at(-1)}` : amps.join(', ')} A, cosφ ${circuit.powerFactor}` },
        {
          name: 'r, x',
          value: `${formatResistance(resistanceAt(conductor, conductor.hottest), job.units)}, ${formatResistance(conductor.reactance, job.units)} at ${formatTemperature(conductor.hottest, job.units)}`,
        },
      ],
      result: `${volts.toFixed(2)} V = ${((volts / circuit.volts) * 100).toFixed(1)} %`,
      limit: `${(circuit.limit * 100).toFixed(1)} % of ${circuit.volts} V at most`,
      source: rests,
      advice: ok ? undefined : next ? `${next.name} stays within.` : TOO_SMALL,
      curves: [],
    };
  });
}

/** Do the cables drawn through a duct fit, and will they not jam? */
export function filled(of: Of): Check[] {
  const { job } = of;
  const drawn = drawnIn(of);
  const fills = drawn && fillsOf(drawn);
  if (!drawn || !fills) return [];
  const { bore, share, limit, jam, ok } = fills;
  return [
    {
      id: 'fill',
      title: 'Cables in the duct',
      state: !ok ? 'fails' : jam ? 'note' : 'ok',
      formula: 'Σd² / D² against 53, 31 or 40 %; jam where three alike and D/d is 2.8 to 3.2',
      inputs: [
        { name: 'Bore', value: formatLength(bore, job.units, 'size') },
        {
          name: 'Cables',
          value: drawn.cables
            .map(({ count, product }) => `${count} × ${product.name}, ${formatLength(product.od, job.units, 'size')}`)
            .join('; '),
        },
      ],
      result: formatPercent(share),
      limit: `${formatPercent(limit)} at most`,
      source: FILL_BASIS,
      advice: !ok
        ? 'A larger duct, or a second one.'
        : jam
          ? `D/d is ${(bore / (drawn.cables[0]?.product.od ?? bore)).toFixed(2)}: three can lock side by side in a bend. Take another duct.`
          : undefined,
      curves: [],
    },
  ];
}

/** Can it be drawn in, from the better end of every span? */
export function pulled(of: Of): Check[] {
  const { job, line } = of;
  const drawn = drawnIn(of);
  if (!drawn) return [];
  const count = countOf(drawn);
  const what = drawn.cables
    .map((cable) => (cable.count === 1 ? cable.product.name : `${cable.count} × ${cable.product.name}`))
    .join(' and ');
  const named = { id: 'pull', title: `Pulling ${drawn.bore === undefined ? 'it' : what} through` };
  const formula = 'T = T₀ + w·L·(K·μ·cosθ ± sinθ); bends T·e^(K·μ·φ); sidewall T/R';
  const pulls = pullOf(of, drawn);
  if (!pulls) {
    // A coil of water pipe is unrolled in the trench: nobody asks how hard it pulls.
    if (line.product.kind === 'pressure') return [];
    const unknown = drawn.cables.filter(({ product }) => product.pull === null).map(({ product }) => product.name);
    const why =
      unknown.length > 0
        ? `No limits to pull by are known of ${unknown.join(', ')}: ask the maker.`
        : 'They do not go in side by side: a larger duct.';
    return [open(named, formula, 'Not worked out', why, PULL_BASIS)];
  }
  const worst = worstOf(pulls);
  const { span, ahead, back, better, radius, weight, k, sideways, most, ok } = worst;
  const towards = better === ahead ? 'end' : 'start';
  const curve = (title: string, one: Pull): Curve => ({
    title,
    points: one.along.map(({ station, tension: force }) => ({
      label: formatLength(station, job.units, 'span'),
      value: force,
      shown: formatForce(force, job.units),
    })),
  });
  return [
    {
      ...named,
      state: ok ? 'ok' : 'fails',
      formula,
      inputs: [
        ...(pulls.length > 1 ? [{ name: `Hardest of ${pulls.length} spans`, value: formatStretch(span, job.units) }] : []),
        { name: count === 1 ? 'Weight' : `Weight of ${count}`, value: formatLineLoad(weight, job.units) },
        { name: 'Friction', value: String(FRICTION) },
        ...(count === 1 ? [] : [{ name: 'K', value: k.toFixed(2) }]),
        { name: 'Towards the end', value: formatForce(ahead.tension, job.units) },
        { name: 'Towards the start', value: formatForce(back.tension, job.units) },
        { name: 'Bends on', value: formatLength(radius, job.units) },
      ],
      result: `${formatForce(better.tension, job.units)} drawn towards the ${towards}; ${formatLineLoad(sideways, job.units)} sideways`,
      limit: `${formatForce(most.tension, job.units)}; ${formatLineLoad(most.sidewall, job.units)} sideways`,
      source: drawn.cables.reduce(
        (basis, { product }) => (basis === PULL_BASIS ? restsOn(basis, product, 'pull.tension', 'pull.sidewall') : basis),
        PULL_BASIS,
      ),
      advice: `${people(better.tension)} to pull, or a winch; tails not counted.`,
      curves: [curve(`Tension drawn towards the ${towards}`, better)],
    },
  ];
}

/** People it takes to pull. @param force newtons. */
const people = (force: number): number => Math.max(1, Math.ceil(force / PERSON_PULL));

/** The cables of a line that feed something, for which a circuit can be entered: itself, or those in its duct. */
export const conducting = ({ job, run, line }: Pick<Of, 'job' | 'run' | 'line'>): Cable[] => cablesOf(job, run, line).filter(feeds);

/** A way to get a cable into the ground, with what it takes. */
export interface InstallMethod {
  name: string;
  people: number;
  joints: number;
  force: string;
  /** Is the cable within its limits? Undefined where it has none to hold it against. */
  within: boolean | undefined;
  risk: string;
}
/** What one person carries along, kilograms, and a loose duct's friction over grass. */
const CARRY = 20;
const GRASS = 0.5;

/** Three ways to lay a cable or draw it through a duct, side by side: by its longest span, and each held against the cable's own limits. */
export function installMethods(of: Of, duct: Product): InstallMethod[] {
  const { job, run, line } = of;
  const [cable] = cablesOf(job, run, line);
  if (!cable || line.product.kind !== 'cable') return [];
  const spans = spansOf(run, line);
  const longest = Math.max(...spans.map(({ from, to }) => to - from));
  const through = pullOf(of, { cables: [cable], bore: duct.od - 2 * duct.wall });
  const worst = through && worstOf(through);
  const pieces = (length: number) => Math.ceil(length / duct.stock.length);
  const joints = (each: (pieces: number) => number) => spans.reduce((sum, { from, to }) => sum + each(pieces(to - from)), 0);
  const half = GRASS * duct.mass * GRAVITY * (longest / 2);
  return [
    {
      name: 'Lay it directly',
      people: Math.max(2, Math.ceil((cable.product.mass * longest) / CARRY)),
      joints: 0,
      force: '–',
      within: true,
      risk: 'Open trench all the way; bedding must be stone-free; no second chance to change it',
    },
    {
      name: 'Pull through a laid duct',
      people: worst ? people(worst.better.tension) : 2,
      joints: joints((count) => count),
      force: worst ? formatForce(worst.better.tension, job.units) : 'not worked out',
      within: worst?.ok,
      risk: 'Draw line kept, duct proved with a mandrel; tension and sidewall within limits',
    },
    {
      name: 'Thread the duct over it',
      people: Math.max(2, people(half)),
      joints: joints((count) => Math.max(1, count - 2)),
      force: formatForce(half, job.units),
      within: cable.product.od < duct.od - 2 * duct.wall,
      risk: 'Bevelled end first, half from each end, on the surface; then lowered whole with many hands',
    },
  ];
}
