import type { Photo } from '../../book';
import { productWith } from '../../catalogue';
import { pick } from '../../chance';
import { designsOf } from '../../dig/design';
import { readyToCover } from '../../gates/cover';
import type { PlannedRevision } from '../../gates/enter';
import { blankJob, blankRun } from '../../job';
import { airMinutes, airPressures, airStart } from '../../lay/tests';
import { jointsExpected } from '../../lay/joints';
import { planRun } from '../../plan/plan';
import { resolveRules, type RuleSetId } from '../../rules';
import { formatLength, formatStation, type UnitSystem } from '../../units';
import { formatMinutes, formatTestPressure } from '../../units/gauge';
import { between, drillKind } from './drill';
import { bookOf, clock, DAY, idOf, type Said } from './morning';

const TEXTS = {
  open: 'Nothing: it may be covered',
  bed: 'The bed was not measured',
  thin: 'The bed is too thin in one place',
  level: 'The pipe’s level was not measured',
  off: 'The pipe is off its level in one place',
  joint: 'A joint is not logged',
  photo: 'There is no photo of it',
  test: 'It is not tested',
  failed: 'Its test failed',
  void: 'Something was done to it since its test',
  after: 'Nobody looked at the bed again after laying',
  ready: 'Nobody answered the points before covering',
} as const;
export type CoverAnswer = keyof typeof TEXTS;
const ANSWERS = Object.keys(TEXTS) as CoverAnswer[];
/** How many answers are offered. */
const OFFERED = 4;

/** A drain of two pipes as it was laid this morning: what its record lacks, and what else happened that lacks nothing. */
export interface CoverFacts {
  cover: number;
  lack: CoverAnswer;
  /** Which of the readings is wrong, where one is. */
  which: number;
  /** Looked at again, but before it was laid: it does not count. */
  early: boolean;
  /** The joint was cut out and made anew before the test, which is as it should be. */
  remade: boolean;
}

const LENGTH = 12;
const APART = 4;
const STATIONS = Array.from({ length: LENGTH / APART + 1 }, (_, i) => i * APART);
/** What a level that is wrong is off by, metres: beyond any tolerance. */
const OFF = -0.05;
const PHOTO: Photo = { hash: 'a'.repeat(64), width: 800, height: 600, taken: null };
const REVISION = idOf(1);

function planned(cover: number, ruleSet: RuleSetId, units: UnitSystem): PlannedRevision {
  const job = { ...blankJob('Yard', ruleSet), units };
  const run = blankRun({ name: 'Drain', length: LENGTH, product: 'drain-160', cover, ruleSet });
  return { id: REVISION, number: 1, job, run, rules: resolveRules(ruleSet), plan: planRun(job, run) };
}

/** A line of the morning: what was entered, how it is told, and which answers it speaks against. */
interface Row {
  said: Pick<Said, 'fact' | 'photos' | 'id'>[];
  told: string;
  against: CoverAnswer[];
}

