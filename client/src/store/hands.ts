/** So long after a key or a finger the next is likely to come, ms. */
const NEXT = 2000;
/** Who goes on and on does not hold up what waits for longer, ms. */
const MOST = 5000;

/** Keys and fingers on this page. What would be felt under them waits for a pause between them. */
export class Hands {
  private last = -Infinity;
  /** When it was asked first and had to wait. */
  private since: number | undefined;

  /** @returns what ends the listening. */
  readonly listen = (): (() => void) => {
    for (const event of EVENTS) window.addEventListener(event, this.touch, { capture: true, passive: true });
    return () => {
      for (const event of EVENTS) window.removeEventListener(event, this.touch, { capture: true });
    };
  };
  private readonly touch = (): void => void (this.last = performance.now());

  /** How long it is until something may begin, ms; 0: now. */
  readonly busy = (): number => {
    const now = performance.now();
    const left = Math.min(this.last + NEXT, (this.since ?? now) + MOST) - now;
    if (left <= 0) this.since = undefined;
    else this.since ??= now;
    return Math.max(0, left);
  };
}
const EVENTS = ['keydown', 'pointerdown'] as const;
