import { z } from 'zod';
import type { Range } from '../geometry';
import { once } from '../catalogue/once';
import type { UnitSystem } from '../units';
import { envelopeSchema, type Envelope } from './entry';
import { air } from './kinds/air';
import { asLaid, closed, tiePoint } from './kinds/asLaid';
import { bed } from './kinds/bed';
import { bedSeen } from './kinds/bedSeen';
import { benchmark } from './kinds/benchmark';
import { bucketOn } from './kinds/bucketOn';
import { calibration } from './kinds/calibration';
import { can } from './kinds/can';
import { check } from './kinds/check';
import { countersigned } from './kinds/countersigned';
import { coverReady } from './kinds/coverReady';
import { damage } from './kinds/damage';
import { dayEnd } from './kinds/dayEnd';
import { drillDone, drillSet } from './kinds/drill';
import { drumIn } from './kinds/drumIn';
import { exposure } from './kinds/exposure';
import { fillWay } from './kinds/fillWay';
import { filled, fillRead, fillRedone, reuse, sunk } from './kinds/filled';
import { found, settled } from './kinds/found';
import { happening } from './kinds/happening';
import { inspection } from './kinds/inspection';
import { joint } from './kinds/joint';
import { knock } from './kinds/knock';
import { laid } from './kinds/laid';
import { lifted, setDown } from './kinds/lifted';
import { look } from './kinds/look';
import { machineDay } from './kinds/machineDay';
import { marks } from './kinds/marks';
import { note } from './kinds/note';
import { owed } from './kinds/owed';
import { pressure } from './kinds/pressure';
import { pulled } from './kinds/pulled';
import { rate } from './kinds/rate';
import { ringRead } from './kinds/ringRead';
import { setOut } from './kinds/setOut';
import { setUp } from './kinds/setUp';
import { shift } from './kinds/shift';
import { sightBack } from './kinds/sightBack';
import { soil } from './kinds/soil';
import { stand } from './kinds/stand';
import { steps } from './kinds/steps';
import { strike } from './kinds/strike';
import { delivered, released, returned, standing, takenOut } from './kinds/supports';
import { test } from './kinds/test';
import { unseen } from './kinds/unseen';
import { walk } from './kinds/walk';
import { wallHole } from './kinds/wallHole';
import { witnessed } from './kinds/witnessed';
import { wrong } from './kinds/wrong';
import { plainColumns, type Columns, type Kind } from './kind';
import type { Photo } from './photo';

/** Every kind of entry there is. What is not here is an entry of a newer program. */
export const kinds = {
  soil,
  inspection,
  look,
  pressure,
  can,
  air,
  happening,
  delivered,
  standing,
  released,
  takenOut,
  returned,
  exposure,
  steps,
  walk,
  marks,
  rate,
  note,
  benchmark,
  setUp,
  sightBack,
  check,
  strike,
  found,
  settled,
  setOut,
  machineDay,
  bucketOn,
  calibration,
  knock,
  stand,
  shift,
  dayEnd,
  bed,
  bedSeen,
  laid,
  joint,
  drumIn,
  pulled,
  damage,
  test,
  ringRead,
  lifted,
  setDown,
  wallHole,
  coverReady,
  witnessed,
  unseen,
  owed,
  fillWay,
  filled,
  fillRead,
  fillRedone,
  reuse,
  sunk,
  asLaid,
  tiePoint,
  closed,
  drillSet,
  drillDone,
  countersigned,
  wrong,
};

export type FactKind = keyof typeof kinds;
type FactsByKind = { [K in FactKind]: z.infer<(typeof kinds)[K]['schema']> };
export type Fact = FactsByKind[FactKind];
export type Entry<K extends FactKind = FactKind> = Envelope & { fact: FactsByKind[K] };

/** An entry this program cannot read: it is kept as it came, shown, and counts against whatever it may be about. */
export interface UnknownEntry extends Envelope {
  fact: { kind: 'unknown'; said: string; raw: unknown };
}
export type AnyEntry = Entry | UnknownEntry;

type AnyKind = Kind<string, z.ZodType<{ kind: string }>>;
/** What is told of a kind; undefined: this program does not know it. */
export const kindNamed = (name: unknown): AnyKind | undefined =>
  typeof name === 'string' && Object.hasOwn(kinds, name) ? (kinds[name as FactKind] as unknown as AnyKind) : undefined;

