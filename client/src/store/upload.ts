import { ApiError, ask } from '../data/http';
import { LOST, pictureOf } from './photos';

/** How much of a photo the server has, bytes; `done`: all of it. */
export interface Received {
  have: number;
  done: boolean;
}
/** What is asked of the server about a photo. */
export interface PhotoLine {
  received: (hash: string) => Promise<Received>;
  /** Sends a part on from where the server has it. @param size of the whole, bytes. */
  part: (hash: string, first: number, size: number, bytes: ArrayBuffer) => Promise<Received>;
}

export const photoLine: PhotoLine = {
  received: async (hash) => (await ask<Received>('GET', `/photos/${hash}/received`)).answer,
  part: async (hash, first, size, bytes) =>
    (await ask<Received>('POST', `/photos/${hash}?first=${first}&size=${size}`, new Uint8Array(bytes))).answer,
};

/** A photo goes over the line in parts of so many bytes: each is there when the line is cut at the next. */
const PART = 128 * 1024;
/** A photo that is spoiled on its way this often is tried again later. */
const TRIES = 3;

/** Sends a photo of this device. @param held its file, where the device would not take it. @throws ApiError with why not all of it is there. */
export async function sendPicture(line: PhotoLine, hash: string, held?: ArrayBuffer): Promise<void> {
  const file = held ?? (await pictureOf(hash, 'full'));
  if (!file) throw new ApiError(410, LOST, 'The picture is not on this device any more.');
  await upload(line, hash, file);
}

/** Sends a photo, on from what the server has of it. @throws ApiError with why not all of it is there. */
export async function upload(line: PhotoLine, hash: string, file: ArrayBuffer): Promise<void> {
  for (let tries = 1; ; tries++) {
    try {
      let now = await line.received(hash);
      while (!now.done) {
        const next = await line.part(hash, now.have, file.byteLength, file.slice(now.have, now.have + PART));
        // Another device sends the same, or the server understands something else: later.
        if (!next.done && next.have <= now.have) throw new ApiError(500, 'no-progress', 'The server takes no more of this photo now.');
        now = next;
      }
      return;
    } catch (error) {
      if (!(error instanceof ApiError) || error.code !== 'broken' || tries === TRIES) throw error;
    }
  }
}
