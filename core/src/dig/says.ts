import { beddings } from '../catalogue';
import { extent } from '../alignment/ground';
import { momentOf, type LevelMeans } from '../book';
import type { Range } from '../geometry';
import type { PlaceSupport } from '../protection';
import type { Rules } from '../rules';
import type { Run } from '../job';
import type { Place } from '../trench';
import { figuresIn, formatGradient, formatLength, formatMass, formatStation, formatStretch, formatVolume, type UnitSystem } from '../units';
import { faultWords } from '../words/protection';
import type { Reader } from '../words';
import type { AsDug, CheckDoubt } from './asDug';
import { fallWords } from './faults';
import { holeFaults } from './hole';
import type { Designs } from './design';
import type { Instrument } from './instruments';
import { planeAt } from './plane';
import type { DigLevels, DigReport } from './report';

/** Something the checks say, where, and what to do about it. */
export interface DigNote extends Range {
  id: string;
  state: 'stop' | 'caution' | 'note';
  what: string;
  todo: string;
}

interface Told {
  report: DigReport;
  places: readonly Place[];
  supports: readonly PlaceSupport[];
  rules: Rules;
  units: UnitSystem;
}

const GRAVITY = { stop: 0, caution: 1, note: 2 };

/** Everything the checks say, the gravest first, then by station. */
export function digNotes(told: Told): DigNote[] {
  return [...faultNotes(told), ...layerNotes(told), ...holeNotes(told), ...bookNotes(told)].sort(
    (a, b) => GRAVITY[a.state] - GRAVITY[b.state] || a.from - b.from,
  );
}

const millimetres = (metres: number, units: UnitSystem): string =>
  units === 'metric' ? `${Math.round(Math.abs(metres) * 1000)} mm` : formatLength(Math.abs(metres), units, 'level');

/** How far off in a few letters: `12 mm deep`, `8 mm high`, `on level`. */
export const offWords = (off: number, units: UnitSystem): string =>
  Math.abs(off) < 0.0005 ? 'on level' : `${millimetres(off, units)} ${off < 0 ? 'deep' : 'high'}`;

const LAYERS = { bottom: 'The bottom', bed: 'The bed', pipe: 'The pipe', finished: 'The finished level' } as const;

function layerNotes({ report, rules, units }: Told): DigNote[] {
  return report.layers.flatMap(({ layer, stretches, ponds, bumps }): DigNote[] => [
    ...stretches
      .filter(({ beyond }) => beyond)
      .map(({ from, to, side, most, at, volume }): DigNote => {
        const where = formatStretch({ from, to }, units);
        const worst = `${millimetres(most, units)} at ${formatStation(at, units)}`;
        if (side === 'high')
          return {
            id: `${layer}.high.${from}`,
            state: 'caution',
            from,
            to,
            what: `${LAYERS[layer]} is too high, ${where}: ${worst}`,
            todo: layer === 'bottom' ? `Still to dig: ${formatVolume(volume, units)}.` : 'Take it down, and check it again.',
          };
        const fills = layer === 'bottom' ? (report.overDug.find((one) => one.from === from)?.fills ?? []) : [];
        return {
          id: `${layer}.deep.${from}`,
          state: 'caution',
          from,
          to,
          what: `${LAYERS[layer]} is too deep, ${where}: ${worst}`,
          todo:
            fills.length > 0
              ? `Fill with ${fills.map((one) => `${figuresIn(beddings[one.material].name, units).toLowerCase()}, ${cubic(one.volume, units)} compacted`).join('; ')}: never with spoil.`
              : 'Bring it up with bedding, tamp it, and check it again.',
        };
      }),
    ...ponds.map(({ from, to, depth, at, over }): DigNote => ({
      id: `${layer}.pond.${from}`,
      state: layer === 'bottom' ? 'caution' : 'stop',
      from,
      to,
      what: `${LAYERS[layer]} falls back, ${formatStretch({ from, to }, units)}: ${millimetres(depth, units)} of water stands at ${formatStation(at, units)}`,
      todo: `It has to pass ${formatStation(over, units)}: take that down, or bring ${formatStation(at, units)} up.`,
    })),
    ...bumps.map(({ station, off }): DigNote => ({
      id: `${layer}.bump.${station}`,
      state: 'caution',
      from: station,
      to: station,
      what: `${off > 0 ? 'A hump' : 'A hollow'} of ${millimetres(off, units)} at ${formatStation(station, units)} beside its neighbours`,
      todo: off > 0 ? 'Take it down: a pipe rides on it.' : 'Fill it with bedding and tamp it: a pipe hangs over it.',
    })),
    ...(layer === 'bottom'
      ? report.unchecked.map(({ from, to }): DigNote => ({
          id: `unchecked.${from}`,
          state: 'note',
          from,
          to,
          what: `Nobody checked ${formatStretch({ from, to }, units)}`,
          todo: `A level at least every ${formatLength(rules.levelApart.value ?? 0, units)}. ${figuresIn(rules.levelApart.basis, units)}.`,
        }))
      : []),
  ]);
}

