import {
  asLaidThings,
  compactorNames,
  countedIn,
  entryColumns,
  fillLayers,
  inOrder,
  jointKinds,
  picturesOf,
  sayEntry,
  testKinds,
  type Kept,
} from '../book';
import { doubtWords } from '../dig';
import { asFilled, fillAt, unreadIn, type FillReport, type FillRung } from '../fill';
import { sayFillVerdict } from '../fill/says';
import type { SafeGate } from '../gates/stretches';
import { joined } from '../geometry';
import { placedLines, type Job, type Run } from '../job';
import { sayHeld, type LayReport, type LayTask, type TestVerdict } from '../lay';
import type { Head } from '../proof/heads';
import { ruleInfo, ruleKeys, type Rules } from '../rules';
import { ruleQuantities } from '../rules/quantities';
import { figuresIn, formatLength, formatStation, formatStretch, type UnitSystem } from '../units';
import { sayPoint } from './says';
import { tiedFlat, tiedPoints, tiesTo, type AsLaidPoint, type ExpectedPoint, type HeldPoint, type UnplacedPoint } from './points';

/** A table of the pack. */
export interface PackTable {
  head: string[];
  rows: string[][];
}

/** A drawing of the pack: whoever makes pages draws it. */
export type PackDrawing =
  | { kind: 'test'; title: string; verdict: TestVerdict }
  | { kind: 'plan'; title: string }
  | { kind: 'tie'; title: string; point: AsLaidPoint; ties: { point: HeldPoint; length: number }[] }
  /** What lies there, lift by lift. */
  | { kind: 'section'; title: string; station: number; rungs: FillRung[] };

/** A chapter of the pack. `missing`: what should be there and is not; it is printed as missing. */
export interface PackChapter {
  id: string;
  title: string;
  words: string[];
  missing: string[];
  tables: PackTable[];
  drawings: PackDrawing[];
  /** Photos by their hash, with what each shows. */
  photos: { hash: string; says: string }[];
}

export interface HandoverPack {
  title: string;
  job: string;
  run: string;
  /** Of the plan in force. */
  revision: { number: number; digest: string; at: string; author: string };
  /** The seal of the record: the head of its chain as this device heard it last; undefined where it has heard none. */
  seal: Head | undefined;
  entries: number;
  chapters: PackChapter[];
}

export interface PackInputs {
  job: Job;
  run: Run;
  rules: Rules;
  revision: HandoverPack['revision'];
  book: readonly Kept[];
  lay: LayReport;
  cover: SafeGate;
  fill: FillReport;
  points: readonly AsLaidPoint[];
  unplaced: readonly UnplacedPoint[];
  expected: readonly ExpectedPoint[];
  ties: readonly HeldPoint[];
  tasks: readonly LayTask[];
  /** Issued plans, as they are listed. */
  issues: readonly { number: number; at: string; author: string; why: string }[];
  seal: Head | undefined;
}

/** Everything that hands a run over: each figure is the core’s own, and what is missing is said to be. */
export function handoverPack(inputs: PackInputs): HandoverPack {
  const { job, run, book, revision, seal } = inputs;
  return {
    title: `${run.name}: what was laid`,
    job: job.name,
    run: run.name,
    revision,
    seal,
    entries: book.length,
    chapters: [
      asked(inputs),
      laidChapter(inputs),
      pointsChapter(inputs),
      tiesChapter(inputs),
      fillChapter(inputs),
      inspectionsChapter(inputs),
      testsChapter(inputs),
      jointsChapter(inputs),
      photosChapter(inputs),
      deviationsChapter(inputs),
      unseenChapter(inputs),
      tasksChapter(inputs),
      signedChapter(inputs),
      restsChapter(inputs),
    ],
  };
}

const chapter = (id: string, title: string, part: Partial<PackChapter>): PackChapter => ({
  id,
  title,
  words: [],
  missing: [],
  tables: [],
  drawings: [],
  photos: [],
  ...part,
});
const table = (head: string[], rows: string[][]): PackTable[] => (rows.length > 0 ? [{ head, rows }] : []);
const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
const day = (moment: string): string => moment.slice(0, 16).replace('T', ' ');
const size = (metres: number, units: UnitSystem): string => formatLength(metres, units, 'size');
const signed = (metres: number | undefined, units: UnitSystem): string =>
  metres === undefined ? 'not measured' : `${metres < 0 ? '−' : '+'}${size(Math.abs(metres), units)}`;

