import { beddings, compactionIds, compactions, loadCovers, findService, serviceWith, wheels, type Service } from '../../catalogue';
import { laidLines, linesIn, type Job, type LaidLine, type Reach, type Run } from '../../job';
import { groundsAt, isOpen, type ProfileColumns } from '../../line';
import { formatForce, formatLength, formatLineLoad, formatPercent, formatPressure } from '../../units';
import { digWidth } from '../layers';
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
import { againstFloating, FLOAT_BASIS, FLOAT_SAFETY, floatSafety, uplift } from './flotation';
import { wheelPressure, weights, WEIGHTS_BASIS } from './loads';
import { FRICTION, PERSON_PULL, PULL_BASIS, pullAlong, pullParts, reversed, weightOf, type Pull } from './pull';
import {
  BEDDING_CONSTANT,
  BEDDING_FACTOR,
  deflection,
  DEFLECTION_BASIS,
  DEFLECTION_LIMIT,
  LAG,
  RIGID_BASIS,
  RIGID_SAFETY,
  sideSupport,
  trenchLoad,
} from './rings';

/** Points of a curve, with what to write at them. */
export interface Curve {
  title: string;
  points: { label: string; value: number; shown: string }[];
}

/** One check of a line: the formula, what went in, what came out, what it may be, and where that comes from. All in words, ready to show. */
export interface Check {
  id: string;
  title: string;
  state: 'ok' | 'fails' | 'note';
  formula: string;
  inputs: { name: string; value: string }[];
  result: string;
  limit: string;
  source: string;
  /** What would mend it. */
  advice: string | undefined;
  curves: Curve[];
}

/** A line of the run with its checks, those that fail first. */
export interface CheckedLine {
  line: LaidLine;
  checks: Check[];
  /** How a cable could be got in; empty for pipes. */
  ways: InstallWay[];
}

/** What the checks ask of a plan. */
interface Planned {
  profile: ProfileColumns;
}

/** Checks of every line of a run, along its whole way. */
export function lineChecks(job: Job, run: Run, { profile }: Planned): CheckedLine[] {
  const lines = laidLines(job, run);
  return lines.map((line) => {
    const of = { job, run, profile, lines, line };
    const checks = [
      floating(of),
      ...flexible(of),
      ...rigid(of),
      trafficked(of),
      ...rated(of),
      ...dropped(of),
      ...filled(of),
      ...pulled(of),
    ];
    return {
      line,
      checks: checks.flatMap((check) => check ?? []).sort((a, b) => RANK[a.state] - RANK[b.state]),
      ways: line.service.kind === 'cable' ? installWays(job, run, line, findService('duct-110')) : [],
    };
  });
}
const RANK = { fails: 0, note: 1, ok: 2 } as const;

interface Of {
  job: Job;
  run: Run;
  profile: ProfileColumns;
  lines: readonly LaidLine[];
  line: LaidLine;
}

/** Covers of a line at the nodes it passes, metres, with their node. */
function coversOf({ profile, lines, line }: Of): { node: number; cover: number }[] {
  const higher = line.up + line.service.od - (lines[0] as LaidLine).service.od;
  return profile.station.flatMap((station, node) =>
    station >= line.from && station <= line.to ? [{ node, cover: (profile.cover[node] as number) - higher }] : [],
  );
}

const shallowest = (of: Of) => coversOf(of).reduce((least, at) => (at.cover < least.cover ? at : least));
const deepestOf = (of: Of) => coversOf(of).reduce((most, at) => (at.cover > most.cover ? at : most));
const reachAtNode = ({ run, profile }: Of, node: number): Reach => run.reaches[profile.reach[node] as number] as Reach;

/** Water in the ground at a station, metres; undefined where none is known. */
export function waterAt({ water }: Pick<Run, 'water'>, station: number): number | undefined {
  if (water.length === 0) return undefined;
  return groundsAt(
    water.map(({ station: at, level }) => ({ station: at, ground: level })),
    station,
  ).ground;
}

function floating(of: Of): Check | undefined {
  const { job, run, line, profile } = of;
  const { service } = line;
  if (service.ring === null) return undefined;
  const known = run.water.length > 0;
  const at = coversOf(of)
    .map(({ node, cover }) => {
      const ground = profile.ground[node] as number;
      const level = waterAt(run, profile.station[node] as number) ?? ground;
      const pipe = { od: service.od, mass: service.mass, cover: Math.max(0, cover), water: Math.min(cover, level - (ground - cover)) };
      return { pipe, safety: floatSafety(pipe) };
    })
    .reduce((worst, next) => (next.safety < worst.safety ? next : worst));
  const mend = againstFloating(at.pipe);
  const ok = at.safety >= FLOAT_SAFETY;
  const open = uplift({ od: service.od, water: Infinity });
  return {
    id: 'float',
    title: 'Floating',
    state: ok ? 'ok' : 'fails',
    formula: 'FS = (empty pipe + prism over it) / (π/4·OD²·γw)',
    inputs: [
      { name: 'Outside', value: formatLength(service.od, job.units, 'size') },
      { name: 'Cover where worst', value: formatLength(at.pipe.cover, job.units) },
      { name: 'Water', value: known ? 'as entered' : 'taken at the surface' },
      { name: 'Lift', value: formatLineLoad(uplift(at.pipe), job.units) },
    ],
    result: Number.isFinite(at.safety) ? `FS ${at.safety.toFixed(2)}` : 'Water does not reach it',
    limit: `FS ${FLOAT_SAFETY} at least`,
    source: `${FLOAT_BASIS}. ${WEIGHTS_BASIS}`,
    advice: ok
      ? `In an open flooded trench it lifts ${formatLineLoad(open, job.units)} empty: weigh it down until the fill is on.`
      : `Cover of ${formatLength(mend.cover, job.units)} holds it, or ballast of ${mend.ballast.toFixed(0)} kg a metre.`,
    curves: [],
  };
}

