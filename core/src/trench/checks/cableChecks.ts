import { productWith, type Product } from '../../catalogue';
import { linesIn, type Circuit, type Job, type PlacedLine, type Run } from '../../job';
import { formatForce, formatLength, formatLineLoad, formatPercent, GRAVITY } from '../../units';
import { deepestOf, type Check, type Curve, type Of } from './along';
import {
  conduitFill,
  FILL_BASIS,
  fillLimit,
  groundRating,
  jams,
  nextSize,
  RATING_BASIS,
  resistanceAt,
  voltDrop,
  type CableBed,
} from './cables';
import { FRICTION, PERSON_PULL, PULL_BASIS, pullAlong, pullParts, reversed, sharedLimit, together, weightOf, type Pull } from './pull';

/** Cables that are drawn or laid as one line: the line itself, or those in its duct. */
interface Drawn {
  cable: Product;
  count: number;
  /** Bore of the duct they are in, metres; undefined where they lie in the ground. */
  bore: number | undefined;
}

/** What is drawn in along a line, with another cable in its place where one is tried; undefined for a pipe, or a duct nothing is in. */
function drawnIn({ job, run, line }: Pick<Of, 'job' | 'run' | 'line'>, instead?: Product): Drawn | undefined {
  const holds = run.laid.find(({ id }) => id === line.id)?.holds;
  if (!holds) return line.product.kind === 'duct' ? undefined : { cable: instead ?? line.product, count: 1, bore: undefined };
  const cable = instead ?? productWith(holds.product, job.products);
  return cable && { cable, count: holds.count, bore: line.product.od - 2 * line.product.wall };
}

const circuitOf = ({ run }: Pick<Of, 'run'>, { id }: Pick<PlacedLine, 'id'>): Circuit | undefined =>
  run.laid.find((one) => one.id === id)?.circuit ?? undefined;

/** Loaded circuits a line carries: one a cable; single conductors make one of two or three, by its phases. */
function circuitsIn(of: Pick<Of, 'job' | 'run'>, line: PlacedLine): number {
  const circuit = circuitOf(of, line);
  const drawn = circuit && drawnIn({ ...of, line });
  if (!circuit || !drawn) return 0;
  return drawn.cable.conductor?.cores === 1 ? Math.ceil(drawn.count / (circuit.phases === 3 ? 3 : 2)) : drawn.count;
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
    inDuct: line.product.kind === 'duct',
  };
}

