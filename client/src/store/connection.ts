import { onNews } from './bus';
import { putOwn, readOwn, useOwn } from './own';

/** What a browser says of its connection, where it says anything. */
interface Connection extends EventTarget {
  type?: string;
}
const connection = (): Connection | undefined => (globalThis.navigator as { connection?: Connection } | undefined)?.connection;

const BY = 'photosBy';
/** By which connections photos are sent. */
export type PhotosBy = 'any' | 'wifi';
export const usePhotosBy = (): PhotosBy => useOwn<PhotosBy>(BY) ?? 'any';
export const sendPhotosBy = (by: PhotosBy): Promise<boolean> => putOwn(BY, by === 'any' ? undefined : by);

/** Can this browser tell wifi from a mobile network at all? */
export const knowsConnection = (): boolean => connection()?.type !== undefined && connection()?.type !== 'unknown';

/** May photos be sent by the connection there is? Where the browser does not say which it is, they may. */
export const mayPhotosGo = (): boolean =>
  readOwn<PhotosBy>(BY) !== 'wifi' || !knowsConnection() || ['wifi', 'ethernet'].includes(connection()?.type ?? '');

/** Hears when photos may perhaps go that could not before. @returns what ends it. */
export function onConnection(listener: () => void): () => void {
  const stop = onNews((news) => void (news.kind === 'own' && news.key === BY && listener()));
  connection()?.addEventListener('change', listener);
  return () => {
    stop();
    connection()?.removeEventListener('change', listener);
  };
}