/** Small volumes to the litre or so, as they are carried by hand. */
const cubic = (volume: number, units: UnitSystem): string => (units === 'metric' ? `${volume.toFixed(3)} m³` : formatVolume(volume, units));

/** What is wrong with how the machine digs, and with its strikes. */
function faultNotes({ report, units }: Told): DigNote[] {
  const { fault, rereads, checks } = report;
  const [first, last] = [checks[0], checks.at(-1)];
  const whole = { from: first?.station ?? 0, to: last?.station ?? 0 };
  const sure = (error: number, what: string) =>
    `From ${fault?.checks} checks over ${fault?.places} places; sure to ${what === 'slope' ? `${(error * 200).toFixed(2)} %` : millimetres(2 * error, units)}.`;
  const notes: DigNote[] = rereads.map(({ check, off }) => ({
    id: `reread.${check.id}`,
    state: 'caution',
    from: check.station,
    to: check.station,
    what: `The cut at ${formatStation(check.station, units)} reads ${millimetres(off, units)} ${off > 0 ? 'higher' : 'deeper'} than the first time`,
    todo: 'Strike again off the plane, touch a clean edge of the bucket, and read that cut once more before digging on.',
  }));
  if (fault?.kind === 'slope')
    notes.push({
      ...whole,
      id: 'fault.slope',
      state: 'stop',
      what: `A staircase: within each place the bottom ${fault.slope > 0 ? 'runs high' : 'runs deep'} by ${formatGradient(Math.abs(fault.slope), units)} and jumps ${millimetres(fault.step, units)} at each move. The slope is missing in the machine`,
      todo: `Set the slope in the machine, strike again, and read an earlier cut. ${sure(fault.error, 'slope')}`,
    });
  else if (fault?.kind === 'plane')
    notes.push({
      ...whole,
      id: 'fault.plane',
      state: 'stop',
      what: `The bottom runs off all along by ${formatGradient(Math.abs(fault.slope), units)}, moves or not: the plane falls otherwise than it was set up`,
      todo: `Check the grade set on the laser and its axis, and sight back. ${sure(fault.error, 'slope')}`,
    });
  else if (fault?.kind === 'bias')
    notes.push({
      ...whole,
      id: 'fault.bias',
      state: 'stop',
      what: `Everywhere ${offWords(fault.off, units)}: benchmark, worn tooth or rod`,
      todo: `Sight back on the benchmark, measure the tooth, look at the foot of the rod. ${sure(fault.error, 'bias')}`,
    });
  return notes;
}

/** Widths, walls and supports as they were found. */
function holeNotes({ report, places, supports, rules, units }: Told): DigNote[] {
  const reader: Reader = { rules, units };
  return report.checks.flatMap((check): DigNote[] => {
    const place = places.find(({ id }) => id === check.design.place);
    if (!place || check.over) return [];
    const at = { from: check.station, to: check.station };
    return holeFaults(
      check,
      place,
      supports.find((one) => one.place === place.id),
      rules,
    ).map((fault): DigNote => {
      const id = `hole.${check.id}.${fault.kind}`;
      const where = formatStation(check.station, units);
      switch (fault.kind) {
        case 'wide':
          return {
            ...at,
            id,
            state: 'stop',
            what: `${formatLength(fault.found, units)} clear at ${where}: ${figuresIn(fault.supports, units)} opens to ${formatLength(fault.limit, units)}`,
            todo: 'It may not be packed out. Other supports, or the plan anew; nobody goes in.',
          };
        case 'narrow':
          return {
            ...at,
            id,
            state: 'caution',
            what: `${formatLength(fault.found, units)} clear at ${where}: ${figuresIn(fault.supports, units)} does not close under ${formatLength(fault.limit, units)}`,
            todo: 'Widen it before the supports are set.',
          };
        case 'tight':
          return {
            ...at,
            id,
            state: 'caution',
            what: `${formatLength(fault.found, units)} wide at ${where}, planned ${formatLength(fault.planned, units)}`,
            todo: 'Widen it: the line needs its room at both sides.',
          };
        case 'fault':
          return {
            ...at,
            id,
            state: 'stop',
            what: `As dug at ${where}, ${formatLength(fault.depth, units)} deep, ${'fault' in fault.fault ? faultWords(fault.fault.fault, place.soil, reader) : 'the supports are not those for it'}`,
            todo: 'Nobody goes in. Lay it back or support it; the competent person decides.',
          };
      }
    });
  });
}

