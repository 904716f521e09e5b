import { transfer, wrap, type Remote } from 'comlink';
import { ApiError } from '../data/http';
import type { PhotoWorker } from '../workers/photo.worker';

/** Sends photos beside the page, whose keys and fingers go first. */
export interface Uploader {
  /** @throws ApiError with why not all of it is there. */
  send: (hash: string, file: ArrayBuffer) => Promise<void>;
  end: () => void;
}

/** @returns one that works in a worker, begun with the first photo. */
export function photoUploader(): Uploader {
  let worker: Worker | undefined;
  let remote: Remote<PhotoWorker> | undefined;
  return {
    async send(hash, file) {
      worker ??= new Worker(new URL('../workers/photo.worker', window.location.href));
      remote ??= wrap<PhotoWorker>(worker);
      const failed = await remote.send(hash, transfer(file, [file]));
      if (failed) throw new ApiError(failed.status, failed.code, failed.message);
    },
    end() {
      worker?.terminate();
      worker = undefined;
      remote = undefined;
    },
  };
}