function flexible(of: Of): Check[] {
  const { job, run, line } = of;
  const { ring } = line.service;
  if (ring?.kind !== 'flexible') return [];
  const of100 = (share: number) => `${(share * 100).toFixed(2)} %`;
  const at = (node: number, cover: number, compaction = reachAtNode(of, node).compaction) => {
    const reach = reachAtNode(of, node);
    return deflection({
      stiffness: ring.strength,
      support: sideSupport(beddings[reach.beddingMaterial].support, compaction),
      prism: weights.moist * Math.max(0, cover),
      live: wheelPressure(run.surface, cover),
      lag: LAG,
      bedding: BEDDING_CONSTANT,
    });
  };
  const covers = coversOf(of).filter(({ node }) => isOpen(reachAtNode(of, node)));
  if (covers.length === 0) return [];
  const worst = covers.map((place) => ({ ...place, share: at(place.node, place.cover) })).reduce((a, b) => (b.share > a.share ? b : a));
  const reach = reachAtNode(of, worst.node);
  const ok = worst.share <= DEFLECTION_LIMIT;
  const better = compactionIds.find((id) => at(worst.node, worst.cover, id) <= DEFLECTION_LIMIT);
  return [
    {
      id: 'deflection',
      title: 'Flattening of the pipe',
      state: ok ? 'ok' : 'fails',
      formula: 'Δ/D = (DL·K·Wp + K·WL) / (0.149·PS + 0.061·E′)',
      inputs: [
        { name: 'PS', value: formatPressure(ring.strength, job.units) },
        {
          name: 'E′',
          value: `${formatPressure(sideSupport(beddings[reach.beddingMaterial].support, reach.compaction), job.units)} (${compactions[reach.compaction].name.toLowerCase()})`,
        },
        { name: 'Soil prism', value: formatPressure(weights.moist * worst.cover, job.units) },
        { name: 'Wheel', value: formatPressure(wheelPressure(run.surface, worst.cover), job.units) },
        { name: 'DL, K', value: `${LAG}, ${BEDDING_CONSTANT}` },
      ],
      result: of100(worst.share),
      limit: `${formatPercent(DEFLECTION_LIMIT)} at most`,
      source: `${DEFLECTION_BASIS}. ${wheels[run.surface].basis}`,
      advice: ok
        ? undefined
        : better
          ? `${compactions[better].name} side fill keeps it within.`
          : 'A stiffer pipe, crushed stone beside it or more cover.',
      curves: [
        {
          title: 'Flattening by how the side fill is put in, %',
          points: compactionIds.map((id) => {
            const share = at(worst.node, worst.cover, id);
            return { label: compactions[id].name, value: share * 100, shown: of100(share) };
          }),
        },
      ],
    },
  ];
}

function rigid(of: Of): Check[] {
  const { job, run, line } = of;
  const { ring } = line.service;
  if (ring?.kind !== 'rigid') return [];
  const places = coversOf(of).filter(({ node }) => isOpen(reachAtNode(of, node)));
  if (places.length === 0) return [];
  const loads = places.map(({ node, cover }) => {
    const width = digWidth(reachAtNode(of, node));
    return { cover, width, soil: trenchLoad(width, cover, weights.moist), wheel: wheelPressure(run.surface, cover) * line.service.od };
  });
  const worst = loads.reduce((a, b) => (b.soil + b.wheel > a.soil + a.wheel ? b : a));
  const load = worst.soil + worst.wheel;
  const strength = (ring.strength * BEDDING_FACTOR) / RIGID_SAFETY;
  return [
    {
      id: 'crushing',
      title: 'Load on the rigid pipe',
      state: load <= strength ? 'ok' : 'fails',
      formula: 'W = C·γ·B² + wheel ≤ crushing load × bedding factor / safety',
      inputs: [
        { name: 'Trench width', value: formatLength(worst.width, job.units) },
        { name: 'Cover', value: formatLength(worst.cover, job.units) },
        { name: 'Fill', value: formatLineLoad(worst.soil, job.units) },
        { name: 'Wheel', value: formatLineLoad(worst.wheel, job.units) },
      ],
      result: formatLineLoad(load, job.units),
      limit: `${formatLineLoad(strength, job.units)} at most`,
      source: `${RIGID_BASIS}. ${wheels[run.surface].basis}`,
      advice: load <= strength ? undefined : 'A narrower trench at the crown, a stronger class or a better bed.',
      curves: [],
    },
  ];
}

