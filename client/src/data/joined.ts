/** Work of which one is under way at a time. */
export interface Joined {
  /** Joins what is under way, or begins it. */
  now: () => Promise<void>;
  /** The same where there is news: what is under way may be answered with what was before. */
  after: () => Promise<void>;
}

export function joined(work: () => Promise<void>): Joined {
  let current: Promise<void> | undefined;
  const now = () => (current ??= work().finally(() => (current = undefined)));
  return {
    now,
    async after() {
      await current;
      await now();
    },
  };
}
