import { bedPoints, coverPoints, inOrder, laidPoints, ofKind, sayEntry, testKinds, withdrawn, type Kept } from '../book';
import { offWords } from '../dig/says';
import type { Range } from '../geometry';
import { formatLength, formatPercent, formatStretch, type UnitSystem } from '../units';
import { holds } from './along';
import { answerAt, type Answering } from './answered';
import { cableNeeded, cableWays, drumFaults } from './cable';
import { hurtAt } from './hurt';
import { groupOfTest } from './needs';
import { askedAt, knewLaid, OWNER, testedHere, type LayReport } from './report';
import { ringLost, ringTooFlat } from './ring';
import { sayDrumFault, sayFill, sayHoleFault, sayJointFault } from './says';
import { saidOfTest } from './testSays';
import { holeAskedOf, holeFaults } from './wallHole';

/** Something found wanting that somebody has to see to. It is closed by what is entered of the thing itself. */
export interface LayTask {
  /** What it is about, made of the id of an entry: it stays what it is while levels and stations move. */
  about: string;
  what: string;
  todo: string;
  where: Range | undefined;
  /** Who was said to see to it; undefined: nobody yet. */
  owner: string | undefined;
  due: string | undefined;
}

/** What was said of something to see to that is in order since. */
export interface ClosedTask {
  about: string;
  what: string;
  owner: string;
}

export type Wanting = Omit<LayTask, 'owner' | 'due'>;

/** Everything found wanting of what is laid, and what was closed by evidence since. @param book entries of the run. */
export function layTasks(report: LayReport, book: readonly Kept[], units: UnitSystem): { open: LayTask[]; closed: ClosedTask[] } {
  const open = [
    ...bedTasks(report, units),
    ...pointTasks(report),
    ...levelTasks(report, units),
    ...jointTasks(report, units),
    ...testTasks(report, units),
    ...hurtTasks(report, units),
    ...readTasks(report, book, units),
  ].sort((a, b) => (a.where?.from ?? -Infinity) - (b.where?.from ?? -Infinity) || (a.about < b.about ? -1 : 1));
  return withOwners(open, book);
}

/**
 * What is to be seen to with who was said to see to it, and what was said of something that is in order since.
 * @param now what something is called now that was once called otherwise.
 */
export function withOwners(
  open: readonly Wanting[],
  book: readonly Kept[],
  now: (about: string) => string = (about) => about,
): { open: LayTask[]; closed: ClosedTask[] } {
  const gone = withdrawn(book);
  const owed = inOrder(ofKind(book, 'owed').filter((one) => !one.refused && !gone.has(one.entry.id)));
  const facts = owed.map(({ entry: { fact } }) => ({ ...fact, about: now(fact.about) }));
  const last = new Map(facts.map((fact) => [fact.about, fact]));
  const abouts = new Set(open.map(({ about }) => about));
  return {
    open: open.map((task): LayTask => {
      const said = last.get(task.about);
      return { ...task, owner: said?.owner, due: said?.due ?? undefined };
    }),
    closed: [...last.values()].filter(({ about }) => !abouts.has(about)).map(({ about, what, owner }) => ({ about, what, owner })),
  };
}

const bedTasks = ({ bed }: LayReport, units: UnitSystem): Wanting[] => [
  ...bed.short.map(({ from, to, most, fill, by }) => ({
    about: `bed.${by[0] ?? ''}`,
    what: `Bed too thin, ${formatStretch({ from, to }, units)}: up to ${formatLength(most, units, 'size')} missing`,
    todo: `Bring ${sayFill(fill, units)}. Measure it again.`,
    where: { from, to },
  })),
  // One that has no neighbour near enough says how thin, not how much.
  ...bed.readings
    .filter(({ id, thin }) => thin && !bed.short.some(({ by }) => by.includes(id)))
    .map(({ id, station, value, design }) => ({
      about: `bed.${id}`,
      what: `Bed too thin at ${formatStretch({ from: station, to: station }, units)}: ${formatLength(value, units, 'size')} of ${formatLength(design, units, 'size')}`,
      todo: 'Measure either side, top it up, and measure it again.',
      where: { from: station, to: station },
    })),
];