/** What was entered, in its order. */
function rowsOf(facts: CoverFacts, of: PlannedRevision, units: UnitSystem): Row[] {
  const { lack, which, early, remade } = facts;
  const [line] = of.run.laid as [PlannedRevision['run']['laid'][number]];
  const all = { from: 0, to: LENGTH };
  const named = { line: line.id, name: 'Drain' };
  const designs = designsOf(of.job, of.run, of.plan.places);
  const good = (id: string) => ({ id, ok: true, note: '' }) as never;
  const size = (metres: number) => formatLength(metres, units, 'size');
  const beds = STATIONS.map((station, i) => {
    const design = designs(station, null);
    const asked = (design?.bed ?? 0) - (design?.bottom ?? 0);
    return { station, asked, thickness: asked * (lack === 'thin' && i === which ? 0.6 : 1) };
  });
  const offs = STATIONS.map((_, i) => (lack === 'off' && i === which ? OFF : 0));
  const look = (when: 'before' | 'after'): Row => ({
    said: [
      {
        fact: {
          ...{ kind: 'bedSeen', when, ...all, revision: REVISION },
          points: (when === 'before' ? ['clean', 'dry'] : ['fallen', 'firm', 'haunch']).map(good),
        },
      },
    ],
    told: when === 'before' ? 'Bed looked at before laying: clean, dry' : 'Looked at after laying: nothing fell in, bed firm, haunch in',
    against: when === 'after' ? ['after'] : [],
  });
  const joints = jointsExpected(of.job, of.run);
  /** Joints as they were made, or the first of them made anew in its place. */
  const joint = (again: boolean): Row[] =>
    joints.slice(0, again ? 1 : undefined).map(({ station }, i) => ({
      said: [
        {
          id: idOf(again ? 60 : 50 + i),
          fact: {
            ...{ kind: 'joint', ...named, number: again ? `${i + 1}a` : `${i + 1}`, station, made: { as: 'pushFit', home: true } },
            ...{ certificate: null, replaces: again ? idOf(50 + i) : null, revision: REVISION, note: '' },
          },
        },
      ],
      told: `Joint at ${formatStation(station, units)} ${again ? 'cut out, made anew' : 'logged'}: pushed home to its mark`,
      against: ['joint'],
    }));
  const { drop } = airPressures.LC;
  const minutes = airMinutes('LC', productWith(line.product)?.dn ?? 0, LENGTH, false);
  const start = airStart('LC', 0);
  const end = start - drop * (lack === 'failed' ? 1.4 : 0.6);
  const test: Row = {
    said: [
      {
        fact: {
          ...{ kind: 'test', ...named, ...all, how: { of: 'air', method: 'LC', dry: false, water: 0, settled: 6, held: true } },
          readings: [
            { minute: 0, value: start },
            { minute: minutes, value: end },
          ],
          ...{ gauge: null, repeats: null, witness: '', revision: REVISION, note: '' },
        },
      },
    ],
    told: `Air test LC: ${formatTestPressure(start, units)}, after ${formatMinutes(minutes)} ${formatTestPressure(end, units)}`,
    against: ['test', 'failed', 'void'],
  };
  const places = STATIONS.map((station) => formatStation(station, units)).join(', ');
  const bed: Row = {
    said: beds.map(({ station, thickness }) => ({ fact: { kind: 'bed', station, thickness, revision: REVISION, note: '' } })),
    told: `Bed at ${places}: ${beds.map(({ thickness }) => size(thickness)).join(', ')}; ${size(beds[0]?.asked ?? 0)} asked for`,
    against: ['bed', 'thin'],
  };
  const level: Row = {
    said: STATIONS.map((station, i) => ({
      fact: {
        ...{ kind: 'check', station, pit: null, layer: 'pipe', revision: REVISION, setUp: null, sure: true, again: false, note: '' },
        ...{
          found: { as: 'level', value: (designs(station, null)?.invert ?? 0) + (offs[i] as number) },
          widthBottom: null,
          widthTop: null,
        },
      },
    })),
    told: `Invert at ${places}: ${offs.map((off) => (off === 0 ? 'on its level' : `${size(Math.abs(off))} below it`)).join(', ')}`,
    against: ['level', 'off'],
  };
  const laid: Row = {
    said: [
      {
        fact: { kind: 'laid', ...named, ...all, points: ['order', 'clean'].map(good), revision: REVISION },
        ...(lack === 'photo' ? {} : { photos: [PHOTO] }),
      },
    ],
    told: `Laid all along, low end first${lack === 'photo' ? '' : '; photo'}`,
    against: ['photo'],
  };
  const ready: Row = {
    said: [{ fact: { kind: 'coverReady', ...all, points: [good('future')], revision: REVISION } }],
    told: 'Before covering: asked what else is to go in, nothing',
    against: ['ready'],
  };
  const unless = (wanting: CoverAnswer, ...rows: Row[]) => (lack === wanting ? [] : rows);
  return [
    ...unless('bed', bed),
    look('before'),
    ...(early ? [look('after')] : []),
    laid,
    ...unless('level', level),
    ...unless('joint', ...joint(false)),
    ...(remade ? joint(true) : []),
    ...unless('after', look('after')),
    ...unless('test', test),
    ...(lack === 'void' ? joint(true) : []),
    ...unless('ready', ready),
  ];
}

