/** A page nobody looks at paints nothing: then it is done so long after, ms. */
const UNPAINTED = 100;

/** Does something when what was just changed stands on the screen: what follows from a key must not hold up its letter. @returns how it is left undone. */
export function afterPaint(work: () => void): () => void {
  let timer = setTimeout(work, UNPAINTED);
  // What is asked for in a frame runs before that is painted, what it asks for in turn after.
  const frame = requestAnimationFrame(() => {
    clearTimeout(timer);
    timer = setTimeout(work);
  });
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}
