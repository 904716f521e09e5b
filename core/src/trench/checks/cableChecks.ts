import { productWith, type Product } from '../../catalogue';
import { linesIn, type Job, type PlacedLine, type Run } from '../../job';
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
import { FRICTION, PERSON_PULL, PULL_BASIS, pullAlong, pullParts, reversed, weightOf, type Pull } from './pull';

/** How a cable lies where it is worst cooled: deepest, with every loaded circuit it shares the trench with. */
function bedOf(of: Of): CableBed | undefined {
  const { run, lines, line } = of;
  const circuit = run.laid.find(({ id }) => id === line.id)?.circuit;
  if (!circuit) return undefined;
  const { cover } = deepestOf(of);
  const loaded = linesIn(lines, line.from, line.to).filter(({ id }) => run.laid.some((one) => one.id === id && one.circuit));
  const apart = loaded.every(
    (other) => other === line || Math.hypot(other.x - line.x, other.up - line.up) - (other.product.od + line.product.od) / 2 >= 0.15 - 1e-6,
  );
  return {
    depth: cover + line.product.od / 2,
    resistivity: circuit.resistivity,
    temperature: circuit.temperature,
    circuits: loaded.length,
    apart,
    inDuct: false,
  };
}

/** Does it carry its load as it lies? First of the cable's checks: a cable that cooks is no use however few volts it loses. */
export function rated(of: Of): Check[] {
  const { job, run, line } = of;
  const circuit = run.laid.find(({ id }) => id === line.id)?.circuit;
  const bed = bedOf(of);
  const { conductor } = line.product;
  if (!circuit || !bed || !conductor) return [];
  const carries = groundRating(conductor, bed);
  const ok = carries >= circuit.amps;
  const next = ok ? undefined : nextSize(line.product, (larger) => groundRating(larger, bed) >= circuit.amps);
  return [
    {
      id: 'rating',
      title: 'Current it carries in this ground',
      state: ok ? 'ok' : 'fails',
      formula: 'Rating × factors for soil, depth, neighbours and ground temperature',
      inputs: [
        { name: 'Depth', value: formatLength(bed.depth, job.units) },
        { name: 'Soil', value: `${bed.resistivity} K·m/W at ${bed.temperature} °C` },
        { name: 'Loaded circuits', value: `${bed.circuits}${bed.circuits > 1 ? (bed.apart ? ', 150 mm apart' : ', close') : ''}` },
        { name: 'Load', value: `${circuit.amps} A` },
      ],
      result: `${carries.toFixed(0)} A`,
      limit: `${circuit.amps} A at least`,
      source: RATING_BASIS,
      advice: ok
        ? undefined
        : next
          ? `${next.name} carries it.`
          : 'No larger one of its kind in the catalogue: split the load or lay it alone.',
      curves: [],
    },
  ];
}

/** Length of a line with the tails in the structures it ends at, metres. */
const lengthOf = ({ run, line }: Of): number =>
  line.to - line.from + run.structures.reduce((sum, { station, tail }) => sum + (station >= line.from && station <= line.to ? tail : 0), 0);

/** Does enough voltage arrive? */
export function dropped(of: Of): Check[] {
  const { job, run, line } = of;
  const circuit = run.laid.find(({ id }) => id === line.id)?.circuit;
  const { conductor } = line.product;
  if (!circuit || !conductor) return [];
  const length = lengthOf(of);
  const lost = (of_: typeof conductor) => voltDrop(circuit, length, resistanceAt(of_, of_.hottest), of_.reactance);
  const volts = lost(conductor);
  const ok = volts <= circuit.limit * circuit.volts;
  const next = ok ? undefined : nextSize(line.product, (larger) => lost(larger) <= circuit.limit * circuit.volts);
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
      advice: ok ? undefined : next ? `${next.name} stays within.` : 'No larger one of its kind in the catalogue.',
      curves: [],
    },
  ];
}