/** How hard what is drawn in is to pull, from both ends. */
interface Pulled {
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

/** What a cable carries as it lies; undefined where nobody said what it feeds, or it feeds nothing. */
function carriesOf(of: Of, { cable: { conductor } }: Drawn): { bed: CableBed; amps: number; ok: boolean } | undefined {
  const circuit = circuitOf(of, of.line);
  if (!circuit || !conductor) return undefined;
  const bed = bedOf(of, circuit);
  const amps = groundRating(conductor, bed);
  return { bed, amps, ok: amps >= circuit.amps };
}

/** The volts it loses on its way; undefined as above. */
function losesOf(of: Of, { cable: { conductor } }: Drawn): { length: number; volts: number; ok: boolean } | undefined {
  const circuit = circuitOf(of, of.line);
  if (!circuit || !conductor) return undefined;
  const length = lengthOf(of);
  const volts = voltDrop(circuit, length, resistanceAt(conductor, conductor.hottest), conductor.reactance);
  return { length, volts, ok: volts <= circuit.limit * circuit.volts };
}

/** How full its duct is; undefined where it lies in the ground. */
function fillsOf({ cable, count, bore }: Drawn): { bore: number; share: number; limit: number; jam: boolean; ok: boolean } | undefined {
  if (bore === undefined) return undefined;
  const [share, limit] = [conduitFill(bore, cable.od, count), fillLimit(count)];
  return { bore, share, limit, jam: jams(bore, cable.od, count), ok: share <= limit };
}

/** The pull from both ends; undefined where the cable has no limits to hold it against, or does not go into its duct. */
function pullOf({ run, line, lines }: Of, { cable, count, bore }: Drawn): Pulled | undefined {
  if (!cable.pull || (cable.kind !== 'cable' && cable.kind !== 'pressure')) return undefined;
  const lie = bore === undefined ? { k: 1, pressed: 1 } : together(bore, cable.od, count);
  if (!lie) return undefined;
  const radius = Math.max(cable.minBend, line.product.minBend, 0.1);
  const parts = pullParts(run, (lines[0] as PlacedLine).product, radius, line.from, line.to);
  const weight = count * weightOf(cable);
  const ahead = pullAlong(parts, line.from, weight, FRICTION, lie.k);
  const back = pullAlong(reversed(parts, line.from), line.to, weight, FRICTION, lie.k);
  const better = ahead.tension <= back.tension ? ahead : back;
  const most = { tension: sharedLimit(cable.pull.tension, count), sidewall: cable.pull.sidewall };
  const sideways = better.sidewall * lie.pressed;
  return { ahead, back, better, radius, weight, k: lie.k, sideways, most, ok: better.tension <= most.tension && sideways <= most.sidewall };
}

/** The next larger cable of its kind that passes everything along the line: rating, volts, duct and pull. */
const nextThatPasses = (of: Of, { cable }: Drawn): Product | undefined =>
  nextSize(cable, (_, larger) => {
    const drawn = drawnIn(of, larger);
    if (!drawn) return false;
    const holds = [carriesOf(of, drawn), losesOf(of, drawn), fillsOf(drawn)].every((one) => one?.ok !== false);
    // What does not go into its duct cannot be pulled there.
    return holds && (pullOf(of, drawn)?.ok ?? drawn.bore === undefined);
  });

/** Does the line carry a load: a cable, or a duct with one in it? */
export const conducts = (of: Pick<Of, 'job' | 'run' | 'line'>): boolean => (drawnIn(of)?.cable.conductor ?? null) !== null;

/** Does it carry its load as it lies? First of the cable's checks: a cable that cooks is no use however few volts it loses. */
export function rated(of: Of): Check[] {
  const { job, line } = of;
  const circuit = circuitOf(of, line);
  const drawn = drawnIn(of);
  const carries = drawn && carriesOf(of, drawn);
  if (!circuit || !drawn || !carries) return [];
  const { bed, amps, ok } = carries;
  const next = ok ? undefined : nextThatPasses(of, drawn);
  return [
    {
      id: 'rating',
      title: 'Current it carries in this ground',
      state: ok ? 'ok' : 'fails',
      formula: `Rating × factors for soil, depth, neighbours${bed.inDuct ? ', duct' : ''} and ground temperature`,
      inputs: [
        { name: 'Depth', value: formatLength(bed.depth, job.units) },
        { name: 'Soil', value: `${bed.resistivity} K·m/W at ${bed.temperature} °C` },
        { name: 'Loaded circuits', value: `${bed.circuits}${bed.circuits > 1 ? (bed.apart ? ', 150 mm apart' : ', close') : ''}` },
        ...(bed.inDuct ? [{ name: 'In the duct', value: drawn.cable.name }] : []),
        { name: 'Load', value: `${circuit.amps} A` },
      ],
      result: `${amps.toFixed(0)} A`,
      limit: `${circuit.amps} A at least`,
      source: RATING_BASIS,
      advice: ok
        ? undefined
        : `${(circuit.amps - amps).toFixed(0)} A too much. ${next ? `${next.name} carries it.` : 'No larger one of its kind in the catalogue passes: split the load or lay it alone.'}`,
      curves: [],
    },
  ];
}

/** Length of a line with the tails in the structures it ends at, metres. */
const lengthOf = ({ run, line }: Of): number =>
  line.to - line.from + run.structures.reduce((sum, { station, tail }) => sum + (station >= line.from && station <= line.to ? tail : 0), 0);

/** Does enough voltage arrive? */
export function dropped(of: Of): Check[] {
  const { job, line } = of;
  const circuit = circuitOf(of, line);
  const drawn = drawnIn(of);
  const loses = drawn && losesOf(of, drawn);
  const conductor = drawn?.cable.conductor;
  if (!circuit || !drawn || !loses || !conductor) return [];
  const { length, volts, ok } = loses;
  const next = ok ? undefined : nextThatPasses(of, drawn);
  return [
    {
      id: 'volts',
      title: 'Volts lost on the way',
      state: ok ? 'ok' : 'fails',
      formula: circuit.phases === 1 ? 'ΔU = 2·I·L·(r·cosφ + x·sinφ)' : 'ΔU = √3·I·L·(r·cosφ + x·sinφ)',
      inputs: [
        { name: 'Length with tails', value: formatLength(length, job.units, 'span') },
        { name: 'Load', value: `${circuit.amps} A, cosφ ${circuit.powerFactor}` },
        {
          name: 'r, x',
          value: `${(resistanceAt(conductor, conductor.hottest) * 1000).toFixed(3)}, ${(conductor.reactance * 1000).toFixed(3)} mΩ/m at ${conductor.hottest} °C`,
        },
      ],
      result: `${volts.toFixed(2)} V = ${((volts / circuit.volts) * 100).toFixed(1)} %`,
      limit: `${(circuit.limit * 100).toFixed(1)} % of ${circuit.volts} V at most`,
      source: 'Usual limits 3–5 %; resistance at the hottest the cable may run, the safe side',
      advice: ok ? undefined : next ? `${next.name} stays within.` : 'No larger one of its kind in the catalogue passes.',
      curves: [],
    },
  ];
}

/** Do the cables drawn through a duct fit, and will they not jam? */
export function filled(of: Of): Check[] {
  const { job } = of;
  const drawn = drawnIn(of);
  const fills = drawn && fillsOf(drawn);
  if (!drawn || !fills) return [];
  const { cable, count } = drawn;
  const { bore, share, limit, jam, ok } = fills;
  return [
    {
      id: 'fill',
      title: 'Cables in the duct',
      state: !ok ? 'fails' : jam ? 'note' : 'ok',
      formula: 'n·d² / D² against 53, 31 or 40 %; jam where three and D/d is 2.8 to 3.2',
      inputs: [
        { name: 'Bore', value: formatLength(bore, job.units, 'size') },
        { name: 'Cables', value: `${count} × ${cable.name}, ${formatLength(cable.od, job.units, 'size')}` },
      ],
      result: formatPercent(share),
      limit: `${formatPercent(limit)} at most`,
      source: FILL_BASIS,
      advice: !ok
        ? 'A larger duct, or a second one.'
        : jam
          ? `D/d is ${(bore / cable.od).toFixed(2)}: three can lock side by side in a bend. Take another duct.`
          : undefined,
      curves: [],
    },
  ];
}

/** Can it be drawn in, from the better end? */
export function pulled(of: Of): Check[] {
  const { job, line } = of;
  const drawn = drawnIn(of);
  const pull = drawn && pullOf(of, drawn);
  if (!drawn || !pull) return [];
  const { cable, count } = drawn;
  const { ahead, back, better, radius, weight, k, sideways, most, ok } = pull;
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
      id: 'pull',
      title: `Pulling ${cable === line.product ? 'it' : count === 1 ? cable.name : `${count} × ${cable.name}`} through`,
      state: ok ? 'ok' : 'fails',
      formula: 'T = T₀ + w·L·(K·μ·cosθ ± sinθ); bends T·e^(K·μ·φ); sidewall T/R',
      inputs: [
        { name: count === 1 ? 'Weight' : `Weight of ${count}`, value: formatLineLoad(weight, job.units) },
        { name: 'Friction', value: String(FRICTION) },
        ...(count === 1 ? [] : [{ name: 'K', value: k.toFixed(2) }]),
        { name: 'Towards the end', value: formatForce(ahead.tension, job.units) },
        { name: 'Towards the start', value: formatForce(back.tension, job.units) },
        { name: 'Bends on', value: formatLength(radius, job.units) },
      ],
      result: `${formatForce(better.tension, job.units)} drawn towards the ${better === ahead ? 'end' : 'start'}; ${formatLineLoad(sideways, job.units)} sideways`,
      limit: `${formatForce(most.tension, job.units)}; ${formatLineLoad(most.sidewall, job.units)} sideways`,
      source: PULL_BASIS,
      advice: `${Math.max(1, Math.ceil(better.tension / PERSON_PULL))} to pull, or a winch; tails not counted.`,
      curves: [curve(`Tension drawn towards the ${better === ahead ? 'end' : 'start'}`, better)],
    },
  ];
}

