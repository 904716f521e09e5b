import { z } from 'zod';
import { text, words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** What is practised, as `practice/names.ts` has it, and what it was called when it was set. */
const asked = () => ({ what: z.string().min(1).max(40), name: text(80) });
const level = () => z.int().min(1).max(9);

/** The competent person sets something to be practised before a task. It opens and shuts nothing. */
const setSchema = () =>
  z.strictObject({
    kind: z.literal('drillSet'),
    ...asked(),
    level: level(),
    /** The task, in words. */
    before: z.string().trim().min(3, 'Say before which task.').max(120, 'Keep it under 120 characters.'),
    /** The day of the task. */
    on: z.iso.date('Give the day of the task.'),
    /** Who is to do it, in words; empty: everybody. */
    whom: words(120),
  });
export const drillSet = kindOf({
  kind: 'drillSet',
  of: 'job',
  version: 1,
  needs: 'inspect',
  schema: setSchema,
  say: ({ name, before, on, whom }) => `To be practised before ${before} (${on})${whom ? ` by ${whom}` : ''}: ${name}`,
});

/** Somebody did what was set, on their own device. */
const doneSchema = () =>
  z.strictObject({
    kind: z.literal('drillDone'),
    /** Id of the entry that set it. */
    of: z.uuid(),
    ...asked(),
    level: level(),
    /** Right answers one after another at the end, and answers in all since it was set. */
    row: z.int().min(0).max(10_000),
    tries: z.int().min(1).max(10_000),
  });
export const drillDone = kindOf({
  kind: 'drillDone',
  of: 'job',
  version: 1,
  schema: doneSchema,
  say: ({ name, row, tries }) => `Practised: ${name}: the last ${row} right, of ${tries}`,
});
