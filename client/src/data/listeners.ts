/** Who listens to something. What it hears itself is begun with the first of them and ended with the last. */
export class Listeners {
  private readonly all = new Set<() => void>();
  private end: () => void = () => undefined;

  /** @param begin returns what ends it. */
  constructor(private readonly begin: () => () => void) {}

  get some(): boolean {
    return this.all.size > 0;
  }
  readonly subscribe = (listener: () => void): (() => void) => {
    this.all.add(listener);
    if (this.all.size === 1) this.end = this.begin();
    return () => {
      if (this.all.delete(listener) && this.all.size === 0) this.end();
    };
  };
  readonly tell = (): void => {
    for (const listener of this.all) listener();
  };
}
