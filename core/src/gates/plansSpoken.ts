import { NO_REVISION, type AnyEntry, type Kept } from '../book';

/** Of plans somebody looked at the open trench by, the newest so many are known: what was seen by older ones is of shifts that are over. */
const MOST_LOOKED_BY = 6;

/** Entries that count while the plan in force says the same as the one they were made of. What is dug and laid stays so; a look is over with its shift. */
const LOOKS: readonly string[] = ['inspection', 'look'];
const OF_DONE: readonly string[] = ['shift', 'check', 'bed', 'bedSeen', 'laid', 'joint', 'test', 'coverReady', 'witnessed'];
/** They tell of what is laid only by their photos. */
const PICTURED: readonly string[] = ['asLaid'];

const speaksOfDone = ({ fact: { kind }, photos = [] }: AnyEntry): boolean =>
  OF_DONE.includes(kind) || (PICTURED.includes(kind) && photos.length > 0);

/** Ids of the issued plans a book speaks of, newest entry first: those the gates have to hold beside the one in force. */
export function plansSpokenOf(book: readonly Kept[]): string[] {
  const ids = (speaks: (entry: AnyEntry) => boolean): string[] => [
    ...new Set(
      book
        .flatMap(({ entry }) => (speaks(entry) && 'revision' in entry.fact ? [entry.fact.revision] : []))
        .reverse()
        .filter((id) => id !== NO_REVISION),
    ),
  ];
  const lookedBy = ids(({ fact: { kind } }) => LOOKS.includes(kind)).slice(0, MOST_LOOKED_BY);
  return [...new Set([...lookedBy, ...ids(speaksOfDone)])];
}
