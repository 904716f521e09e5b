import type { Product } from '../../catalogue';
import type { Rules } from '../../rules';
import { boreOf, verdictOf, type Judge } from './verdict';

/** How large a mandrel is asked for, metres: its share of the bore. */
export const mandrelAsked = (product: Pick<Product, 'od' | 'wall'>, rules: Rules): number =>
  (rules.mandrelShare.value ?? 0) * boreOf(product);

/** A mandrel drawn through: as large as is asked of the bore, and through. One that is too small proves nothing. */
export const judgeMandrel: Judge<'mandrel'> = ({ how, product, rules }) => {
  const asked = mandrelAsked(product, rules);
  const small = how.size < asked - 1e-6;
  return verdictOf(small ? [{ code: 'small', asked, was: how.size }] : [], [
    { id: 'through', quantity: 'count', value: how.through ? 1 : 0, limit: 1, sense: 'least', ok: how.through },
  ]);
};
