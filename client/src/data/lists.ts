import { mutate } from 'swr';

/** Fetches again every page of a list that is on some screen, after a row was added or went. */
export const refreshList = (path: string): void => void mutate((key) => typeof key === 'string' && key.includes(`${path}?`));
