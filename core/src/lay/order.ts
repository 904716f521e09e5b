import { flowDirection } from '../alignment/levels';
import { cablesOf, placedLines, spansOf, type Job, type PlacedLine, type Run } from '../job';
import { BAG } from '../catalogue';
import { formatLength, formatMassOf, formatStation, type UnitSystem } from '../units';
import { floatingStages, FLOAT_SAFETY } from '../trench/checks/flotation';

/** In what order a line is laid, in sentences. */
export function layingOrder(job: Pick<Job, 'units'>, run: Run, line: PlacedLine, units: UnitSystem = job.units): string[] {
  const { product } = line;
  const on = run.structures.filter(({ station }) => station >= line.from - 0.01 && station <= line.to + 0.01);
  const entry = on.find(({ kind }) => kind === 'entry');
  const chambers = on.filter(({ kind }) => kind === 'chamber');
  const low = flowDirection(run) === 1 ? line.to : line.from;
  const pipe = product.kind === 'gravity';
  const tails = on.filter(({ tail }) => tail > 0);
  const water = run.water.length > 0;
  const { open, ballast } = product.ring ? floatingStages(product, 0) : { open: Infinity, ballast: 0 };
  return [
    ...(entry ? [`The awkward end first: ${entry.name}, slack left outside.`] : []),
    ...(pipe
      ? [`From the low end, ${formatStation(low, units)}, sockets upstream.`]
      : entry
        ? []
        : [
            `From ${formatStation(line.from, units)}; ${product.stock.form === 'stick' ? 'length by length' : 'off the drum, never over its side'}.`,
          ]),
    ...(pipe && chambers.length > 0
      ? [`A short pipe and a flexible joint either side of ${chambers.map(({ name }) => name).join(', ')}.`]
      : []),
    ...tails.map(
      ({ name, tail }) =>
        `${formatLength(tail, units)} coiled at ${name}, capped, off the ground, labelled “${line.name}: ${labelWay(endsOf(run, line), units)}”.`,
    ),
    ...(water && open < FLOAT_SAFETY
      ? [
          `It floats in a flooded trench: ${formatMassOf(ballast * STEP, units)}, or ${Math.ceil((ballast * STEP) / BAG)} bags, on each ${formatLength(STEP, units)} before water can rise.`,
        ]
      : []),
    'Look inside before each joint; cap the end whenever it is left.',
  ];
}

/** Ballast is told for so much of a line, metres. */
const STEP = 3;

/** What stands at the two ends of a stretch, or their stations. */
type Ends = readonly [{ name: string } | undefined, { name: string } | undefined];
interface Ended {
  from: number;
  to: number;
  ends: Ends;
}
const nameOf = (structure: { name: string } | undefined, station: number, units: UnitSystem): string =>
  structure?.name ?? formatStation(station, units);
/** From where to where, as it stands on a label. */
const labelWay = ({ from, to, ends }: Ended, units: UnitSystem): string =>
  `${nameOf(ends[0], from, units)} – ${nameOf(ends[1], to, units)}`;
/** All of a line, whatever it is cut into. */
const endsOf = (run: Run, line: PlacedLine): Ended => {
  const spans = spansOf(run, line);
  return { from: line.from, to: line.to, ends: [spans[0]?.ends[0], spans.at(-1)?.ends[1]] };
};

/** What is written on one end of a line or of a cable in it. */
export interface EndLabel {
  name: string;
  /** From where to where it goes. */
  way: string;
  end: string;
}

/** A label for each end of every line and of every cable drawn through one, part by part where it is cut. */
export function labelsOf(job: Job, run: Run): EndLabel[] {
  const { units } = job;
  return placedLines(job, run).flatMap((line) => {
    const cables = cablesOf(job, run, line).flatMap(({ product, count }) =>
      Array.from({ length: count }, (_, i) => `${line.name}: ${product.name}${count > 1 ? ` ${i + 1}` : ''}`),
    );
    const names = cables.length > 0 ? cables : [line.name];
    return spansOf(run, line).flatMap((span) => {
      const way = labelWay(span, units);
      const at = [nameOf(span.ends[0], span.from, units), nameOf(span.ends[1], span.to, units)];
      return names.flatMap((name): EndLabel[] => at.map((here) => ({ name, way, end: `at ${here}` })));
    });
  });
}
