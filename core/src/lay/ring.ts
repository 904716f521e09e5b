import type { Product } from '../catalogue';
import type { Rules } from '../rules';
import { boreOf } from './tests';

/** Share of its height a pipe has lost. Source: (D₀ − D)/D₀. */
export const ringLost = (product: Pick<Product, 'od' | 'wall'>, height: number): number => (boreOf(product) - height) / boreOf(product);
/** Has it lost more than it may? */
export const ringTooFlat = (product: Pick<Product, 'od' | 'wall'>, height: number, rules: Rules): boolean =>
  ringLost(product, height) > (rules.ringLimit.value ?? Infinity) + 1e-9;
