import { useEffect } from 'react';

/** Another device may have entered rain or changed the plan: looked for this often while the screen is open, ms. */
export const LOOK = 20_000;

/** Looks again every while, when the connection is back, and when the page is seen again. @returns what stops it. */
export function lookAgain(look: () => void): () => void {
  const timer = setInterval(look, LOOK);
  window.addEventListener('online', look);
  document.addEventListener('visibilitychange', look);
  return () => {
    clearInterval(timer);
    window.removeEventListener('online', look);
    document.removeEventListener('visibilitychange', look);
  };
}

/**
 * Looks again every while, when the connection is back, and when the page is seen again.
 * @param look keeps its identity as long as there is nothing else to look at.
 */
export function useLookAgain(look: () => void): void {
  useEffect(() => lookAgain(look), [look]);
}