/** Stations at which an answer may change within a range. */
function within(range: Range, entries: readonly Range[]): number[] {
  const cuts = [range.from, range.to, ...entries.flatMap(({ from, to }) => [from, to])]
    .filter((at) => at >= range.from && at <= range.to)
    .sort((a, b) => a - b);
  const middles = cuts.slice(1).map((to, i) => (to + (cuts[i] as number)) / 2);
  return middles.length > 0 ? middles : [range.from];
}

/** Points found wanting that nobody found in order since. */
function pointTasks(report: LayReport): Wanting[] {
  const counted = (line: (one: Answering) => string | null) => (at: number) => (one: Answering) => {
    const { fact } = one.kept.entry;
    return 'revision' in fact && report.counts(fact.revision, line(one), at);
  };
  const lineOf = ({ kept: { entry } }: Answering) => ('line' in entry.fact ? (entry.fact.line ?? null) : null);
  const lists = [
    { id: 'before', entries: report.before, words: bedPoints, counts: counted(() => null) },
    {
      id: 'after',
      entries: report.after,
      words: bedPoints,
      counts: (at: number) => (one: Answering) =>
        counted(() => null)(at)(one) && knewLaid(report, one.kept, askedAt(report, at)?.lines ?? [], at),
    },
    ...report.laid.map(({ id }) => ({
      id: 'laid',
      entries: report.lines.filter(({ kept }) => kept.entry.fact.line === id),
      words: laidPoints,
      counts: counted(lineOf),
    })),
    { id: 'ready', entries: report.ready, words: coverPoints, counts: counted(() => null) },
    ...report.laid.map(({ id, name }) => ({
      id: 'owner',
      entries: report.witnessed.filter(({ line }) => line === id),
      words: { [OWNER]: `${name} is not accepted by its owner` },
      counts: counted(lineOf),
    })),
  ];
  // After laying nothing can be put right where nothing lies yet.
  const lies = (at: number) => report.lines.some((one) => holds(one, at));
  return lists.flatMap(({ id, entries, words, counts }) =>
    entries.flatMap((bad) =>
      bad.points
        .filter(({ ok }) => !ok)
        .filter((point) =>
          within(bad, id === 'after' ? [...entries, ...report.lines] : entries).some((at) => {
            if (id === 'after' && !lies(at)) return false;
            const answer = answerAt(entries, point.id, at, counts(at));
            return answer.state === 'wanting' && answer.by === bad.kept;
          }),
        )
        .map((point) => ({
          about: `${id}.${bad.kept.entry.id}.${point.id}`,
          what: `Not so: ${((words as Record<string, string>)[point.id] ?? point.id).toLowerCase()}`,
          todo: `${point.note ? `${point.note}. ` : ''}Put it right, then look again and say so.`,
          where: { from: bad.from, to: bad.to },
        })),
    ),
  );
}

const levelTasks = ({ levels, laid }: LayReport, units: UnitSystem): Wanting[] =>
  levels.flatMap(({ line, readings }) =>
    readings
      .filter(({ check }) => !check.good)
      .map(({ station, value, check }) => ({
        about: `level.${check.id}`,
        what: `${laid.find(({ id }) => id === line)?.name ?? 'Line'} off its level: ${offWords(value, units)}`,
        todo: 'Lift it, put the bed right, and measure it again.',
        where: { from: station, to: station },
      })),
  );

const jointTasks = ({ joints, laid }: LayReport, units: UnitSystem): Wanting[] =>
  joints
    .filter(({ state }) => state === 'fails')
    .map(({ id, station, line, kept, faults }) => ({
      about: `joint.${id}`,
      what: `${laid.find((one) => one.id === line)?.name ?? 'Line'}: joint ${kept.entry.fact.number} does not stand`,
      todo: `${faults.map((fault) => sayJointFault(fault, units)).join(' ')} Cut it out, make it anew, log it in its place.`,
      where: { from: station, to: station },
    }));