/** A way to get a cable into the ground, with what it takes. */
export interface InstallMethod {
  name: string;
  people: number;
  joints: number;
  force: string;
  risk: string;
}
/** What one person carries along, kilograms, and a loose duct's friction over grass. */
const CARRY = 20;
const GRASS = 0.5;

/** Three ways to lay a cable or draw it through a duct, side by side. */
export function installMethods(job: Job, run: Run, line: PlacedLine, duct: Pick<Product, 'mass' | 'stock'>): InstallMethod[] {
  const cable = drawnIn({ job, run, line })?.cable ?? line.product;
  const length = line.to - line.from;
  const parts = pullParts(run, line.product, Math.max(cable.minBend, 0.1), line.from, line.to);
  const pull = Math.min(
    pullAlong(parts, line.from, weightOf(cable)).tension,
    pullAlong(reversed(parts, line.from), line.to, weightOf(cable)).tension,
  );
  const people = (force: number) => Math.max(1, Math.ceil(force / PERSON_PULL));
  const pieces = Math.ceil(length / duct.stock.length);
  const half = GRASS * duct.mass * GRAVITY * (length / 2);
  return [
    {
      name: 'Lay it directly',
      people: Math.max(2, Math.ceil((cable.mass * length) / CARRY)),
      joints: 0,
      force: '–',
      risk: 'Open trench all the way; bedding must be stone-free; no second chance to change it',
    },
    {
      name: 'Pull through a laid duct',
      people: people(pull),
      joints: pieces,
      force: formatForce(pull, job.units),
      risk: 'Draw line kept, duct proved with a mandrel; tension and sidewall within limits',
    },
    {
      name: 'Thread the duct over it',
      people: Math.max(2, people(half)),
      joints: Math.max(1, pieces - 2),
      force: formatForce(half, job.units),
      risk: 'Bevelled end first, half from each end, on the surface; then lowered whole with many hands',
    },
  ];
}
