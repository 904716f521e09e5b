import type { NewId } from '@tamper/core/job';
import { v4 } from 'uuid';

/** An id nothing else has, on any device. It is made where a page over a line without encryption may make none by itself, too. */
export const newId: NewId = () => v4();
