import { putOwn, useOwn } from '../store/own';

const setWho = (who: string): void => void putOwn('who', who);

/** Who holds this device: asked once, kept on it, and put to every record made with it; the same wherever it is shown. */
export const useWho = (): { who: string; setWho: (who: string) => void } => ({ who: useOwn<string>('who') ?? '', setWho });
