import type { Fact } from '../../book';
import { pick, type Chance } from '../../chance';
import { safeToEnter, type PlannedRevision } from '../../gates/enter';
import { blankJob, blankRun, type Run } from '../../job';
import { planRun } from '../../plan/plan';
import { classSlope } from '../../protection/walls';
import { inspectionItems } from '../../protection/inspection';
import { resolveRules, type RuleSetId } from '../../rules';
import { formatLength, type UnitSystem } from '../../units';
import type { Level } from '../names';
import { between, drillKind } from './drill';
import { bookOf, clock, DAY, idOf, moment, type Said } from './morning';

/** A morning at a trench, minutes from midnight. `rain` was seen at a minute and `came` to hand at another. */
export interface GateFacts {
  depth: number;
  /** When each plan was issued: the last is in force. */
  issued: number[];
  inspected: { at: number; until: number; plan: number; no: boolean } | undefined;
  rain: { at: number; came: number } | undefined;
  now: number;
}
export type GateAnswer = 'open' | 'rain' | 'shift' | 'changed' | 'item' | 'never';

const TEXTS: Record<GateAnswer, string> = {
  open: 'Nothing: it is open',
  rain: 'It rained, and nobody looked since who knew of it',
  shift: 'The shift it was inspected for is over',
  changed: 'The plan was issued anew since the inspection',
  item: 'The inspection found something wanting',
  never: 'Nobody has inspected it',
};
const ANSWERS = Object.keys(TEXTS) as GateAnswer[];
/** How many answers are offered. */
const OFFERED = 4;

const LENGTH = 10;

/** A trench laid back as its class asks, so that nothing but what is asked can shut it. */
function laidBack(depth: number, ruleSet: RuleSetId): Run {
  const rules = resolveRules(ruleSet);
  const wall = { kind: 'batter' as const, ratio: classSlope(rules, 'C').ratio };
  const run = blankRun({ name: 'Trench', length: LENGTH, product: 'drain-160', cover: depth - 0.26, ruleSet });
  return {
    ...run,
    spoil: { ...run.spoil, corridorLeft: 20, corridorRight: 20 },
    reaches: run.reaches.map((reach) => ({ ...reach, soil: 'C', bottomWidth: 0.9, entry: true, left: wall, right: wall, endsBack: true })),
  };
}

/** What was entered in such a morning. */
function saidOf({ inspected, rain }: GateFacts, revisions: readonly PlannedRevision[], units: UnitSystem): Said[] {
  const said: Said[] = [];
  if (rain) said.push({ device: 'crew', ...rain, fact: { kind: 'happening', what: 'rain', where: null, note: '' } });
  const seen = inspected && revisions.find(({ number }) => number === inspected.plan);
  if (inspected && seen) {
    const range = { from: 0, to: LENGTH };
    const items = inspectionItems(seen.run, seen.rules, seen.plan, range, units).map((item, i) => ({
      ...item,
      ok: !(inspected.no && i === 0),
      note: '',
    }));
    const fact: Fact = { kind: 'inspection', ...range, until: moment(inspected.until), revision: seen.id, ladders: [2, 5, 8], items };
    said.push({ device: 'foreman', at: inspected.at, came: inspected.at, fact });
  }
  return said;
}

/** What the gate says, by the core. */
function asked(facts: GateFacts, ruleSet: RuleSetId, units: UnitSystem) {
  const job = { ...blankJob('Yard', ruleSet), units };
  const revisions = facts.issued.map((_, i): PlannedRevision => {
    // A plan issued anew asks for more to be looked at: it goes deeper.
    const run = laidBack(facts.depth + i * 0.3, ruleSet);
    return { id: idOf(i + 1), number: i + 1, job, run, rules: resolveRules(ruleSet), plan: planRun(job, run) };
  });
  const now = DAY + facts.now * 60_000;
  const gate = safeToEnter({ revisions, book: bookOf(saidOf(facts, revisions, units)), device: 'crew', heard: now, now, units });
  return { gate, stops: gate.reasons.filter(({ state }) => state === 'stop') };
}

/** Which answer a reason of the gate is; undefined: another than any that is asked. */
function answerOf({ id, what }: { id: string; what: string }): GateAnswer | undefined {
  if (id.startsWith('happening.')) return 'rain';
  if (id.startsWith('item.')) return what.startsWith('Found') ? 'item' : 'changed';
  if (id === 'changed') return 'changed';
  return id === 'inspection' ? (what === 'Not inspected' ? 'never' : 'shift') : undefined;
}

