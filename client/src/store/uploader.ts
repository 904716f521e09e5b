import { transfer } from 'comlink';
import { ApiError, failed as lineFailed } from '../data/api';
import { photoWorker, type PhotoHand } from '../workers/photoWorker';
import { LOST, pictureOf } from './photos';

/** Sends photos beside the page, whose keys and fingers go first: their files do not pass through it. */
export interface Uploader {
  /** @throws ApiError with why not all of it is there. */
  send: (hash: string) => Promise<void>;
  end: () => void;
}

/** @returns one that works in a worker, begun with the first photo. */
export function photoUploader(): Uploader {
  let hand: PhotoHand | undefined;
  const end = () => {
    hand?.end();
    hand = undefined;
  };
  const sent = (hash: string, held?: ArrayBuffer) => {
    hand ??= photoWorker();
    return hand
      .ask((remote) => remote.send(hash, held && transfer(held, [held])))
      .catch((error: unknown) => {
        // It ended: the next photo gets another.
        end();
        throw new ApiError(500, 'ended', error instanceof Error ? error.message : String(error));
      });
  };
  return {
    async send(hash) {
      let failed = await sent(hash);
      // What the device would not take the page holds.
      const held = failed?.code === LOST ? await pictureOf(hash, 'full') : undefined;
      if (held) failed = await sent(hash, held);
      if (!failed) return;
      const error = new ApiError(failed.status, failed.code, failed.message);
      // That a picture is not here says nothing of the line.
      if (failed.code !== LOST) lineFailed(error);
      throw error;
    },
    end,
  };
}
