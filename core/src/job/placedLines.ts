import { products, productWith, type Product } from '../catalogue';
import { InputError } from './errors';
import type { Job, Run } from './schema';

/** A line of a run with what it is and where it goes. `index` in the run's list; metres. */
export interface PlacedLine {
  index: number;
  name: string;
  product: Product;
  from: number;
  to: number;
  /** Centre right of the trench's centre line, and underside above the leading line's. */
  x: number;
  up: number;
}

type OwnProducts = Pick<Job, 'products'>;

/** What a laying of a run is. @throws InputError naming it when neither the job nor the catalogue has it. */
export function productOf(job: OwnProducts, run: Pick<Run, 'laid'>, index = 0): Product {
  const laying = run.laid[index];
  const product = laying && productWith(laying.product, job.products);
  if (!product) {
    const message = `“${laying?.product}” is neither in the catalogue nor among this job’s own lines. Choose another.`;
    throw new InputError([{ field: `laid[${index}].product`, message }]);
  }
  return product;
}

/** Every line of a run, the leading one first. */
export function placedLines(job: OwnProducts, run: Pick<Run, 'laid' | 'stations'>): PlacedLine[] {
  const [start, end] = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  return run.laid.map(({ name, from = start, to = end, x, up }, index) => ({
    index,
    name,
    product: productOf(job, run, index),
    from,
    to,
    x,
    up,
  }));
}

/** Those of the lines that lie in a stretch, or that touch a station. */
export const linesIn = (lines: readonly PlacedLine[], from: number, to: number): PlacedLine[] =>
  lines.filter((line) => (from === to ? line.from <= from && line.to >= to : line.from < to && line.to > from));

/** Are all lines of a run in the catalogue or among the job's own? One that is not cannot be drawn or planned. */
export const productsKnown = (job: OwnProducts, run: Pick<Run, 'laid'>): boolean =>
  run.laid.every(({ product }) => productWith(product, job.products) !== undefined);

/** The run with lines nobody knows drawn as the catalogue's first, so that something can be shown while another is chosen. */
export const withKnownProducts = (job: OwnProducts, run: Run): Run =>
  productsKnown(job, run)
    ? run
    : {
        ...run,
        laid: run.laid.map((laying) =>
          productWith(laying.product, job.products) ? laying : { ...laying, product: (products[0] as Product).id },
        ),
      };
