import type { Fact, Photo } from '@tamper/core/book';
import '../testing/uuid';
import { freshDevice, settled } from '../testing/device';
import { allWaiting, refuseWaiting, retryWaiting, takenWaiting } from '../store/book';
import { lineIs } from '../store/line';
import { putOwn } from '../store/own';
import { keepPhoto, refusePhoto, sentPhoto } from '../store/photos';
import type { WaitingRow } from '../store/tables';
import type { KeptEntry } from './api';
import { JobBook } from './jobBook';
import { PhotosLeft } from './photosLeft';
import { steady, together, type SaveState } from './safety';

const rain: Fact = { kind: 'happening', what: 'rain', where: null, note: '' };
const NONE = { items: [], next: null, inForce: {} };
const bookHere = () => new JobBook('j1', { page: () => Promise.resolve(NONE), clock: { now: () => 1000, correction: 0 } });
const taken = ({ about, entry }: WaitingRow): KeptEntry => ({ seq: 1, about, receivedAt: entry.at, off: 0, entry });
const saving = (state: SaveState<unknown>) => ({ subscribe: () => () => undefined, saving: () => state });

beforeEach(freshDevice);
afterEach(() => lineIs(undefined));

test('several are as safe as the least safe of them, whichever is first, and the same object while that says the same', () => {
  const kept: SaveState<unknown> = { kind: 'kept', why: 'No connection.' };
  const worst = (...all: SaveState<unknown>[]) => together(all.map(saving)).saving();
  expect(worst({ kind: 'sent' }, kept)).toEqual(kept);
  expect(worst(kept, { kind: 'sent' })).toEqual(kept);
  expect(worst(kept, { kind: 'keeping' }, { kind: 'sent' })).toEqual({ kind: 'keeping' });
  expect(worst({ kind: 'unkept', why: 'No room.' }, { kind: 'refused', why: 'No.' })).toEqual({ kind: 'unkept', why: 'No room.' });
  expect(worst({ kind: 'sent' }, { kind: 'sent' })).toEqual({ kind: 'sent' });
  const both = together([{ ...saving(kept), saving: () => ({ ...kept }) }]);
  expect(both.saving()).toBe(both.saving());
});

test('for people: bad news at once, kept not for the moment it takes to send it, and never before it is', () => {
  jest.useFakeTimers();
  let state: SaveState<unknown> = { kind: 'sent' };
  const listeners = new Set<() => void>();
  const shown = steady({ subscribe: (one) => (listeners.add(one), () => void listeners.delete(one)), saving: () => state });
  const said: string[] = [];
  const stop = shown.subscribe(() => said.push(shown.saving().kind));
  const is = (next: SaveState<unknown>) => ((state = next), listeners.forEach((one) => one()));
  // Three keys with pauses: each is kept, then sent.
  for (let key = 0; key < 3; key++) {
    is({ kind: 'keeping' });
    jest.advanceTimersByTime(200);
    is({ kind: 'kept', why: undefined });
    jest.advanceTimersByTime(400);
    is({ kind: 'sent' });
    jest.advanceTimersByTime(5000);
  }
  expect(said.splice(0)).toEqual(['keeping', 'sent', 'keeping', 'sent', 'keeping', 'sent']);
  // Typed on while the last is on its way: nothing is said to be kept that is not.
  is({ kind: 'keeping' });
  is({ kind: 'kept', why: undefined });
  jest.advanceTimersByTime(900);
  is({ kind: 'keeping' });
  jest.advanceTimersByTime(5000);
  expect(said.splice(0)).toEqual(['keeping']);
  // What waits is said to be kept a second later; where there is no line, at once, and what it cannot keep too.
  is({ kind: 'kept', why: undefined });
  jest.advanceTimersByTime(1000);
  is({ kind: 'keeping' });
  is({ kind: 'kept', why: 'No connection.' });
  is({ kind: 'keeping' });
  is({ kind: 'unkept', why: 'No room.' });
  expect(said.splice(0)).toEqual(['kept', 'keeping', 'kept', 'keeping', 'unkept']);
  is({ kind: 'keeping' });
  is({ kind: 'kept', why: undefined });
  stop();
  jest.advanceTimersByTime(5000);
  expect(said).toEqual(['keeping']);
  expect(shown.saving()).toEqual({ kind: 'kept', why: undefined });
  jest.useRealTimers();
});