function asked({ job, run, revision }: PackInputs): PackChapter {
  const { units } = job;
  return chapter('asked', 'What was asked for', {
    words: [`Plan ${revision.number}, issued ${day(revision.at)} by ${revision.author}. Its digest: ${revision.digest}.`],
    tables: table(
      ['Line', 'What', 'From – to'],
      placedLines(job, run).map(({ name, product, from, to }) => [name, product.name, formatStretch({ from, to }, units)]),
    ),
    drawings: [{ kind: 'plan', title: 'Plan, with what was measured over it' }],
  });
}

function laidChapter({ job: { units }, lay }: PackInputs): PackChapter {
  const entries = lay.lines.filter(({ believed }) => believed);
  return chapter('laid', 'What was laid', {
    missing: lay.laid
      .filter(({ id }) => !entries.some(({ kept }) => kept.entry.fact.line === id))
      .map(({ name }) => `${name}: nobody entered that it was laid.`),
    tables: table(
      ['When', 'Who', 'What'],
      entries.map(({ kept }) => [day(kept.entry.at), kept.entry.author, sayEntry(kept.entry, units)]),
    ),
  });
}

function pointsChapter({ job: { units }, expected, points, unplaced }: PackInputs): PackChapter {
  return chapter('points', 'Plan against as laid', {
    words: ['Off the plan: along it, to the right of it, and up. Levels are of the top of the line.'],
    missing: [
      ...expected.filter(({ by }) => !by).map((point) => `${capital(sayPoint(point, units))}: not measured.`),
      ...unplaced.map(({ kept }) => `${sayEntry(kept.entry, units)}: its tapes do not meet.`),
    ],
    tables: table(
      ['Station', 'What', 'Along', 'Right', 'Up', 'Top', 'Measured'],
      points.map((one) => [
        formatStation(one.station, units),
        `${asLaidThings[one.what]}${one.name ? ` ${one.name}` : ''}${one.line ? `, ${one.line.name}` : ''}`,
        signed(one.along, units),
        signed(one.across, units),
        one.what === 'met' ? '' : signed(one.up, units),
        one.top === undefined
          ? 'not measured'
          : `${formatLength(one.top, units, 'level')}${one.doubt ? `, doubtful: ${doubtWords(one.doubt)}` : ''}`,
        one.kept.entry.fact.place.by === 'tapes'
          ? `tapes, within ${size(one.radius ?? 0, units)}${one.flat ? ', too flat' : ''}`
          : one.kept.entry.fact.place.by === 'station'
            ? 'station and offset'
            : 'coordinates',
      ]),
    ),
  });
}

function tiesChapter({ job: { units }, points, ties }: PackInputs): PackChapter {
  const structures = tiedPoints(points);
  const tied = structures.flatMap((point) => (ties.length > 1 ? [{ point, own: tiesTo(point.at, ties) }] : []));
  return chapter('ties', 'Ties: to find it again with two tapes', {
    missing:
      ties.length < 2
        ? ['No two points that stay were entered: nothing can be taped to.']
        : structures.length === 0
          ? ['No structure or end was measured.']
          : tied
              .filter(({ point, own }) => tiedFlat(point.at, own))
              .map(
                ({ point }) =>
                  `${asLaidThings[point.what]} at ${formatStation(point.station, units)}: no two tapes meet well; a point further to the side is wanted.`,
              ),
    tables: table(
      ['What', 'Station', 'Tapes'],
      tied.map(({ point, own }) => [
        `${asLaidThings[point.what]}${point.name ? ` ${point.name}` : ''}`,
        formatStation(point.station, units),
        own.map(({ point: held, length }) => `${formatLength(length, units)} from ${held.name}`).join('; '),
      ]),
    ),
    drawings: tied.map(({ point, own }) => ({
      kind: 'tie',
      title: `${asLaidThings[point.what]}${point.name ? ` ${point.name}` : ''}, ${formatStation(point.station, units)}`,
      point,
      ties: own,
    })),
  });
}

