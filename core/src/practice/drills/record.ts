import { pick } from '../../chance';
import type { Level, Skill } from '../names';
import { airDrill } from './air';
import { drawn, drillKind, type Choice, type DrillKind, type Posed } from './drill';
import { liftsDrill } from './lifts';
import { slingDrill } from './sling';
import { soilDrill } from './soil';
import { staffDrill } from './staff';
import { stripDrill } from './strip';

/** What a line of a record can be about: whatever is asked by itself and answered in a few words. */
const LINES = {
  soil: soilDrill,
  strip: stripDrill,
  staff: staffDrill,
  sling: slingDrill,
  air: airDrill,
  lifts: liftsDrill,
} as const satisfies Partial<Record<Skill, unknown>>;
type LineId = keyof typeof LINES;
const lineIds = Object.keys(LINES) as LineId[];
const kindOf = (id: LineId) => LINES[id] as DrillKind<unknown>;

/** A line of the record: what it is about, and whether it says what comes of that. `which` of the wrong answers it says else. */
export interface RecordLine {
  of: LineId;
  facts: unknown;
  wrong: boolean;
  which: number;
}
export interface RecordFacts {
  lines: RecordLine[];
  turn: number;
}

/** Lines, and how many of them are wrong, by the level. */
const SIZE: Record<Level, readonly [lines: number, wrong: number]> = { 1: [4, 1], 2: [5, 2], 3: [6, 3] };

/** What a line says, and what it should. */
function said({ wrong, which }: RecordLine, posed: Posed): { text: string; says: Choice; right: Choice } | undefined {
  const right = posed.choices.find((choice) => choice.right);
  const others = posed.choices.filter((choice) => !choice.right);
  const says = wrong ? others[which % others.length] : right;
  return right && says && { right, says, text: `${posed.given.join('; ')}. ${posed.question} Entered: ${says.text}` };
}

/** Numbers of lines in words. @example listed([1, 3, 4]) // '1, 3 and 4' */
const listed = (lines: readonly number[]): string =>
  lines.length < 2 ? lines.join('') : `${lines.slice(0, -1).join(', ')} and ${lines.at(-1)}`;

/** Which lines of a record do not stand: each is worked out by itself. */
export const recordDrill = drillKind<RecordFacts>({
  make: (chance, level) => {
    const [count, faults] = SIZE[level];
    const wrong = new Set(
      drawn(
        chance,
        Array.from({ length: count }, (_, i) => i),
        faults,
      ),
    );
    const lines = drawn(chance, lineIds, count).map((of, i): RecordLine => ({
      of,
      facts: kindOf(of).make(chance, level),
      wrong: wrong.has(i),
      which: Math.floor(chance() * 6),
    }));
    return { lines, turn: pick(chance, [0, 1, 2, 3]) };
  },
  fair: ({ lines }, rules) => lines.every(({ of, facts }) => kindOf(of).fair?.(facts, rules) ?? true),
  pose: ({ lines, turn }, rules, units) => {
    const read = lines.map((line) => said(line, kindOf(line.of).pose(line.facts, rules, units)));
    const right = lines.flatMap(({ wrong }, i) => (wrong ? [i] : []));
    // Each of the others takes a line that stands for one that does not.
    const sets = [right];
    for (let i = 0; sets.length < OFFERED && i < lines.length * lines.length; i++) {
      const [out, into] = [right[i % right.length] as number, (i + turn) % lines.length];
      const other = [...right.filter((one) => one !== out), into].sort((a, b) => a - b);
      if (new Set(other).size === right.length && !sets.some((one) => one.join() === other.join())) sets.push(other);
    }
    const stands = (i: number): string => `Line ${i + 1} stands: ${read[i]?.right.why.join(' ') ?? ''}`;
    const fails = (i: number): string =>
      `Line ${i + 1} does not stand: ${read[i]?.says.why.join(' ') ?? ''} Right would be: ${read[i]?.right.text ?? ''}.`;
    const choices = sets.map((set, i): Choice => ({
      id: listed(set.map((one) => one + 1)),
      text: `${set.length === 1 ? 'Line' : 'Lines'} ${listed(set.map((one) => one + 1))}`,
      right: i === 0,
      why:
        i === 0
          ? set.map(fails)
          : [...set.filter((one) => !right.includes(one)).map(stands), ...right.filter((one) => !set.includes(one)).map(fails)],
    }));
    return {
      question:
        right.length === 1
          ? 'One line of this record does not stand. Which?'
          : `${right.length === 2 ? 'Two' : 'Three'} lines of this record do not stand. Which?`,
      given: read.map((line, i) => `${i + 1}. ${line?.text ?? ''}`),
      // A line that cannot be told makes no drill.
      choices: read.includes(undefined) ? [] : choices.toSorted((a, b) => (a.id < b.id ? -1 : 1)),
      reasoning: [...right.map(fails), 'Whoever signs a record has worked out again what it says, or had it worked out.'],
    };
  },
});
/** How many answers are offered. */
const OFFERED = 4;
