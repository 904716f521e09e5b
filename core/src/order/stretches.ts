import type { Product } from '../catalogue';
import { without } from '../geometry';
import type { PlacedLine, Run } from '../job';
import { solidOf } from '../purposes/solid';

/** A line of a land drain as its stretches are bought: the same pipe with holes and without. */
export function drainStretches(run: Run, line: PlacedLine): { product: Product; line: PlacedLine; name: string }[] {
  const { landDrain } = run;
  if (!landDrain || !line.leads) return [{ product: line.product, line, name: line.name }];
  const solid = solidOf(run, landDrain);
  const plain: Product = {
    ...line.product,
    id: `${line.product.id}.solid`,
    name: line.product.name.replace('perforated', 'solid'),
    drains: false,
  };
  const of = (product: Product) => (range: { from: number; to: number }) => ({ product, line: { ...line, ...range }, name: line.name });
  return [...without({ from: line.from, to: line.to }, solid).map(of(line.product)), ...solid.map(of(plain))];
}