function fillChapter({ job: { units }, fill }: PackInputs): PackChapter {
  const unread = fill.lifts.flatMap((lift) => unreadIn(lift, fill.rules));
  const middles = [...new Set(fill.lifts.map(({ from, to }) => (from + to) / 2))].slice(0, 3);
  return chapter('fill', 'Sections with layers as filled', {
    missing: fill.lifts.length === 0 ? ['No lift was entered.'] : unread.map((range) => `Lift ${formatStretch(range, units)}: not read.`),
    tables: table(
      ['Stretch', 'Layer', 'Thick', 'By', 'Readings'],
      fill.lifts.map((lift) => [
        formatStretch(lift, units),
        `${fillLayers[lift.layer]}: ${lift.kept.entry.fact.material}`,
        size(lift.thickness, units),
        lift.compactor ? `${compactorNames[lift.compactor]}, ${lift.kept.entry.fact.passes} passes` : 'not compacted',
        sayFillVerdict(lift.verdict, units),
      ]),
    ),
    drawings: middles.flatMap((station): PackDrawing[] => {
      const state = fillAt(fill, station);
      return state ? [{ kind: 'section', title: `Section at ${formatStation(station, units)}`, station, rungs: asFilled(state) }] : [];
    }),
  });
}

function inspectionsChapter({ job: { units }, book }: PackInputs): PackChapter {
  const seen = inOrder<Kept>([...countedIn(book, 'inspection'), ...countedIn(book, 'witnessed')]);
  return chapter('inspections', 'Inspections', {
    missing: seen.length === 0 ? ['No inspection was entered.'] : [],
    tables: table(
      ['When', 'Who', 'What'],
      seen.map(({ entry }) => [day(entry.at), entry.author, sayEntry(entry, units)]),
    ),
  });
}

function testsChapter({ job: { units }, lay }: PackInputs): PackChapter {
  const passed = (line: string) =>
    lay.tests.some((test) => test.line === line && test.verdict.state === 'passed' && !test.void && test.believed);
  return chapter('tests', 'Tests', {
    missing: lay.laid
      .filter(({ id, product }) => product.kind !== 'duct' && !passed(id))
      .map(({ name }) => `${name}: no test that passed and still holds.`),
    tables: table(
      ['When', 'Who', 'Line', 'Test', 'Came to'],
      lay.tests.map(({ kept, of, verdict, void: gone }) => [
        day(kept.entry.at),
        kept.entry.author,
        kept.entry.fact.name,
        `${testKinds[of]}, ${formatStretch(kept.entry.fact, units)}`,
        `${gone ? 'void: something was done since' : verdict.state === 'none' ? 'tells nothing' : verdict.state}${verdict.held.length > 0 ? `. ${verdict.held.map((one) => sayHeld(one, units)).join('; ')}` : ''}`,
      ]),
    ),
    drawings: lay.tests
      .filter(({ verdict }) => verdict.curve)
      .map(({ of, kept, verdict }) => ({ kind: 'test', title: `${testKinds[of]}, ${formatStretch(kept.entry.fact, units)}`, verdict })),
  });
}

function jointsChapter({ job: { units }, lay }: PackInputs): PackChapter {
  return chapter('joints', 'Joints', {
    missing: lay.matches
      .filter(({ by }) => !by)
      .map(
        ({ expected }) =>
          `${lay.laid.find(({ id }) => id === expected.line)?.name ?? ''}: ${expected.what} at ${formatStation(expected.station, units)} not logged.`,
      ),
    tables: table(
      ['Number', 'Station', 'Kind', 'Who', 'State'],
      lay.joints.map(({ kept, station, state }) => [
        kept.entry.fact.number,
        formatStation(station, units),
        jointKinds[kept.entry.fact.made.as].name,
        kept.entry.author,
        state === 'fails' ? 'out of its band' : state,
      ]),
    ),
  });
}

function photosChapter({ job: { units }, book }: PackInputs): PackChapter {
  const pictures = picturesOf(book).filter(({ gone }) => !gone);
  return chapter('photos', 'Photos by station', {
    missing: pictures.length === 0 ? ['No photo was taken.'] : [],
    photos: pictures.map(({ photo, kept, where }) => ({
      hash: photo.hash,
      says: `${where ? `${formatStretch(where, units)}: ` : ''}${sayEntry(kept.entry, units)}`,
    })),
  });
}

