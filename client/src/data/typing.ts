import { flushSync } from 'react-dom';
import { afterPaint } from '../ui/afterPaint';

let typing = false;
/** Does what a letter typed into a field brings about. The field shows it by itself; all others hear of it when it is painted. */
export function whileTyping(work: () => void): void {
  typing = true;
  try {
    work();
  } finally {
    typing = false;
  }
}

const waiting = new Set<() => void>();
let leave = (): void => undefined;

/** Tells a screen that something changed: at once, or, of what is being typed, when the letter is painted. @returns how it is left undone. */
export function tellScreen(listener: () => void): () => void {
  if (!typing) {
    listener();
    return () => undefined;
  }
  if (waiting.size === 0) leave = afterPaint(tellWaiting);
  waiting.add(listener);
  return () => void waiting.delete(listener);
}

function tellWaiting(): void {
  if (waiting.size === 0) return;
  const all = [...waiting];
  waiting.clear();
  leave();
  flushSync(() => all.forEach((listener) => listener()));
}

const listen = (types: readonly string[], how: (event: Event) => void) => {
  for (const type of types) window.addEventListener(type, how, { capture: true, passive: true });
};
// Whatever is done next is done to what is there now, painted or not.
listen(['keydown', 'beforeinput', 'paste', 'focusout', 'pointerdown', 'click', 'submit', 'drop', 'popstate'], tellWaiting);
// A field that has another letter already is not drawn with the one before, which would take it back. Another field is something else that is done.
let field: EventTarget | null = null;
listen(['input', 'change'], ({ target }) => {
  if (target !== field) tellWaiting();
  field = target;
});