/** Why a gate is shut, or that it is open. Harder: what was known before the inspection, and what only came to hand after it. */
export const gateDrill = drillKind<GateFacts>({
  make: (chance, level) => {
    const at = between(chance, 390, 450, 5);
    const facts: GateFacts = {
      depth: between(chance, 1.3, 1.7, 0.1),
      issued: [between(chance, 360, 380, 5)],
      inspected: { at, until: 960, plan: 1, no: false },
      rain: undefined,
      now: between(chance, 600, 780, 15),
    };
    return happened(chance, level, facts);
  },
  pose: (facts, rules, units) => {
    const { gate, stops } = asked(facts, rules.id, units);
    const [reason] = stops;
    const answers = new Set<GateAnswer | undefined>(gate.where.length > 0 ? ['open'] : stops.map(answerOf));
    // Shut by more than one thing it has no one right answer, and is drawn again.
    const right = answers.size === 1 ? [...answers][0] : undefined;
    const said = reason
      ? `${reason.what}. ${reason.why}`
      : 'Everything bad was known to whoever inspected last, the plan is the one inspected, and the shift goes on.';
    const first = right === undefined ? 0 : ANSWERS.indexOf(right);
    // The right one and those after it, told in the order they always have.
    const offered = ANSWERS.filter((_, i) => (i - first + ANSWERS.length + facts.now / 15) % ANSWERS.length < OFFERED || i === first);
    return {
      question: `Safe to enter at ${clock(facts.now)}: what shuts it?`,
      given: [`A trench ${formatLength(facts.depth, units)} deep, laid back as its ground asks`, ...timeline(facts)],
      choices: offered.map((answer) => ({
        id: answer,
        text: TEXTS[answer],
        right: answer === right,
        why: [answer === right || right === 'open' ? said : `What shuts it is another thing: ${said}`],
      })),
      reasoning: [
        said,
        'A gate is worked out from the plan in force, the book and the clock, each time; what is not known counts against. A competent person opens it, nobody else.',
      ],
    };
  },
});

/** What happens in the morning, by the level. */
function happened(chance: Chance, level: Level, facts: GateFacts): GateFacts {
  const { inspected, now } = facts;
  if (!inspected) return facts;
  const after = between(chance, inspected.at + 15, now - 15, 5);
  const before = inspected.at - 10;
  const plain: GateFacts[] = [
    facts,
    { ...facts, rain: { at: after, came: after } },
    { ...facts, inspected: { ...inspected, until: now - 15 } },
    { ...facts, issued: [...facts.issued, after] },
    { ...facts, inspected: { ...inspected, no: true } },
    { ...facts, inspected: undefined },
  ];
  const known: GateFacts[] = [
    { ...facts, rain: { at: before, came: before } },
    { ...facts, issued: [facts.issued[0] as number, before], inspected: { ...inspected, plan: 2 } },
    { ...facts, issued: [...facts.issued, after], rain: { at: before, came: before } },
  ];
  const late: GateFacts[] = [
    { ...facts, rain: { at: before, came: after } },
    { ...facts, rain: { at: before, came: after }, issued: [facts.issued[0] as number, before], inspected: { ...inspected, plan: 2 } },
  ];
  const some = level === 1 ? plain : level === 2 ? [...plain, ...known] : [...known, ...late, ...late];
  return pick(chance, some as [GateFacts, ...GateFacts[]]);
}

/** The morning line by line, in the order things happened. */
function timeline({ issued, inspected, rain }: GateFacts): string[] {
  const lines: { at: number; text: string }[] = issued.map((at, i) => ({ at, text: `Plan ${i + 1} issued` }));
  if (inspected)
    lines.push({
      at: inspected.at,
      text: `Inspected by plan ${inspected.plan}, ${inspected.no ? 'one question answered no' : 'every question answered yes'}, for a shift until ${clock(inspected.until)}`,
    });
  if (rain)
    lines.push({ at: rain.at, text: `It rained${rain.came > rain.at ? `; entered without a signal, heard at ${clock(rain.came)}` : ''}` });
  return lines.toSorted((a, b) => a.at - b.at).map(({ at, text }) => `${clock(at)} ${text}`);
}
