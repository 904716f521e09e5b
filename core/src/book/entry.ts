import { z } from 'zod';
import { once } from '../catalogue/once';
import { id, moment, person } from '../job/schema/basics';
import { photosSchema } from './photo';

/**
 * What every entry carries besides its fact. Entries are added, never changed and never taken out.
 *
 * `at`: when it was, by the device's clock put right by what the server's said at their last contact; `clock` is what was added to the device's own clock
 * for that, milliseconds, null where it had never heard the server. `device` and `count` tell the order on one device; `known` is how far that device had
 * heard the book, by order of arrival, so that nobody has to ask a clock whether one entry was made in the knowledge of another.
 */
export const envelopeSchema = once(() =>
  z.strictObject({
    id: z.uuid(),
    author: person,
    /** Whose account it was made under; left out where there are none. The name is theirs. */
    account: z.uuid().optional(),
    device: id,
    count: z.int().min(0).max(1e9),
    known: z.int().min(0),
    at: moment,
    clock: z.number().min(-1e13).max(1e13).nullable(),
    /** An entry that this one puts right. */
    corrects: z.uuid().optional(),
    /** What was photographed with it. */
    photos: photosSchema().optional(),
  }),
);
export type Envelope = z.infer<ReturnType<typeof envelopeSchema>>;

/**
 * An entry as a device or the server holds it. `seq` is its place in the order of arrival and `receivedAt` the server's moment of it, both absent while it
 * waits on its device; `off` is what the server found wrong with the device's clock when it came, milliseconds; `refused`: the server would not take it.
 */
export interface Heard<E = Envelope> {
  entry: E;
  seq?: number;
  receivedAt?: string;
  off?: number;
  refused?: boolean;
}

/** Was one entry made in the knowledge of another? On one device: after it was entered. Elsewhere: after it had arrived there. */
export const knows = (later: Heard, earlier: Heard): boolean =>
  later.entry.device === earlier.entry.device
    ? later.entry.count > earlier.entry.count
    : earlier.seq !== undefined && later.entry.known >= earlier.seq;
