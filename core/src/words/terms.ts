/** A term of the trade and what it means, in a sentence anybody on site understands. */
export interface Term {
  name: string;
  /** Other forms it appears in. */
  also: readonly string[];
  meaning: string;
}

const term = (name: string, meaning: string, ...also: string[]): Term => ({ name, also, meaning });

/** The terms the screens use, in the order of the alphabet. */
export const terms: readonly Term[] = [
  term('As dug', 'What was really dug, measured in the trench, as against what was planned.'),
  term('Backsight', 'What the rod reads on a benchmark: it tells how high the instrument stands.', 'sight back', 'sights back'),
  term('Bank', 'Soil as it lies in the ground, before it is dug. A cubic metre in the bank is more than one on the heap.', 'in the bank'),
  term(
    'Batter',
    'A trench side laid back to a slope so that it stands. 1:1 goes one out for every one up.',
    'batters',
    'battered',
    'laid back',
  ),
  term('Bed', 'The layer under a pipe or cable that it rests on evenly.', 'bedding'),
  term('Bench', 'A trench side cut in steps instead of one slope.', 'benches', 'benched'),
  term('Benchmark', 'A point whose level is known and does not move: every level on site hangs on one.', 'benchmarks'),
  term('Chainage', 'Distance along the run from where it begins.', 'station', 'stations'),
  term('Chamber', 'A pit that stays, where lines meet or turn and can be got at.', 'chambers', 'manhole'),
  term('Clear to dig', 'The gate that opens when permit, locates, marks and way in say that digging may begin.'),
  term('Competent person', 'Somebody who knows the dangers of a trench, looks for them, and may stop the work.'),
  term('Corridor', 'The ground beside the trench that may be used: for heaps, machine and way along.'),
  term('Cover', 'Depth of ground over the top of a pipe or cable.'),
  term('Crown', 'The top of a pipe, outside.'),
  term('Egress', 'The way out of a trench: a ladder, steps or a ramp, near enough to be reached.', 'ladder', 'ladders'),
  term('Expose', 'To dig down to a buried line by hand and see where it really lies.', 'exposed', 'exposure', 'trial pit', 'trial hole'),
  term('Fall', 'How much a line drops along its length: 1:80 drops one in eighty.', 'gradient'),
  term('Findings', 'What the plan was checked for and does not hold: a stop must be mended, a caution weighed, a note known.', 'finding'),
  term('Hand-dig window', 'The strip round a marked line where no machine may dig.', 'hand-dig windows', 'window', 'windows'),
  term('Haunch', 'The fill packed under the sides of a pipe, which carries it.', 'haunches', 'haunching'),
  term('Invert', 'The lowest point inside a pipe: where the water runs.', 'inverts'),
  term('Issued plan', 'A numbered copy of the plan the crew works to. It does not change; a new one takes its place.', 'issued', 'issue'),
  term('Lift', 'One layer of fill, put in and compacted before the next.', 'lifts'),
  term('Lip', 'The edge of the trench at ground level.'),
  term('Locate', 'Asking the owners of buried lines where they lie, and finding them with instruments.', 'locates', 'locator'),
  term('Loose', 'Soil once it is dug: it takes up more room than it did in the ground.'),
  term('No-dig', 'Putting a line in by boring or pushing, without a trench.', 'bored', 'bore', 'bores'),
  term('Pass', 'Once along the trench with a bucket of one width.', 'passes', 'bucket passes'),
  term(
    'Protection',
    'What keeps the sides of a trench from falling on people: slope, benches, boxes, sheets or shores.',
    'protective system',
    'supports',
  ),
  term('Reach', 'A stretch of the run dug in one way, with one width, walls and bed.', 'reaches'),
  term('Safe to enter', 'The gate that opens, hole by hole, when protection stands, was looked at in time, and air and water are known.'),
  term(
    'Set-up',
    'One place the machine stands and all it digs from there; of an instrument: how it stands over the work until it is moved.',
    'set-ups',
  ),
  term('Setback', 'How far heaps and machines keep off the lip.', 'setbacks'),
  term('Shores', 'Struts that press both sides of a trench apart so that they stand.', 'shore', 'shored'),
  term('Spoil', 'The soil that comes out of the trench.'),
  term('Staff', 'A rod with figures, stood on a level and read from the instrument.', 'rod'),
  term('Strike', 'Touching a known level with the teeth, so that the sensors on the arm know where they are.', 'struck', 'struck again'),
  term('Surplus', 'Spoil that does not go back in and has to be taken away.'),
  term('Surround', 'Fine fill round and over a pipe or cable, between the bed and the spoil put back.', 'surrounds'),
  term('Swell', 'How much more room soil takes once it is dug.', 'bulking'),
  term(
    'Trench box',
    'A ready-made frame of two walls and struts that people work inside.',
    'trench boxes',
    'box',
    'boxes',
    'shield',
    'shields',
  ),
  term('Waling', 'A beam along the sheets of a trench that hands their load to the struts.', 'walings'),
];

/** Letters and hyphens make a word; a term within a longer one is another. */
const pattern = ({ name, also }: Term): RegExp => new RegExp(`(?<![\\p{L}-])(?:${[name, ...also].join('|')})(?![\\p{L}-])`, 'iu');
const patterns = terms.map(pattern);

/** The terms a text uses, in the order of the list. */
export const termsIn = (text: string): Term[] => terms.filter((_, i) => patterns[i]?.test(text));