/** Do the cables drawn through a duct fit, and will they not jam? */
export function filled(of: Of): Check[] {
  const { job, run, line } = of;
  const holds = run.laid.find(({ id }) => id === line.id)?.holds;
  const cable = holds && productWith(holds.product, job.products);
  if (!holds || !cable) return [];
  const bore = line.product.od - 2 * line.product.wall;
  const share = conduitFill(bore, cable.od, holds.count);
  const limit = fillLimit(holds.count);
  const jam = jams(bore, cable.od, holds.count);
  return [
    {
      id: 'fill',
      title: 'Cables in the duct',
      state: share > limit ? 'fails' : jam ? 'note' : 'ok',
      formula: 'n·d² / D² against 53, 31 or 40 %; jam where three and D/d is 2.8 to 3.2',
      inputs: [
        { name: 'Bore', value: formatLength(bore, job.units, 'size') },
        { name: 'Cables', value: `${holds.count} × ${cable.name}, ${formatLength(cable.od, job.units, 'size')}` },
      ],
      result: formatPercent(share),
      limit: `${formatPercent(limit)} at most`,
      source: FILL_BASIS,
      advice:
        share > limit
          ? 'A larger duct, or a second one.'
          : jam
            ? `D/d is ${(bore / cable.od).toFixed(2)}: three can lock side by side in a bend. Take another duct.`
            : undefined,
      curves: [],
    },
  ];
}

/** The cable that is drawn: the line itself, or one in its duct. */
function drawn(of: Pick<Of, 'job' | 'run' | 'line'>): Product | undefined {
  const holds = of.run.laid.find(({ id }) => id === of.line.id)?.holds;
  return holds ? productWith(holds.product, of.job.products) : of.line.product;
}

/** Can it be drawn in, from the better end? */
export function pulled(of: Of): Check[] {
  const { job, run, line, lines } = of;
  const cable = drawn(of);
  if (!cable?.pull || (cable.kind !== 'cable' && cable.kind !== 'pressure')) return [];
  const radius = Math.max(cable.minBend, line.product.minBend, 0.1);
  const parts = pullParts(run, (lines[0] as PlacedLine).product, radius, line.from, line.to);
  const [ahead, back] = [pullAlong(parts, line.from, weightOf(cable)), pullAlong(reversed(parts, line.from), line.to, weightOf(cable))];
  const better = ahead.tension <= back.tension ? ahead : back;
  const { tension, sidewall } = cable.pull;
  const ok = better.tension <= tension && better.sidewall <= sidewall;
  const curve = (title: string, pull: Pull): Curve => ({
    title,
    points: pull.along.map(({ station, tension: force }) => ({
      label: formatLength(station, job.units, 'span'),
      value: force,
      shown: formatForce(force, job.units),
    })),
  });
  return [
    {
      id: 'pull',
      title: `Pulling ${cable === line.product ? 'it' : cable.name} through`,
      state: ok ? 'ok' : 'fails',
      formula: 'T = T₀ + w·L·(K·μ·cosθ ± sinθ); bends T·e^(K·μ·φ); sidewall T/R',
      inputs: [
        { name: 'Weight', value: formatLineLoad(weightOf(cable), job.units) },
        { name: 'Friction', value: String(FRICTION) },
        { name: 'Towards the end', value: formatForce(ahead.tension, job.units) },
        { name: 'Towards the start', value: formatForce(back.tension, job.units) },
        { name: 'Bends on', value: formatLength(radius, job.units) },
      ],
      result: `${formatForce(better.tension, job.units)} drawn towards the ${better === ahead ? 'end' : 'start'}; ${formatLineLoad(better.sidewall, job.units)} sideways`,
      limit: `${formatForce(tension, job.units)}; ${formatLineLoad(sidewall, job.units)} sideways`,
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
  const cable = drawn({ job, run, line }) ?? line.product;
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
