import { findProduct } from '../catalogue';
import { blankLaidLine, MOST_LAID, type Job, type Run } from '../job';
import { extent } from '../alignment';
import { arrangeLines } from './offers';

/** What else could share a trench: asked once, before it is closed. `service` is null for what takes no room in it. */
interface Candidate {
  name: string;
  product: string | null;
  why: string;
  /** Price of the thing itself a metre, where it is no line, in the job's money. */
  price?: number;
}
export const candidates: readonly Candidate[] = [
  { name: 'Spare duct', product: 'duct-110', why: 'The next cable goes in without a trench' },
  { name: 'Draw cord in every duct', product: null, why: 'Without one the duct has to be rodded first', price: 0.2 },
  { name: 'Data', product: 'data-duct-54', why: 'Cameras, meters, gates: somebody asks within the year' },
  { name: 'Drinking water', product: 'water-32', why: 'A tap at the far end' },
  { name: 'Lighting', product: 'duct-63-flex', why: 'Bollards or path lights along the line' },
  { name: 'Irrigation or wash-down', product: 'pex-32', why: 'Hose points' },
  { name: 'Marker posts', product: null, why: 'The line is found again when the tape has rotted', price: 0.8 },
];

/** What a further line would add: width and depth at the station (metres), area (m²), and rough cost along the run in the job's money. */
export interface Addition {
  name: string;
  why: string;
  width: number;
  depth: number;
  area: number;
  cost: number;
  /** Why it does not go in; undefined when it does. */
  fault: string | undefined;
}

/** The checklist of lines to come: each candidate not yet in the trench, laid with the others at least digging, against the least digging without it. */
export function futureLines(
  job: Job,
  run: Run,
  reachIndex: number,
  station: number,
  onEach: (done: number, of: number) => void = () => undefined,
): Addition[] {
  const { length } = extent(run);
  const best = (of: Run) => arrangeLines(job, of, reachIndex, station).offers[0];
  const base = best(run);
  const open = candidates.filter(({ product }) => product === null || !run.laid.some((line) => line.product === product));
  return open.map(({ name, product, why, price = 0 }, index): Addition => {
    onEach(index, open.length);
    if (product === null) return { name, why, width: 0, depth: 0, area: 0, cost: price * length, fault: undefined };
    if (run.laid.length >= MOST_LAID)
      return { name, why, width: 0, depth: 0, area: 0, cost: 0, fault: 'Eight lines are the most for one trench.' };
    const added = best({ ...run, laid: [...run.laid, blankLaidLine(freeNameOf(run, name), product, 'candidate')] });
    const [was, is] = [base?.arrangement, added?.arrangement];
    if (!was || !is || !base || !added)
      return { name, why, width: 0, depth: 0, area: 0, cost: 0, fault: 'It does not fit with the others.' };
    const area = added.area - base.area;
    return {
      name,
      why,
      width: is.width - was.width,
      depth: is.depth - was.depth,
      area,
      cost: length * (area * job.rates.dig + findProduct(product).price),
      fault: undefined,
    };
  });
}

function freeNameOf(run: Run, wanted: string): string {
  let name = wanted;
  for (let number = 2; run.laid.some((line) => line.name === name); number++) name = `${wanted} ${number}`;
  return name;
}
