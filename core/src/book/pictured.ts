import type { Range } from '../geometry';
import { momentOf, withdrawn, type Kept } from './believed';
import type { Photo } from './photo';
import { whereOf } from './registry';

/** A photo and the entry it belongs to. `where` null: it is of the run as a whole; `gone`: the entry was said to be wrong later. */
export interface Pictured {
  photo: Photo;
  kept: Kept;
  where: Range | null;
  gone: boolean;
}

/** Every photo of a book by where it was taken, along the run and then by time; those of the whole run come last. */
export function picturesOf(book: readonly Kept[]): Pictured[] {
  const gone = withdrawn(book);
  const found = book.flatMap((kept) =>
    (kept.entry.photos ?? []).map((photo): Pictured => ({ photo, kept, where: whereOf(kept.entry), gone: gone.has(kept.entry.id) })),
  );
  const along = ({ where }: Pictured) => where?.from ?? Infinity;
  return found.sort((a, b) => (along(a) === along(b) ? momentOf(a.kept) - momentOf(b.kept) : along(a) - along(b)));
}

/** Photos taken within `reach` metres of a station. */
export const picturesNear = (pictures: readonly Pictured[], station: number, reach: number): Pictured[] =>
  pictures.filter(({ where }) => where && where.from <= station + reach && where.to >= station - reach);
