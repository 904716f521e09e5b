import { asOwned, families, ownerWith, products, productWith, type OwnerProfile, type Product } from '../catalogue';
import { InputError } from './errors';
import type { Job, LaidLine, Run } from './schema';

/** A line of a run with what it is and where it goes; metres. */
export interface PlacedLine {
  id: string;
  /** Does it lead: are its levels the run's? */
  leads: boolean;
  name: string;
  /** As its owner wants it laid. */
  product: Product;
  owner: OwnerProfile | undefined;
  from: number;
  to: number;
  /** Centre right of the trench's centre line, and underside above the leading line's. */
  x: number;
  up: number;
}

type OwnProducts = Pick<Job, 'products' | 'owners'>;

/** What the leading line of a run is. @throws InputError naming it when neither the job nor the catalogue has it. */
export const productOf = (job: OwnProducts, run: Pick<Run, 'laid'>): Product => layingAt(job, run, 0).product;

/** What a line is, by whose wishes it is laid. A profile that is not there any more, or is of another utility than the line, asks for nothing. */
function layingAt(job: OwnProducts, { laid }: Pick<Run, 'laid'>, index: number): Pick<PlacedLine, 'product' | 'owner'> {
  const line = laid[index];
  const product = line && productWith(line.product, job.products);
  if (!product) {
    const message = `“${line?.product}” is neither in the catalogue nor among this job’s own lines. Choose another.`;
    throw new InputError([{ field: `laid[${index}].product`, message }]);
  }
  const profile = line.owner === null ? undefined : ownerWith(line.owner, job.owners);
  return profile?.utility === families[product.family].mark
    ? { product: asOwned(product, profile), owner: profile }
    : { product, owner: undefined };
}

/** Every line of a run, the leading one first. @throws InputError naming the first that is in no catalogue. */
export function placedLines(job: OwnProducts, run: Pick<Run, 'laid' | 'stations'>): PlacedLine[] {
  const [start, end] = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  return run.laid.map(({ id, name, from = start, to = end, x, up }, index) => ({
    id,
    leads: index === 0,
    name,
    ...layingAt(job, run, index),
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
export const productsKnown = (job: Pick<Job, 'products'>, run: Pick<Run, 'laid'>): boolean =>
  run.laid.every(({ product }) => productWith(product, job.products) !== undefined);

/** The run with lines nobody knows drawn as the catalogue's first, so that something can be shown while another is chosen. */
export const withKnownProducts = (job: Pick<Job, 'products'>, run: Run): Run =>
  productsKnown(job, run)
    ? run
    : {
        ...run,
        laid: run.laid.map((line): LaidLine =>
          productWith(line.product, job.products) ? line : { ...line, product: (products()[0] as Product).id },
        ),
      };
