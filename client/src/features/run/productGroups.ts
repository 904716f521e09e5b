import { families, familyIds, products, productWith, type Product } from '@tamper/core/catalogue';
import { findProducts, twoStandards } from '@tamper/core/find';
import type { Job } from '@tamper/core/job';
import { beginnings, usualProducts } from '@tamper/core/beginnings';
import { formatLength } from '@tamper/core/units';
import type { FoundBy, Group } from '../../ui/GroupedPicker';

/** A line by its name, and what the trade calls it where that is another. */
export const optionOf = ({ id, name, trade }: Product) => ({
  value: id,
  label: trade && !name.includes(trade) ? `${name} (${trade})` : name,
});

/** Lines found by what is typed. A size that is made to more than one standard is not ordered before somebody said which. */
export function findLine({ products: own, units }: Pick<Job, 'products' | 'units'>, typed: string): FoundBy {
  const found = findProducts(typed, [...own, ...products()]);
  const [first] = twoStandards(found);
  const size = (metres: number) => formatLength(metres, units, 'size');
  const made = first?.made.map(({ name, od, wall }) => `${name}: ${size(od)}, wall ${size(wall)}`).join('; ');
  const note = first && `${first.trade} is made to more than one standard: measure the outside. ${made}.`;
  return { values: new Set(found.map(({ id }) => id)), note };
}

/** What a line is called on the button that changes it. */
export const nameOf = (job: Pick<Job, 'products'>, id: string): string => {
  const product = productWith(id, job.products);
  return product ? optionOf(product).label : id;
};

/** Lines of some kind alone, as they are chosen from. @param none what is chosen where none is. */
export const groupsWhere = (job: Pick<Job, 'products'>, fits: (product: Product) => boolean, none: string): Group[] => {
  const options = (among: readonly Product[]) => among.filter(fits).map(optionOf);
  return [
    { title: '', options: [{ value: '', label: none }] },
    { title: 'Of this job', options: options(job.products) },
    ...familyIds.map((id) => ({ title: families[id].name, options: options(products().filter(({ family }) => family === id)) })),
  ].filter((group) => group.options.length > 0);
};

/** Everything that may be laid, as it is chosen from: the job's own lines, what is usual under its rules, and then all by what they carry; each line once. */
export function productGroups(
  { products: own, ruleSet }: Pick<Job, 'products' | 'ruleSet'>,
  usual: readonly string[] = usualUnder(ruleSet),
): Group[] {
  const first = usual.flatMap((id) => productWith(id) ?? []);
  const rest = products().filter(({ id }) => !usual.includes(id));
  return [
    { title: 'Of this job', options: own.map(optionOf) },
    { title: 'Usual here', options: first.map(optionOf) },
    ...familyIds.map((id) => ({ title: families[id].name, options: rest.filter(({ family }) => family === id).map(optionOf) })),
  ].filter(({ options }) => options.length > 0);
}

const usualUnder = (ruleSet: Job['ruleSet']): string[] => [
  ...new Set(Object.values(beginnings).flatMap((beginning) => usualProducts(beginning, ruleSet))),
];