const DOUBTS: Record<CheckDoubt, string> = {
  refused: 'the server refused it',
  withdrawn: 'it was said to be wrong',
  clock: 'the clock of its device is off',
  future: 'it is of a moment still to come',
  unreadable: 'its moment cannot be read',
  noSetUp: 'its set-up is not in the book',
  notClosed: 'its set-up did not close',
  elsewhere: 'it was read by an older plan, whose line lay elsewhere there',
  notTried: 'the sensors were not tried before it, or not since the bucket or a knock',
};
/** Why a check is not relied on, in a few words. */
export const doubtWords = (doubt: CheckDoubt): string => DOUBTS[doubt];

/** Set-ups that did not close, checks nobody can rely on or place. */
function bookNotes({ report, units }: Told): DigNote[] {
  const doubted = report.checks.filter(({ doubt, over }) => doubt !== undefined && !over);
  return [
    ...report.instruments.flatMap(({ id, closings, kept }): DigNote[] =>
      closings
        .filter(({ closes }) => !closes)
        .slice(-1)
        .map(({ off }) => ({
          id: `closing.${id}`,
          state: 'caution',
          from: kept.entry.fact.from,
          to: kept.entry.fact.from,
          what: `The sight back on ${kept.entry.fact.benchmark.name} is ${millimetres(off, units)} off`,
          todo: 'The instrument moved: set it up anew, and read again what is doubtful.',
        })),
    ),
    ...doubted.map((check): DigNote => ({
      id: `doubt.${check.id}`,
      state: 'caution',
      from: check.station,
      to: check.station,
      what: `The level at ${formatStation(check.station, units)} is doubtful: ${doubtWords(check.doubt as CheckDoubt)}`,
      todo: 'It stands in the book and counts for nothing; read it again.',
    })),
    ...report.unplaced.map(({ kept, why }): DigNote => {
      const { station } = kept.entry.fact;
      return {
        id: `unplaced.${kept.entry.id}`,
        state: 'caution',
        from: station,
        to: station,
        what:
          why === 'noSetUp'
            ? `The reading at ${formatStation(station, units)} tells no level: its set-up is not in the book`
            : `Nothing is dug open at ${formatStation(station, units)} by this plan, where a level was read`,
        todo: 'Read it again, or put it right.',
      };
    }),
  ];
}

/** How a set-up stands, in a line. */
export function instrumentWords({ inForce }: Pick<DigLevels, 'inForce'>, units: UnitSystem): string {
  if (!inForce) return 'No instrument is set up';
  const { means, benchmark, fall } = inForce.kept.entry.fact;
  return `${means === 'string' ? 'Lines strung' : 'Set up'} on ${benchmark.name}, plane ${formatLength(inForce.plane.height, units, 'level')} at ${formatStation(inForce.plane.from, units)}, ${fallWords(fall, units)}`;
}

/** What is read off each means: the figure to look for, and the head of its column. */
export const sightNames: Record<LevelMeans, { reads: string; column: string }> = {
  level: { reads: 'The rod reads', column: 'On the rod' },
  laser: { reads: 'The rod reads', column: 'On the rod' },
  string: { reads: 'The traveller is', column: 'Traveller' },
  pipeLaser: { reads: 'The beam is over it by', column: 'Under the beam' },
  sensors: { reads: 'The rod reads', column: 'On the rod' },
};

/** How high lines or a beam are over the ground at both ends: what profile boards are nailed to, and where a pipe laser shows. Empty for an instrument on legs. */
export function boardWords(run: Run, designs: Designs, { plane, kept }: Instrument, units: UnitSystem): string {
  const { means } = kept.entry.fact;
  if (means !== 'string' && means !== 'pipeLaser') return '';
  const { start, end } = extent(run);
  const over = (station: number): string[] => {
    const design = designs(station, null);
    if (!design) return [];
    const at = planeAt(plane, station);
    const height = means === 'string' ? at - design.ground : at - (design.invert ?? design.bottom);
    return [
      `${formatLength(Math.abs(height), units, 'level')} ${height < 0 ? 'under' : 'over'} the ${means === 'string' ? 'ground' : 'invert'} at ${formatStation(station, units)}`,
    ];
  };
  return `${means === 'string' ? 'Profile boards' : 'Target'}: ${[...over(start), ...over(end)].join(', ')}.`;
}

/** What fills an over-dig, as it is bought. */
export const fillWords = ({ material, volume, loose, mass, bags }: DigReport['fills'][number], units: UnitSystem): string =>
  `${figuresIn(beddings[material].name, units)}: ${cubic(volume, units)} compacted, ${cubic(loose, units)} loose, ${formatMass(mass, units)}, ${bags === 1 ? '1 bag' : `${bags} bags`}`;

/** Checks in the order they were made, newest first. */
export const newestFirst = (checks: readonly AsDug[]): AsDug[] => [...checks].sort((a, b) => momentOf(b.kept) - momentOf(a.kept));
