import { TextEncoder } from 'node:util';
import { freshDevice } from '../../testing/device';
import { dropPin, hasPin, setPin, tryPin } from './pin';

// The page of the tests has none.
beforeAll(() => (Object.assign(globalThis, { TextEncoder }), freshDevice()));

test('a PIN takes a device over; wrong ones make everybody wait, longer each time; nothing of it is kept as it was typed', async () => {
  expect(hasPin('dana')).toBe(false);
  expect(await tryPin('dana', '4711')).toMatch(/no PIN of theirs/);
  for (const bad of ['12', 'abcd', '1111', '4321']) expect(await setPin('dana', bad)).toBeDefined();
  expect(await setPin('dana', ' 4711 ')).toBeUndefined();
  expect(hasPin('dana')).toBe(true);
  const now = Date.parse('2026-11-28T10:00:00Z');
  expect(await tryPin('dana', '4711', now)).toBeUndefined();
  for (let i = 0; i < 5; i++) expect(await tryPin('dana', '0815', now)).toBe('That is not the PIN.');
  expect(await tryPin('dana', '4711', now)).toMatch(/Wait 30 s/);
  expect(await tryPin('dana', '0815', now + 30_000)).toBe('That is not the PIN.');
  expect(await tryPin('dana', '4711', now + 60_000)).toMatch(/Wait 30 s/);
  expect(await tryPin('dana', '4711', now + 90_000)).toBeUndefined();
  expect(await tryPin('dana', '0815', now + 90_000)).toBe('That is not the PIN.');
  await dropPin('dana');
  expect(hasPin('dana')).toBe(false);
});
