import { MessageChannel } from 'node:worker_threads';
import { freshDevice, fullDevice, reload } from '../testing/device';
import { ApiError } from '../data/api';
import { photoWorker } from '../workers/photoWorker';
import { lineIs, whyNoLine } from './line';
import { putOwn } from './own';
import { keepPhoto, LOST, pictureOf } from './photos';
import { photoUploader } from './uploader';

jest.mock('../workers/photoWorker');
const said: (readonly [hash: string, bytes: number | undefined])[] = [];
const NOT_HERE: { status: number; code: string; message: string } = { status: 410, code: LOST, message: 'It is not here.' };
/** A worker that finds these photos on the device. @param no what it says of others. */
function workerWith(there: readonly string[], fault?: Error, no = NOT_HERE) {
  const send = (hash: string, held?: ArrayBuffer) => {
    said.push([hash, held?.byteLength]);
    if (fault) return Promise.reject(fault);
    return Promise.resolve(held || there.includes(hash) ? undefined : no);
  };
  jest.mocked(photoWorker).mockReturnValueOnce({ ask: (work) => work({ send } as never), end: () => undefined });
}
beforeEach(async () => {
  await freshDevice();
  said.length = 0;
  jest.mocked(photoWorker).mockClear();
});

test('the worker reads what is on the device; what only the page holds is handed to it, and what is nowhere is said to be', async () => {
  await keepPhoto(
    'job',
    { photo: { hash: 'held', width: 4, height: 3, taken: null }, full: new ArrayBuffer(5), small: new ArrayBuffer(1) },
    1,
  );
  workerWith(['there']);
  const { send } = photoUploader();
  await send('there');
  await send('held');
  await expect(send('nowhere')).rejects.toMatchObject({ code: LOST, message: 'It is not here.' });
  expect(said).toEqual([
    ['there', undefined],
    ['held', undefined],
    ['held', 5],
    ['nowhere', undefined],
  ]);
});

test('a picture only the page holds is there still when it was sent: it is shown, and put in when there is room', async () => {
  const free = fullDevice();
  const photo = { hash: 'held', width: 4, height: 3, taken: null };
  expect((await keepPhoto('job', { photo, full: new ArrayBuffer(5), small: new ArrayBuffer(1) }, 1)).kept).toBe(false);
  // What is handed to a worker is gone from the page.
  const { port1, port2 } = new MessageChannel();
  const send = (_: string, held?: ArrayBuffer) => {
    if (held) port1.postMessage(held, [held]);
    return Promise.resolve(held ? undefined : NOT_HERE);
  };
  jest.mocked(photoWorker).mockReturnValueOnce({ ask: (work) => work({ send } as never), end: () => undefined });
  await photoUploader().send('held');
  expect((await pictureOf('held', 'full'))?.byteLength).toBe(5);
  free();
  expect(await putOwn('anything', 1)).toBe(true);
  await reload();
  expect((await pictureOf('held', 'full'))?.byteLength).toBe(5);
  port2.close();
});

test('a worker that ended is told as a fault that passes, and the next photo gets another', async () => {
  workerWith([], new Error('The device has no room for this photo now.'));
  workerWith(['there']);
  const { send } = photoUploader();
  const failed = await send('there').catch((error: unknown) => error);
  expect([failed instanceof ApiError, failed]).toEqual([
    true,
    expect.objectContaining({ status: 500, message: 'The device has no room for this photo now.' }),
  ]);
  await send('there');
  expect(photoWorker).toHaveBeenCalledTimes(2);
});

test('what the server says of a photo tells of the line; that a picture is not here does not', async () => {
  workerWith([]);
  const { send, end } = photoUploader();
  lineIs('No connection to the server.');
  await expect(send('nowhere')).rejects.toMatchObject({ code: LOST });
  expect(whyNoLine()).toBe('No connection to the server.');
  end();
  workerWith([], undefined, { status: 422, code: 'not-a-photo', message: 'This is not a photo.' });
  await expect(send('there')).rejects.toMatchObject({ code: 'not-a-photo' });
  expect(whyNoLine()).toBeUndefined();
});
