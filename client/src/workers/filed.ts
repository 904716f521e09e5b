import type { Remote } from 'comlink';
import { begun, oneThing } from './begun';
import type { FilesWorker } from './files.worker';

/** Has a file written or read. @throws InputError with what stands in its way; Error where the worker breaks. */
export const filed = <T>(work: (remote: Remote<FilesWorker>) => Promise<unknown>): Promise<T> =>
  oneThing(begun<FilesWorker>(new Worker(new URL('./files.worker', window.location.href))), work);