function testTasks(report: LayReport, units: UnitSystem): Wanting[] {
  const ranges = report.tests.map(({ kept }) => kept.entry.fact);
  return report.tests
    .filter(({ verdict }) => verdict.state === 'failed')
    .filter((bad) =>
      within(bad.kept.entry.fact, ranges).some((at) => {
        const tested = testedHere(report, bad.line, groupOfTest(bad.of), at);
        return tested.state === 'failed' && tested.by === bad;
      }),
    )
    .map(({ id, of, kept, verdict }) => ({
      about: `test.${id}`,
      what: `${kept.entry.fact.name}: ${testKinds[of].toLowerCase()} failed`,
      todo: `${saidOfTest(verdict, units)} Find where, mend it, test again.`,
      where: { from: kept.entry.fact.from, to: kept.entry.fact.to },
    }));
}
const hurtTasks = (report: LayReport, units: UnitSystem): Wanting[] =>
  report.hurts
    .filter(({ line, kept, from, to }) =>
      within({ from, to }, [...report.tests.map((one) => one.kept.entry.fact), ...report.lines]).some((at) =>
        hurtAt(report, line, at).includes(kept),
      ),
    )
    .map(({ kept, from, to }) => ({
      about: `hurt.${kept.entry.id}`,
      what: sayEntry(kept.entry, units),
      todo: 'Look at it; test its insulation or the line again.',
      where: { from, to },
    }));

/** What is told by a single reading: rings, holes, drums, loads. */
function readTasks(report: LayReport, book: readonly Kept[], units: UnitSystem): Wanting[] {
  const gone = withdrawn(book);
  const { laid, plan, rules } = report;
  const lineOf = (line: string) => laid.find(({ id }) => id === line);
  const rings = ofKind(book, 'ringRead').flatMap(({ entry: { id, fact } }): Wanting[] => {
    const product = lineOf(fact.line)?.product;
    if (!product || gone.has(id) || !ringTooFlat(product, fact.height, rules)) return [];
    return [
      {
        about: `ring.${id}`,
        what: `${fact.name} lost ${formatPercent(ringLost(product, fact.height))} of its height`,
        todo: `${formatPercent(rules.ringLimit.value ?? 0)} may be: uncover it, and pack the sides again.`,
        where: { from: fact.station, to: fact.station },
      },
    ];
  });
  const holes = newest(book, 'wallHole', gone, (fact) => fact.structure).flatMap(({ entry: { id, fact } }): Wanting[] => {
    const asked = holeAskedOf(plan, fact);
    const faults = asked ? holeFaults(fact, asked) : [];
    return faults.length > 0
      ? [
          {
            about: `hole.${id}`,
            what: `Hole at ${fact.name} is not as planned`,
            todo: faults.map((one) => sayHoleFault(one, units)).join(' '),
            where: undefined,
          },
        ]
      : [];
  });
  const drums = newest(book, 'drumIn', gone, (fact) => `${fact.line} ${fact.label}`).flatMap(({ entry: { id, fact } }): Wanting[] => {
    const line = lineOf(fact.line);
    if (!line) return [];
    const needed = Math.max(...cableWays(plan.of.run, line).map(cableNeeded));
    const faults = drumFaults(fact, line.product, needed);
    return faults.length > 0
      ? [
          {
            about: `drum.${id}`,
            what: `Drum ${fact.label}`,
            todo: faults.map((one) => sayDrumFault(one, units)).join(' '),
            where: undefined,
          },
        ]
      : [];
  });
  const loads = report.lifted.map(({ kept, from, to }) => ({
    about: `lifted.${kept.entry.id}`,
    what: sayEntry(kept.entry, units),
    todo: 'Set it down, unhook with the engine off, and say so.',
    where: { from, to },
  }));
  return [...rings, ...holes, ...drums, ...loads];
}

/** The newest entry of a kind of each thing it is of. */
function newest<K extends 'wallHole' | 'drumIn'>(
  book: readonly Kept[],
  kind: K,
  gone: ReadonlySet<string>,
  of: (fact: Extract<Kept['entry']['fact'], { kind: K }>) => string,
) {
  const made = inOrder(ofKind(book, kind).filter((one) => !gone.has(one.entry.id)));
  return [...new Map(made.map((one) => [of(one.entry.fact as Extract<Kept['entry']['fact'], { kind: K }>), one])).values()];
}
