import { beddings, compactionIds, compactions, loadCovers, SELF_CLEANSING, SELF_CLEANSING_BASIS, wheels } from '../../catalogue';
import { isOpen } from '../../alignment';
import type { LegFlow } from '../../alignment/checks';
import { wallOffset } from '../../geometry';
import type { PlacedLine, Reach } from '../../job';
import {
  formatFlow,
  formatGradient,
  formatLength,
  formatLineLoad,
  formatMassOf,
  formatVelocity,
  formatPercent,
  formatPressure,
} from '../../units';
import { digWidth } from '../layers';
import { coversAfter, coversOf, reachAtNode, shallowest, waterAt, type Check, type Of } from './along';
import { againstFloating, FLOAT_BASIS, FLOAT_SAFETY, floatingStages, floatSafety, uplift } from './flotation';
import { wheelPressure, weights, WEIGHTS_BASIS } from './loads';
import {
  beddingConstantAt,
  BEDDING_FACTOR,
  deflection,
  DEFLECTION_BASIS,
  DEFLECTION_LIMIT,
  LAG,
  RIGID_BASIS,
  RIGID_SAFETY,
  sideSupport,
  fillLoad,
} from './rings';

/** Does what runs in the leading line keep it clean on its flattest leg? Nothing where nothing flows free. */
export function flowing({ job }: Pick<Of, 'job'>, flows: readonly LegFlow[]): Check[] {
  if (flows.length === 0) return [];
  const worst = flows.reduce((slow, leg) => (leg.half.velocity < slow.half.velocity ? leg : slow));
  const ok = worst.half.velocity >= SELF_CLEANSING - 1e-6;
  return [
    {
      id: 'flow',
      title: 'Flow that keeps it clean',
      state: ok ? 'ok' : 'fails',
      formula: 'Manning: v = R^⅔·√S / n, half full',
      inputs: [
        { name: 'Flattest leg', value: formatGradient(Math.abs(worst.fall), job.units) },
        { name: 'Full', value: formatFlow(worst.full.flow, job.units) },
      ],
      result: formatVelocity(worst.half.velocity, job.units),
      limit: `${formatVelocity(SELF_CLEANSING, job.units)} at least`,
      source: SELF_CLEANSING_BASIS,
      advice: ok ? undefined : 'A steeper fall, or a smaller pipe that runs fuller.',
      curves: [],
    },
  ];
}

/**
 * Cover of a line and water over its crown, metres, wherever one of the two bends or the water passes crown, underside or surface: between those points
 * the safety against floating goes one way, so none between them is worse.
 */
function wetPoints(of: Of): { node: number; cover: number; water: number }[] {
  const { run, line, lines, profile } = of;
  const higher = line.up + line.product.od - (lines[0] as PlacedLine).product.od;
  const waterOver = (station: number, crown: number, surface: number) => (waterAt(run, station) ?? surface) - crown;
  const nodes = coversOf(of).map(({ node, cover }) => {
    const [station, crown] = [profile.station[node] as number, (profile.crown[node] as number) + higher];
    const surface = Math.max(profile.ground[node] as number, profile.finished[node] as number);
    return { node, station, cover, crown, surface, water: waterOver(station, crown, surface) };
  });
  const between = (a: (typeof nodes)[number], b: (typeof nodes)[number], share: number): (typeof nodes)[number] => {
    const mix = (key: 'station' | 'cover' | 'crown' | 'surface') => a[key] + (b[key] - a[key]) * share;
    const [station, crown, surface] = [mix('station'), mix('crown'), mix('surface')];
    return { node: a.node, station, cover: mix('cover'), crown, surface, water: waterOver(station, crown, surface) };
  };
  const bent = nodes.flatMap((a, i) => {
    const b = nodes[i + 1];
    const levels = b ? run.water.map(({ station }) => station).filter((station) => station > a.station && station < b.station) : [];
    return [a, ...levels.map((station) => between(a, b as typeof a, (station - a.station) / ((b as typeof a).station - a.station)))];
  });
  return bent.flatMap((a, i) => {
    const b = bent[i + 1];
    if (!b || b.station <= a.station) return [a];
    const passes = [
      (point: typeof a) => point.water,
      (point: typeof a) => point.water + line.product.od,
      (point: typeof a) => point.water - point.cover,
    ];
    return [a, ...passes.flatMap((height) => (height(a) * height(b) < 0 ? [between(a, b, height(a) / (height(a) - height(b)))] : []))];
  });
}