/** What the gate says, by the core: each thing that shuts it, wherever along the run. */
function asked(facts: CoverFacts, ruleSet: RuleSetId, units: UnitSystem) {
  const of = planned(facts.cover, ruleSet, units);
  const rows = rowsOf(facts, of, units);
  const said = rows.flatMap(({ said: entered }, i) =>
    entered.map((one, j): Said => {
      const at = BEGUN + i * STEP + j / 60;
      return { device: 'layer', at, came: at, ...one };
    }),
  );
  const now = DAY + (BEGUN + rows.length * STEP) * 60_000;
  const gate = readyToCover({ revisions: [of], book: bookOf(said), device: '', heard: now, now, units });
  return { rows, open: gate.where.length > 0, stops: gate.reasons.filter(({ state }) => state === 'stop') };
}
const [BEGUN, STEP] = [430, 5];

/** Which answer a reason of the gate is; undefined: another than any that is asked. */
function answerOf(id: string): CoverAnswer | undefined {
  const [of, ...rest] = id.split('.');
  switch (of) {
    case 'bed':
    case 'photo':
    case 'joint':
    case 'level':
    case 'off':
      return of;
    case 'bedThin':
      return 'thin';
    case 'after':
    case 'ready':
      return rest[0] === 'never' ? of : undefined;
    case 'test':
      return rest.at(-1) === 'void' ? 'void' : rest.length > 2 ? 'failed' : 'test';
    default:
      return undefined;
  }
}

/** What a record lacks before it may be covered. Harder: a reading that is wrong among right ones, then what was done in the wrong order. */
export const coverDrill = drillKind<CoverFacts>({
  make: (chance, level) => {
    const plain = ['open', 'bed', 'level', 'joint', 'photo', 'test', 'after', 'ready'] as const;
    const read = ['open', 'photo', 'after', 'thin', 'off', 'failed'] as const;
    const order = ['open', 'after', 'void', 'void', 'thin', 'off'] as const;
    const lack = pick(chance, level === 1 ? plain : level === 2 ? read : order);
    return {
      cover: between(chance, 0.7, 1.2, 0.05),
      lack,
      which: Math.floor(chance() * STATIONS.length),
      early: level === 3 && lack === 'after',
      remade: level === 3 && lack !== 'void' && chance() < 0.5,
    };
  },
  pose: (facts, rules, units) => {
    const { rows, open, stops } = asked(facts, rules.id, units);
    const [reason] = stops;
    const answers = new Set<CoverAnswer | undefined>(stops.length === 0 && open ? ['open'] : stops.map(({ id }) => answerOf(id)));
    // Shut by more than one thing it has no one right answer, and is drawn again.
    const right = answers.size === 1 ? [...answers][0] : undefined;
    const said = reason
      ? `${reason.what.charAt(0).toUpperCase()}${reason.what.slice(1)}. ${reason.why}`
      : 'Everything asked for was measured, seen and tested, in its order, and all of it is as it should be.';
    const first = right === undefined ? 0 : ANSWERS.indexOf(right);
    const whyNot = (answer: CoverAnswer): string => {
      const shown = rows.findLast(({ against }) => against.includes(answer));
      return shown ? `Not so: ${shown.told}.` : said;
    };
    const offered = ANSWERS.filter((_, i) => (i - first + facts.which + ANSWERS.length) % ANSWERS.length < OFFERED);
    return {
      question: 'Ready to cover: what is missing?',
      given: [
        `A drain of ${formatLength(LENGTH, units, 'span')}, its bed and levels read every ${formatLength(APART, units, 'span')}`,
        ...rows.map(({ told }, i) => `${clock(BEGUN + i * STEP)} ${told}`),
      ],
      choices: offered.map((answer) => ({
        id: answer,
        text: TEXTS[answer],
        right: answer === right,
        why: [answer === right ? said : whyNot(answer)],
      })),
      reasoning: [
        said,
        'What is covered cannot be looked at again: each piece of evidence counts only if it was made after what it is evidence of. Whoever inspects opens it, nobody else.',
      ],
    };
  },
});
