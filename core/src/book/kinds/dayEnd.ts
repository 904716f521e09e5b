import { z } from 'zod';
import { words } from '../../job/schema/basics';
import { formatStretch } from '../../units';
import { forwards, kindOf, stretch } from '../kind';

/** What is looked at before a site is left, for as long as something on it is open. */
export const endPoints = {
  plates: 'Plates or boards where people or wheels cross',
  barriers: 'Barriers all round, ends too',
  lamps: 'Lamps lit where it is dark before anybody is back',
  cover: 'What was laid is covered or capped',
  water: 'Water: pump or sump, and where it goes',
  machine: 'Machine: bucket down, key out, fuel locked',
} as const;
export type EndPoint = keyof typeof endPoints;
export const endPointIds = Object.keys(endPoints) as [EndPoint, ...EndPoint[]];

/** A site left for the night: what stays open, how it is made safe, and who was told. */
const schema = () =>
  z.strictObject({
    kind: z.literal('dayEnd'),
    open: z.array(z.strictObject(stretch()).superRefine(forwards)).max(100),
    points: z
      .array(z.strictObject({ id: z.enum(endPointIds), ok: z.boolean(), note: words(200) }))
      .min(1)
      .max(20),
    told: words(200),
    note: words(300),
  });

export const dayEnd = kindOf({
  kind: 'dayEnd',
  of: 'run',
  version: 1,
  schema,
  say: ({ open, points, told }, units) => {
    const wrong = points.filter(({ ok }) => !ok).map(({ id }) => endPoints[id].toLowerCase());
    return [
      `Left for the day, ${open.length === 0 ? 'nothing open' : `open ${open.map((one) => formatStretch(one, units)).join(', ')}`}`,
      ...(wrong.length > 0 ? [`not so: ${wrong.join('; ')}`] : []),
      ...(told ? [`told: ${told}`] : []),
    ].join('; ');
  },
  columns: ({ open, points, told, note }) => ({
    open: open.map(({ from, to }) => `${from}-${to}`).join('; '),
    wanting: points
      .filter(({ ok }) => !ok)
      .map(({ id, note: why }) => (why ? `${id} (${why})` : id))
      .join('; '),
    told,
    note,
  }),
});
export type DayEndFact = z.infer<ReturnType<typeof schema>>;