/** What is written today. */
export const entrySchema = once(
  () =>
    z.strictObject({
      ...envelopeSchema().shape,
      fact: z.discriminatedUnion('kind', [
        soil.schema,
        inspection.schema,
        look.schema,
        pressure.schema,
        can.schema,
        air.schema,
        happening.schema,
        delivered.schema,
        standing.schema,
        released.schema,
        takenOut.schema,
        returned.schema,
        exposure.schema,
        steps.schema,
        walk.schema,
        marks.schema,
        rate.schema,
        note.schema,
        benchmark.schema,
        setUp.schema,
        sightBack.schema,
        check.schema,
        strike.schema,
        found.schema,
        settled.schema,
        setOut.schema,
        machineDay.schema,
        bucketOn.schema,
        calibration.schema,
        knock.schema,
        stand.schema,
        shift.schema,
        dayEnd.schema,
        bed.schema,
        bedSeen.schema,
        laid.schema,
        joint.schema,
        drumIn.schema,
        pulled.schema,
        damage.schema,
        test.schema,
        ringRead.schema,
        lifted.schema,
        setDown.schema,
        wallHole.schema,
        coverReady.schema,
        witnessed.schema,
        unseen.schema,
        owed.schema,
        fillWay.schema,
        filled.schema,
        fillRead.schema,
        fillRedone.schema,
        reuse.schema,
        sunk.schema,
        asLaid.schema,
        tiePoint.schema,
        closed.schema,
        drillSet.schema,
        drillDone.schema,
        countersigned.schema,
        wrong.schema,
      ]),
    }) satisfies z.ZodType<Entry>,
);
// A kind missing from the list above is a type error: every fact has to be one the schema takes.
type Missing = Exclude<Fact, z.infer<ReturnType<typeof entrySchema>>['fact']>;
export const everyKindIsRead: [Missing] extends [never] ? true : never = true;

/** Who wrote and when, of entries older than devices had names and clocks were put right. */
const FIRST = { device: 'before', count: 0, known: 0, clock: null };

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An entry as somebody stored it, brought up to today's form: of a kind, a form or a word this program does not know, it is kept as unknown. */
export function readEntry(stored: unknown): AnyEntry {
  const { fact: raw, ...rest } = isObject(stored) ? stored : { fact: stored };
  const envelope = envelopeSchema().safeParse({ ...FIRST, ...rest });
  const unknown = (): UnknownEntry => ({
    ...(envelope.success ? envelope.data : saved(rest)),
    fact: { kind: 'unknown', said: isObject(raw) && typeof raw.kind === 'string' ? raw.kind : '', raw },
  });
  const kind = isObject(raw) ? kindNamed(raw.kind) : undefined;
  if (!envelope.success || !kind || !isObject(raw)) return unknown();
  const read = kind.schema.safeParse(raw);
  if (read.success) return { ...envelope.data, fact: read.data as Fact };
  const brought = kind.upgrade && kind.schema.safeParse(kind.upgrade(raw));
  return brought?.success ? { ...envelope.data, fact: brought.data as Fact } : unknown();
}

/** What can be saved of an envelope nobody can read. */
const saved = (rest: Readonly<Record<string, unknown>>): Envelope => ({
  id: typeof rest.id === 'string' ? rest.id : 'unreadable',
  author: typeof rest.author === 'string' ? rest.author : 'nobody',
  at: typeof rest.at === 'string' ? rest.at : '1970-01-01T00:00:00Z',
  ...FIRST,
});

/** The shape the server takes of an entry whose kind it does not know: the envelope, and a fact of no great size. */
export const strangeEntrySchema = once(() =>
  z.strictObject({
    ...envelopeSchema().shape,
    fact: z
      .looseObject({ kind: z.string().min(1).max(60) })
      .refine(({ kind }) => kindNamed(kind) === undefined, 'A kind this program knows has to have its form.')
      .refine((fact) => JSON.stringify(fact).length < 100_000, 'This is too large for an entry.'),
  }),
);
/** Is it of a kind this program has never heard of? */
export const isStrange = (entry: unknown): boolean =>
  isObject(entry) && isObject(entry.fact) && typeof entry.fact.kind === 'string' && kindNamed(entry.fact.kind) === undefined;

/** What the book would not take of a fact entered by somebody, in sentences. */
export function entryFaults(fact: Fact, author: string, photos: readonly Photo[] = []): string[] {
  const { shape } = entrySchema();
  const parts = [
    shape.fact.safeParse(fact),
    shape.author.safeParse(author),
    shape.photos.safeParse(photos.length > 0 ? photos : undefined),
  ];
  return parts.flatMap(({ error }) => error?.issues.map(({ message }) => message) ?? []);
}

/** What an entry says, in a line. */
export function sayEntry({ fact }: AnyEntry, units: UnitSystem): string {
  if (fact.kind === 'unknown')
    return `Entered by a newer program${fact.said ? ` (${fact.said})` : ''}: not known here, so it counts against going in`;
  return (kinds[fact.kind] as unknown as AnyKind).say(fact, units);
}

/** Where along the run an entry was made; null where it is of the whole of it, or of a kind not known here. */
export const whereOf = ({ fact }: AnyEntry): Range | null =>
  fact.kind === 'unknown' ? null : ((kinds[fact.kind] as unknown as AnyKind).where?.(fact) ?? null);

/** Whose book an entry stands in; anybody's, where this program does not know its kind. */
export const bookOfKind = (kind: string): 'run' | 'job' | 'either' => kindNamed(kind)?.of ?? 'either';

/** What a table of the book holds of an entry besides when, who and where. */
export const entryColumns = ({ fact }: AnyEntry): Columns => {
  if (fact.kind === 'unknown') return { raw: JSON.stringify(fact.raw) };
  const { columns } = kinds[fact.kind] as unknown as AnyKind;
  return columns ? columns(fact) : plainColumns(fact);
};