/** Which loads may pass once the fill is on, by the least cover. */
function trafficked(of: Of): Check | undefined {
  const { job } = of;
  const { cover } = shallowest(of);
  const allowed = loadCovers.filter((load) => cover >= load.cover - 1e-6);
  const refused = loadCovers.filter((load) => cover < load.cover - 1e-6);
  return {
    id: 'traffic',
    title: 'What may pass over it',
    state: refused.length > 0 ? 'note' : 'ok',
    formula: 'Least cover over the crown against what each load asks for',
    inputs: [{ name: 'Least cover', value: formatLength(cover, job.units) }],
    result: allowed.length > 0 ? allowed.map(({ name }) => name).join(', ') : 'Nothing yet',
    limit: loadCovers.map(({ name, cover: least }) => `${name} ${formatLength(least, job.units)}`).join('; '),
    source: 'Usual practice; the pipe’s and the compactor’s makers rule',
    advice: refused.length > 0 ? `Not: ${refused.map(({ name }) => name).join(', ')}.` : undefined,
    curves: [],
  };
}

/** How a cable lies where it is worst cooled: deepest, with every loaded circuit it shares the trench with. */
function bedOf(of: Of): CableBed | undefined {
  const { run, lines, line } = of;
  const circuit = run.services[line.index]?.circuit;
  if (!circuit) return undefined;
  const { cover } = deepestOf(of);
  const loaded = linesIn(lines, line.from, line.to).filter(({ index }) => run.services[index]?.circuit);
  const apart = loaded.every(
    (other) => other === line || Math.hypot(other.x - line.x, other.up - line.up) - (other.service.od + line.service.od) / 2 >= 0.15 - 1e-6,
  );
  return {
    depth: cover + line.service.od / 2,
    resistivity: circuit.resistivity,
    temperature: circuit.temperature,
    circuits: loaded.length,
    apart,
    inDuct: false,
  };
}

function rated(of: Of): Check[] {
  const { job, run, line } = of;
  const circuit = run.services[line.index]?.circuit;
  const bed = bedOf(of);
  const { conductor } = line.service;
  if (!circuit || !bed || !conductor) return [];
  const carries = groundRating(conductor, bed);
  const ok = carries >= circuit.amps;
  const next = ok ? undefined : nextSize(line.service, (larger) => groundRating(larger, bed) >= circuit.amps);
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

function dropped(of: Of): Check[] {
  const { job, run, line } = of;
  const circuit = run.services[line.index]?.circuit;
  const { conductor } = line.service;
  if (!circuit || !conductor) return [];
  const length = lengthOf(of);
  const lost = (of_: typeof conductor) => voltDrop(circuit, length, resistanceAt(of_, of_.hottest), of_.reactance);
  const volts = lost(conductor);
  const ok = volts <= circuit.limit * circuit.volts;
  const next = ok ? undefined : nextSize(line.service, (larger) => lost(larger) <= circuit.limit * circuit.volts);
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

function filled(of: Of): Check[] {
  const { job, run, line } = of;
  const holds = run.services[line.index]?.holds;
  const cable = holds && serviceWith(holds.service, job.services);
  if (!holds || !cable) return [];
  const bore = line.service.od - 2 * line.service.wall;
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
function drawn(of: Pick<Of, 'job' | 'run' | 'line'>): Service | undefined {
  const holds = of.run.services[of.line.index]?.holds;
  return holds ? serviceWith(holds.service, of.job.services) : of.line.service;
}

function pulled(of: Of): Check[] {
  const { job, run, line, lines } = of;
  const cable = drawn(of);
  if (!cable?.pull || (cable.kind !== 'cable' && cable.kind !== 'pressure')) return [];
  const radius = Math.max(cable.minBend, line.service.minBend, 0.1);
  const parts = pullParts(run, (lines[0] as LaidLine).service, radius, line.from, line.to);
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
      title: `Pulling ${cable === line.service ? 'it' : cable.name} through`,
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
export interface InstallWay {
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
export function installWays(job: Job, run: Run, line: LaidLine, duct: Pick<Service, 'mass' | 'stock'>): InstallWay[] {
  const cable = drawn({ job, run, line }) ?? line.service;
  const length = line.to - line.from;
  const parts = pullParts(run, line.service, Math.max(cable.minBend, 0.1), line.from, line.to);
  const pull = Math.min(
    pullAlong(parts, line.from, weightOf(cable)).tension,
    pullAlong(reversed(parts, line.from), line.to, weightOf(cable)).tension,
  );
  const people = (force: number) => Math.max(1, Math.ceil(force / PERSON_PULL));
  const pieces = Math.ceil(length / duct.stock.length);
  const half = GRASS * duct.mass * 9.81 * (length / 2);
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