test('what is written is not called sent while it waits: about the run, about its job, and not what is about another run', async () => {
  const book = bookHere();
  expect(book.saving('r1')).toEqual({ kind: 'kept', why: undefined });
  book.subscribe(() => undefined);
  await settled();
  expect(book.saving('r1')).toEqual({ kind: 'sent' });
  lineIs('No connection.');
  await book.enter('r2', rain, 'foreman');
  expect([book.saving('r1').kind, book.saving('r2'), book.saving().kind]).toEqual([
    'sent',
    { kind: 'kept', why: 'No connection.' },
    'kept',
  ]);
  const [row] = (await allWaiting()) as [WaitingRow];
  await refuseWaiting(row, 'It says nothing.');
  await settled();
  expect([book.saving('r1').kind, book.saving('r2')]).toEqual(['sent', { kind: 'refused', why: 'It says nothing.' }]);
  await retryWaiting(row);
  await takenWaiting(row, taken(row));
  await settled();
  expect(book.saving('r2')).toEqual({ kind: 'sent' });
  await book.enter('j1', rain, 'foreman');
  expect(book.saving('r1').kind).toBe('kept');
});

describe('photos', () => {
  const photo = (hash: string): Photo => ({ hash, width: 4, height: 3, taken: null });
  const shoot = (hash: string, jobId = 'j1') =>
    keepPhoto(jobId, { photo: photo(hash), full: new ArrayBuffer(9), small: new ArrayBuffer(1) }, 1);
  const showing = async () => {
    const left = new PhotosLeft('j1');
    left.subscribe(() => undefined);
    expect(left.saving().kind).toBe('kept');
    await settled();
    return left;
  };

  test('wait from the entry they are of until the server has them; those of a form and of another job do not', async () => {
    const book = bookHere();
    await shoot('a');
    const left = await showing();
    expect(left.saving()).toEqual({ kind: 'sent' });
    await shoot('b');
    await shoot('c', 'j2');
    await settled();
    expect(left.saving()).toEqual({ kind: 'sent' });
    await book.enter('j1', rain, 'foreman', undefined, [photo('a'), photo('b')]);
    await settled();
    // A page that opens later finds the same.
    expect([left.saving(), (await showing()).saving()]).toEqual([1, 2].map(() => ({ kind: 'kept', why: undefined })));
    await sentPhoto('a', 5);
    await settled();
    expect(left.saving().kind).toBe('kept');
    await refusePhoto('b', 'This is not a photo.');
    await settled();
    expect(left.saving()).toEqual({ kind: 'refused', why: 'A photo: This is not a photo.' });
    await sentPhoto('b', 6);
    await refusePhoto('b');
    await settled();
    expect([left.saving(), (await showing()).saving()]).toEqual([{ kind: 'sent' }, { kind: 'sent' }]);
  });

  test('say what they wait for', async () => {
    const connection = Object.assign(new EventTarget(), { type: 'cellular' });
    Object.defineProperty(navigator, 'connection', { configurable: true, value: connection });
    await shoot('a');
    await bookHere().enter('j1', rain, 'foreman', undefined, [photo('a')]);
    const left = await showing();
    const told = jest.fn();
    left.subscribe(told);
    await putOwn('photosBy', 'wifi');
    expect([left.saving(), told.mock.calls.length > 0]).toEqual([{ kind: 'kept', why: 'Photos wait for wifi.' }, true]);
    lineIs('No connection.');
    expect(left.saving()).toEqual({ kind: 'kept', why: 'No connection.' });
    delete (navigator as { connection?: unknown }).connection;
  });
});
