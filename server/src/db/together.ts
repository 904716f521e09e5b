/**
 * Work that those who ask for the same at the same time share: what changed is told to every device of a crew in one moment, and all of them ask for it.
 * Who asks while it is under way waits for the next round, so that nobody is told what was so before they asked.
 * @returns a function of what is asked for, and of the work that finds it.
 */
export function together<T>(): (what: string, work: () => Promise<T>) => Promise<T> {
  const [underWay, next] = [new Map<string, Promise<T>>(), new Map<string, Promise<T>>()];
  function begin(what: string, work: () => Promise<T>): Promise<T> {
    next.delete(what);
    const round = work().finally(() => underWay.delete(what));
    underWay.set(what, round);
    return round;
  }
  return (what, work) => {
    // First: between the end of one round and the beginning of the next nothing is under way.
    const waiting = next.get(what);
    if (waiting) return waiting;
    const before = underWay.get(what);
    if (!before) return begin(what, work);
    const round = before.then(noMatter, noMatter).then(() => begin(what, work));
    next.set(what, round);
    return round;
  };
}
/** What comes of the round before is told to those who asked for that. */
const noMatter = () => undefined;
