import { transfer } from 'comlink';
import { ApiError } from '../data/http';
import { photoWorker, type PhotoHand } from '../workers/photoWorker';

/** Sends photos beside the page, whose keys and fingers go first. */
export interface Uploader {
  /** @throws ApiError with why not all of it is there. */
  send: (hash: string, file: ArrayBuffer) => Promise<void>;
  end: () => void;
}

/** @returns one that works in a worker, begun with the first photo. */
export function photoUploader(): Uploader {
  let hand: PhotoHand | undefined;
  const end = () => {
    hand?.end();
    hand = undefined;
  };
  return {
    async send(hash, file) {
      hand ??= photoWorker();
      const failed = await hand
        .ask((remote) => remote.send(hash, transfer(file, [file])))
        .catch((error: unknown) => {
          // It ended: the next photo gets another.
          end();
          throw new ApiError(500, 'ended', error instanceof Error ? error.message : String(error));
        });
      if (failed) throw new ApiError(failed.status, failed.code, failed.message);
    },
    end,
  };
}
