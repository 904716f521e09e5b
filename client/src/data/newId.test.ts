import { z } from 'zod';
import { newId } from './newId';

test('an id is a UUID, with and without the browser’s own, and no two are the same', () => {
  const { randomUUID } = crypto;
  const ids: string[] = [];
  for (const own of [randomUUID, undefined]) {
    if (own) Object.defineProperty(globalThis.crypto, 'randomUUID', { value: own, configurable: true });
    else delete (globalThis.crypto as { randomUUID?: unknown }).randomUUID;
    for (let i = 0; i < 50; i++) ids.push(newId());
  }
  expect(ids.every((id) => z.uuidv4().safeParse(id).success)).toBe(true);
  expect(new Set(ids).size).toBe(100);
});