function deviationsChapter({ job: { units }, points }: PackInputs): PackChapter {
  const off = points.filter(({ good }) => !good);
  return chapter('deviations', 'Deviations', {
    words: off.length === 0 ? ['Nothing that was measured lies further off its plan than it may.'] : [],
    tables: table(
      ['Where', 'Along', 'Right', 'Up', 'May be off'],
      off.map((one) => [
        `${asLaidThings[one.what]} at ${formatStation(one.station, units)}`,
        signed(one.along, units),
        signed(one.across, units),
        signed(one.up, units),
        [
          ...(Number.isFinite(one.within.along) ? [`${size(one.within.along, units)} along`] : []),
          `${size(one.within.aside, units)} aside`,
          `${Number.isFinite(one.within.up) ? size(one.within.up, units) : '–'} up`,
        ].join(', '),
      ]),
    ),
  });
}

function unseenChapter({ job: { units }, lay, cover }: PackInputs): PackChapter {
  const shut = cover.reasons.filter(({ state }) => state === 'stop');
  return chapter('unseen', 'Covered without proof', {
    words: lay.unseen.length === 0 ? ['Nobody entered that something was covered unseen.'] : [],
    missing: shut.map(
      ({ what, where }) =>
        `${what}${
          where.length > 0
            ? `: ${joined(where)
                .map((one) => formatStretch(one, units))
                .join(', ')}`
            : ''
        }.`,
    ),
    tables: table(
      ['When', 'Who', 'What'],
      lay.unseen.map(({ kept }) => [day(kept.entry.at), kept.entry.author, sayEntry(kept.entry, units)]),
    ),
  });
}

const tasksChapter = ({ job: { units }, tasks }: PackInputs): PackChapter =>
  chapter('tasks', 'Still to be seen to', {
    words: tasks.length === 0 ? ['Nothing is known to be open.'] : [],
    tables: table(
      ['What', 'Where', 'Who', 'By'],
      tasks.map(({ what, where, owner, due }) => [what, where ? formatStretch(where, units) : '', owner ?? 'nobody yet', due ?? '']),
    ),
  });

function signedChapter({ job: { units }, book, issues }: PackInputs): PackChapter {
  const closed = inOrder(countedIn(book, 'closed'));
  return chapter('signed', 'Who signed what, and when', {
    missing: [
      ...(closed.some(({ entry }) => entry.fact.as === 'closed') ? [] : ['Not closed by its competent person.']),
      ...(closed.some(({ entry }) => entry.fact.as === 'takenOver') ? [] : ['Not taken over.']),
    ],
    tables: table(
      ['When', 'Who', 'What'],
      [
        ...issues.map(({ at, author, number, why }) => [day(at), author, `Plan ${number} issued: ${why}`]),
        ...closed.map(({ entry }) => [day(entry.at), entry.author, sayEntry(entry, units)]),
      ],
    ),
  });
}

function restsChapter({ job, rules, seal }: PackInputs): PackChapter {
  const { units } = job;
  return chapter('rests', 'What the figures rest on', {
    words: [
      seal
        ? `The seal of the record: ${seal.place} · ${seal.hash}. It names every entry and issued plan of the run up to there; a record with one of them changed has another.`
        : 'The record has no seal: nothing of it was taken by the server yet.',
      'Local codes, and licensed or competent persons, rule over anything here.',
    ],
    tables: table(
      ['Rule', 'Figure', 'Basis'],
      ruleKeys.map((key) => {
        const { value, basis } = rules[key];
        const { label, quantity } = ruleInfo[key];
        return [label, value === null ? 'assess on site' : ruleQuantities[quantity].show(value, units), figuresIn(basis, units)];
      }),
    ),
  });
}

/** Every entry of the book as plain rows, for the folder that needs no program. */
export const bookJson = (book: readonly Kept[]): string =>
  `${JSON.stringify(
    book.map(({ entry, seq, receivedAt }) => ({ seq: seq ?? null, receivedAt: receivedAt ?? null, ...entry })),
    null,
    1,
  )}\n`;

/** The book as one CSV a kind, by the kind’s name: its own columns alone. */
export function bookByKind(
  book: readonly Kept[],
): Record<string, { at: string; author: string; id: string; corrects: string; columns: ReturnType<typeof entryColumns> }[]> {
  const kinds: ReturnType<typeof bookByKind> = {};
  for (const { entry } of inOrder(book)) {
    const rows = (kinds[entry.fact.kind] ??= []);
    rows.push({ at: entry.at, author: entry.author, id: entry.id, corrects: entry.corrects ?? '', columns: entryColumns(entry) });
  }
  return kinds;
}
