import { createContext } from 'react';

/** Something that is open for as long as somebody subscribes to it. */
interface Subscribable {
  subscribe: (listener: () => void) => () => void;
}

/** Keeps open what a screen has opened, also while the screen rests below another. */
export class Holder {
  private readonly held = new Map<Subscribable, () => void>();

  readonly hold = (what: Subscribable): void => {
    if (!this.held.has(what))
      this.held.set(
        what,
        what.subscribe(() => undefined),
      );
  };

  readonly release = (): void => {
    for (const stop of this.held.values()) stop();
    this.held.clear();
  };
}

/** What keeps documents open for the screen around; without one they close as soon as nobody shows them. */
export const HolderContext = createContext<Holder | undefined>(undefined);
