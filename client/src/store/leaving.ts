import { heldIn } from './database';

/** Would something be lost with this page: made here, not with the server, and not on the device? */
const holdsWork = (): boolean => heldIn('drafts').length > 0 || heldIn('waiting').some(({ taken }) => taken === undefined);

/** Has the browser ask before the page is left with work that only it holds. @returns what ends that. */
export function askOnLeaving(): () => void {
  const ask = (event: Event) => {
    if (holdsWork()) event.preventDefault();
  };
  window.addEventListener('beforeunload', ask);
  return () => window.removeEventListener('beforeunload', ask);
}
