import { z } from 'zod';
import { moment, text, words } from '../../job/schema/basics';
import { formatStretch } from '../../units';
import { forwards, kindOf, stationAround, stretch, whereSaid, without } from '../kind';

/** The revision of inspections that named none: no plan is it. */
export const NO_REVISION = '00000000-0000-0000-0000-000000000000';

const answer = () =>
  z
    .strictObject({
      id: z.string().min(1).max(160),
      ask: text(300),
      ok: z.boolean(),
      note: words(200),
      /** What it is about, no more than was inspected. */
      ...stretch(),
    })
    .superRefine(forwards);

/**
 * The questions before a shift, each answered, from `from` to `to`, of the issued plan `revision`; `until`: when the shift ends. `ladders`: stations where
 * people can get out.
 */
const schema = () =>
  z
    .strictObject({
      kind: z.literal('inspection'),
      ...stretch(),
      until: moment,
      /** When a cut that stands steeper for a short time was opened; asked for where one is in the stretch. */
      opened: moment.optional(),
      revision: z.uuid(),
      ladders: z.array(stationAround()).max(500, 'At most 500 ladders.'),
      items: z
        .array(answer())
        .min(1, 'An inspection answers at least one question.')
        .max(2000, 'At most 2,000 questions: inspect it in parts.'),
    })
    .superRefine((fact, context) => {
      if (fact.to <= fact.from)
        context.addIssue({ code: 'custom', path: ['to'], message: 'It ends where it begins or before; give the greater station second.' });
    });

export const inspection = kindOf({
  kind: 'inspection',
  of: 'run',
  version: 2,
  needs: 'inspect',
  schema,
  // The first form named the plan by a mark nothing can be compared with any more: its “no” counts, its “yes” is of no plan.
  upgrade: ({ items, ...fact }) => ({
    ...without(fact, 'plan'),
    revision: NO_REVISION,
    ladders: [],
    items: Array.isArray(items) ? items.map((item: object) => ({ ...item, from: fact.from, to: fact.to })) : items,
  }),
  say: ({ from, to, items }, units) => {
    const no = items.filter(({ ok }) => !ok).length;
    return `Inspection, ${formatStretch({ from, to }, units)}: ${no > 0 ? `${no} found wanting` : `all ${items.length} in order`}`;
  },
  where: whereSaid,
  columns: ({ until, items }) => ({
    until,
    asked: items.length,
    wanting: items
      .filter(({ ok }) => !ok)
      .map(({ ask, note }) => (note ? `${ask} (${note})` : ask))
      .join('; '),
  }),
});
export type Inspection = z.infer<ReturnType<typeof schema>>;
