import { families, familyIds, products, type Product } from '@tamper/core/catalogue';
import type { Job } from '@tamper/core/job';
import { beginnings, usualProducts } from '@tamper/core/beginnings';
import type { Group } from '../../ui/GroupedPicker';

/** A line by its name, and what the trade calls it where that is another. */
export const optionOf = ({ id, name, trade }: Product) => ({
  value: id,
  label: trade && !name.includes(trade) ? `${name} (${trade})` : name,
});

/** Everything that may be laid, as it is chosen from: the job's own lines, what is usual under its rules, and then all by what they carry; each line once. */
export function productGroups(
  { products: own, ruleSet }: Pick<Job, 'products' | 'ruleSet'>,
  usual: readonly string[] = usualUnder(ruleSet),
): Group[] {
  const first = usual.flatMap((id) => products.find((product) => product.id === id) ?? []);
  const rest = products.filter(({ id }) => !usual.includes(id));
  return [
    { title: 'Of this job', options: own.map(optionOf) },
    { title: 'Usual here', options: first.map(optionOf) },
    ...familyIds.map((id) => ({ title: families[id].name, options: rest.filter(({ family }) => family === id).map(optionOf) })),
  ].filter(({ options }) => options.length > 0);
}

const usualUnder = (ruleSet: Job['ruleSet']): string[] => [
  ...new Set(Object.values(beginnings).flatMap((beginning) => usualProducts(beginning, ruleSet))),
];
