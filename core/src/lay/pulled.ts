import { ofKind, withdrawn, type Kept, type KeptOf } from '../book';
import type { Product } from '../catalogue';
import type { PlacedLine } from '../job';

/** What holds a cable that is drawn, newtons; undefined: not said. */
export interface PullGear {
  grip?: number | undefined;
  rope?: number | undefined;
  /** Of the tightest bend, metres: its sideways limit holds the pull down. */
  radius?: number | undefined;
}

/** The most a cable may be drawn with, newtons, and by what: its conductors, the grip, the rope, or the bend. Undefined where its maker gives none. */
export function pullLimit(
  product: Pick<Product, 'pull'>,
  { grip, rope, radius }: PullGear = {},
): { most: number; by: 'conductor' | 'grip' | 'rope' | 'bend' } | undefined {
  if (!product.pull) return undefined;
  const all = [
    { most: product.pull.tension, by: 'conductor' as const },
    ...(grip === undefined ? [] : [{ most: grip, by: 'grip' as const }]),
    ...(rope === undefined ? [] : [{ most: rope, by: 'rope' as const }]),
    ...(radius === undefined ? [] : [{ most: product.pull.sidewall * radius, by: 'bend' as const }]),
  ];
  return all.reduce((least, one) => (one.most < least.most ? one : least));
}

/** A pull as it was read beside the most the line takes. */
export interface Pulled {
  kept: KeptOf<'pulled'>;
  line: string;
  most: number | undefined;
  over: boolean;
}

/** Every pull of the run’s lines that was not put right. */
export function pullsOf(laid: readonly PlacedLine[], book: readonly Kept[]): Pulled[] {
  const gone = withdrawn(book);
  return ofKind(book, 'pulled')
    .filter(({ entry }) => !gone.has(entry.id))
    .flatMap((kept): Pulled[] => {
      const { line, tension } = kept.entry.fact;
      const product = laid.find(({ id }) => id === line)?.product;
      const most = product && pullLimit(product, product.minBend > 0 ? { radius: product.minBend } : {})?.most;
      return [{ kept, line, most, over: most !== undefined && tension > most + 1e-6 }];
    });
}
