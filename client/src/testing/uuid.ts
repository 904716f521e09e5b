import { randomUUID } from 'node:crypto';

// The page of the tests has no numbers of its own to give.
Object.defineProperty(globalThis.crypto, 'randomUUID', { value: randomUUID, configurable: true });
