import { pick } from '../../chance';
import { planeAt, planeOf, readingAt, type Plane } from '../../dig/plane';
import { formatLength, formatStation } from '../../units';
import { between, drillKind, figures } from './drill';

/** An instrument set up, and what it reads or is to read on a level. Metres; falls as ratios in the direction of stations. */
export interface StaffFacts {
  benchmark: number;
  backsight: number;
  /** Of the plane of sight, from the station `from`. */
  fall: number;
  from: number;
  station: number;
  design: number;
  /** What stands on the staff when asked how the floor lies; undefined: what it has to read is asked. */
  read: number | undefined;
}

const plane = ({ benchmark, backsight, fall, from }: StaffFacts): Plane =>
  planeOf({ benchmark: { id: 'bm', name: 'BM', level: benchmark }, backsight, fall, from });

/** Readings of a staff against a design level. Harder: a plane that falls, then how far off a floor is. */
export const staffDrill = drillKind<StaffFacts>({
  make: (chance, level) => {
    // Falls of whole millimetres a metre: what the staff reads is what can be read on one.
    const facts = {
      benchmark: between(chance, 8, 14, 0.005),
      backsight: between(chance, 0.8, 2, 0.005),
      fall: level === 1 ? 0 : pick(chance, [1 / 40, 1 / 50, 1 / 100, 1 / 125] as const),
      from: level === 1 ? 0 : pick(chance, [0, 5, 10] as const),
      station: between(chance, 12, 40, 1),
    };
    const depth = between(chance, 0.8, 2, 0.005);
    const design = Number((facts.benchmark - depth).toFixed(3));
    const reading = readingAt(plane({ ...facts, design, read: undefined }), facts.station, design);
    const off = level === 3 ? pick(chance, [-0.04, -0.025, -0.015, 0.015, 0.03, 0.045] as const) : undefined;
    return { ...facts, design, read: off === undefined ? undefined : Number((reading - off).toFixed(3)) };
  },
  pose: (facts, _, units) => {
    const { benchmark, backsight, fall, from, station, design, read } = facts;
    const sight = plane(facts);
    const height = planeAt(sight, station);
    const reading = readingAt(sight, station, design);
    const show = (metres: number) => formatLength(metres, units, 'level');
    const lines = [
      `Height of the instrument: ${show(benchmark)} + ${show(backsight)} = ${show(sight.height)}.`,
      ...(fall === 0 ? [] : [`Its plane at ${formatStation(station, units)}: ${show(height)}.`]),
      `To read: ${show(height)} − ${show(design)} = ${show(reading)}.`,
    ];
    const given = [
      `Benchmark ${show(benchmark)}, backsight ${show(backsight)}`,
      ...(fall === 0 ? ['Plane level'] : [`Plane falls 1:${Math.round(1 / fall)} with the stations, from ${formatStation(from, units)}`]),
      `Floor by design at ${formatStation(station, units)}: ${show(design)}`,
      ...(read === undefined ? [] : [`The staff reads ${show(read)}`]),
    ];
    const drawing = { kind: 'staff' as const, plane: height, level: design, ground: benchmark, falls: fall };
    const basis = 'Source: HI = benchmark + backsight; P(s) = HI − g·(s − s₀); reading = P − level.';
    if (read === undefined)
      return {
        question: 'What has the staff to read on the floor there?',
        given,
        choices: figures(
          reading,
          lines.slice(-1),
          [
            ...(fall === 0
              ? []
              : [
                  { value: sight.height - design, why: 'As if the plane were level: it has fallen on the way there.' },
                  { value: sight.height + fall * (station - from) - design, why: 'The plane falls with the stations; this lets it rise.' },
                ]),
            { value: benchmark - design, why: 'That is how far the floor lies below the benchmark; the backsight is forgotten.' },
            { value: benchmark - backsight - design, why: 'The backsight is added to the benchmark, not taken off.' },
            { value: reading + backsight, why: 'Counts the backsight twice.' },
            { value: reading - fall * station, why: 'The plane is lowered once more by its fall from the very start.' },
            { value: backsight, why: 'That is the reading on the benchmark, not on the floor.' },
            // Nobody reads less than nothing off a staff: such a slip gives itself away.
          ].filter(({ value }) => value > 0),
          show,
        ),
        reasoning: [...lines, basis],
        drawing,
      };
    const off = Number((reading - read).toFixed(6));
    const say = (metres: number) => `${formatLength(Math.abs(metres), units, 'size')} too ${metres > 0 ? 'high' : 'deep'}`;
    const found = `It reads ${show(read)}, asked is ${show(reading)}: ${read < reading ? 'less' : 'more'} on the staff is ${read < reading ? 'higher' : 'deeper'} ground.`;
    return {
      question: 'How does the floor lie?',
      given,
      choices: figures(
        off,
        [found],
        [
          { value: -off, why: 'Turned round: more on the staff is deeper, less is higher.' },
          { value: Number((sight.height - design - read).toFixed(6)), why: 'As if the plane were level: it has fallen on the way there.' },
          {
            value: Number((sight.height + fall * (station - from) - design - read).toFixed(6)),
            why: 'The plane falls with the stations; this lets it rise.',
          },
          { value: 2 * off, why: 'Counts the difference twice.' },
        ],
        say,
      ),
      reasoning: [...lines, found, basis],
      drawing,
    };
  },
});
