import type { NewId } from '@tamper/core/job';

/** An id nothing else has, on any device. */
export const newId: NewId = () => crypto.randomUUID();
