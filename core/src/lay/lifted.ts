import { ofKind, withdrawn, type Kept, type KeptOf } from '../book';
import type { Range } from '../geometry';

/** A load in the air over a stretch. */
export interface Lifted extends Range {
  kept: KeptOf<'lifted'>;
}

/** Loads in the air: each until somebody who names it says that it was set down. Bad news: whoever said it, and whether or not the server took it. */
export function liftedIn(book: readonly Kept[]): Lifted[] {
  const gone = withdrawn(book);
  const down = new Set(
    ofKind(book, 'setDown')
      .filter((one) => !one.refused && !gone.has(one.entry.id))
      .map(({ entry }) => entry.fact.lift),
  );
  return ofKind(book, 'lifted')
    .filter(({ entry }) => !down.has(entry.id))
    .map((kept) => ({ from: kept.entry.fact.from, to: kept.entry.fact.to, kept }));
}
