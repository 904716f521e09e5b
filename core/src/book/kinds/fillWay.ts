import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { kindOf } from '../kind';

/** How a trench is filled: in thin lifts, in lifts as thick as the compactor takes, not compacted with a crown on top, or with what flows and sets. */
export const fillSchools = { thin: 'Thin lifts', thick: 'Thick lifts', crown: 'No compaction, a crown', flow: 'Flowable fill' } as const;
export type FillSchool = keyof typeof fillSchools;
export const fillSchoolIds = Object.keys(fillSchools) as [FillSchool, ...FillSchool[]];

/** What compacts it, from light to heavy. */
export const compactorNames = { hand: 'Hand tamper', rammer: 'Rammer', plate: 'Light vibrating plate', roller: 'Trench roller' } as const;
export type CompactorId = keyof typeof compactorNames;
export const compactorIds = Object.keys(compactorNames) as [CompactorId, ...CompactorId[]];

/** The way it is filled from here on, as it was decided. `first`: what is done where the compactor may not stand over the pipe yet. */
const schema = () =>
  z.strictObject({
    kind: z.literal('fillWay'),
    school: z.enum(fillSchoolIds),
    compactor: z.enum(compactorIds),
    first: z.enum(['asIs', 'fine', 'hand']),
    note: words(200),
  });

export const fillWay = kindOf({
  kind: 'fillWay',
  of: 'run',
  version: 1,
  schema,
  say: ({ school, compactor, note }) =>
    `Filled by: ${fillSchools[school].toLowerCase()}${school === 'crown' || school === 'flow' ? '' : `, ${compactorNames[compactor].toLowerCase()}`}${note ? `, ${note}` : ''}`,
});
export type FillWayFact = z.infer<ReturnType<typeof schema>>;