/** Does the empty pipe stay down where the water stands highest over it? Nothing for cables. */
export function floating(of: Of): Check | undefined {
  const { job, run, line } = of;
  const { product } = line;
  if (product.ring === null) return undefined;
  const known = run.water.length > 0;
  // Held down by the lower of the ground there is and will be; the water stands where it stands.
  const at = wetPoints(of)
    .map(({ node, cover, water }) => {
      const pipe = { od: product.od, mass: product.mass, cover: Math.max(0, cover), water: Math.min(Math.max(0, cover), water) };
      return { node, pipe, depth: water, safety: floatSafety(pipe) };
    })
    .reduce((worst, next) => (next.safety < worst.safety ? next : worst));
  const mend = againstFloating(at.pipe);
  // Every stage counts where water gets to it: bare in the flooded trench, under its fine fill, and filled.
  const stages = floatingStages(product, reachAtNode(of, at.node).surround);
  const wet = at.depth > -product.od;
  const holds = at.safety >= FLOAT_SAFETY;
  const weighed = wet && Math.min(stages.open, stages.fine) < FLOAT_SAFETY;
  const open = uplift({ od: product.od, water: Infinity });
  return {
    id: 'float',
    title: 'Floating',
    state: !holds ? 'fails' : weighed ? 'note' : 'ok',
    formula: 'FS = (empty pipe + prism over it) / (π/4·OD²·γw)',
    inputs: [
      { name: 'Outside', value: formatLength(product.od, job.units, 'size') },
      { name: 'Cover where worst', value: formatLength(at.pipe.cover, job.units) },
      { name: 'Water', value: known ? 'as entered' : 'taken at the surface' },
      { name: 'Lift', value: formatLineLoad(uplift(at.pipe), job.units) },
      { name: 'Open and flooded', value: `FS ${stages.open.toFixed(2)}` },
      { name: 'With its fine fill on', value: `FS ${stages.fine.toFixed(2)}` },
      { name: 'In flowable fill', value: `ballast ${formatMassOf(stages.flowable, job.units)} a metre` },
    ],
    result: Number.isFinite(at.safety) ? `FS ${at.safety.toFixed(2)}` : 'Water does not reach it',
    limit: `FS ${FLOAT_SAFETY} at least`,
    source: `${FLOAT_BASIS}. ${WEIGHTS_BASIS}`,
    advice: !holds
      ? `Cover of ${formatLength(mend.cover, job.units)} holds it, or ballast of ${formatMassOf(mend.ballast, job.units)} a metre.`
      : weighed
        ? `In an open flooded trench it lifts ${formatLineLoad(open, job.units)} empty: weigh it down with ${formatMassOf(stages.ballast, job.units)} a metre, or fill it, until the fill is on.`
        : undefined,
    curves: [],
  };
}

/** Covers dug open under the ground there is, and under the ground as it will be left: a wheel presses most on the first, the fill on the greater. */
const everyStage = (of: Of) => [...coversOf(of), ...coversAfter(of)].filter(({ node }) => isOpen(reachAtNode(of, node)));

/** Does a flexible pipe keep its shape under its fill and a wheel, where it flattens most? */
export function flexible(of: Of): Check[] {
  const { job, run, line } = of;
  const { ring } = line.product;
  if (ring?.kind !== 'flexible') return [];
  const of100 = (share: number) => `${(share * 100).toFixed(2)} %`;
  const constant = (node: number) => beddingConstantAt(run, of.profile.station[node] as number);
  const at = (node: number, cover: number, compaction = reachAtNode(of, node).compaction) => {
    const reach = reachAtNode(of, node);
    return deflection({
      stiffness: ring.strength,
      support: sideSupport(beddings[reach.beddingMaterial].support, compaction),
      prism: weights.moist * Math.max(0, cover),
      live: wheelPressure(run.surface, cover),
      lag: LAG,
      bedding: constant(node),
    });
  };
  const covers = everyStage(of);
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
        { name: 'DL, K', value: `${LAG}, ${constant(worst.node)}` },
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

/** Width of the trench at the crown of a line, metres: what its fill presses on, with what the sides lean back. */
function crownWidth({ run, profile, line }: Of, node: number): number {
  const reach = run.reaches[profile.reach[node] as number] as Reach;
  const height = (profile.invert[node] as number) - (profile.bottom[node] as number) + line.up + line.product.od - line.product.wall;
  return digWidth(reach) + wallOffset(reach.left, height) + wallOffset(reach.right, height);
}

/** Does a rigid pipe carry its trench and a wheel, where both together press most? */
export function rigid(of: Of): Check[] {
  const { job, run, line } = of;
  const { ring } = line.product;
  if (ring?.kind !== 'rigid') return [];
  const places = everyStage(of);
  if (places.length === 0) return [];
  const loads = places.map(({ node, cover }) => {
    const { od } = line.product;
    const width = crownWidth(of, node);
    return {
      cover,
      width,
      soil: fillLoad({ width, od, cover: Math.max(0, cover), weight: weights.moist }),
      wheel: wheelPressure(run.surface, cover) * od,
    };
  });
  const worst = loads.reduce((a, b) => (b.soil + b.wheel > a.soil + a.wheel ? b : a));
  const load = worst.soil + worst.wheel;
  const strength = (ring.strength * BEDDING_FACTOR) / RIGID_SAFETY;
  return [
    {
      id: 'crushing',
      title: 'Load on the rigid pipe',
      state: load <= strength ? 'ok' : 'fails',
      formula: 'W = C·γ·B², at most 1.4·γ·H·OD as in the open, at least γ·H·OD; + wheel ≤ crushing load × bedding factor / safety',
      inputs: [
        { name: 'Width at its crown', value: formatLength(worst.width, job.units) },
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
export function trafficked(of: Of): Check | undefined {
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
