import { SELF_CLEANSING_BASIS } from '../catalogue';
import { formatFlow, formatGradient, formatStation, formatVelocity } from '../units';
import { about, CHECK_CODE, lengths, type Reader, type Sentences } from './said';

const degrees = (radians: number): string => `${Math.round((radians * 180) / Math.PI)}°`;
const STANDING_WATER = 'Water stands in the low places and the pipe silts up.';
const leastFall = (least: number, { units }: Reader): string =>
  `Usual least fall for this bore: ${formatGradient(least, units)}; ${CHECK_CODE}`;

export const alignmentWords: Sentences<'alignment'> = {
  'alignment.onCover': ({ facts: { name, least } }, reader) => ({
    what: about(name, 'a gravity pipe on constant cover follows every rise of the ground'),
    why: STANDING_WATER,
    basis: leastFall(least, reader),
  }),
  'alignment.fall': ({ facts: { name, fall, least, backwards } }, reader) => ({
    what: about(
      name,
      backwards
        ? `falls backwards, ${formatGradient(fall, reader.units)}`
        : `falls ${formatGradient(fall, reader.units)}, flatter than ${formatGradient(least, reader.units)}`,
    ),
    why: STANDING_WATER,
    basis: leastFall(least, reader),
  }),
  'alignment.velocity': ({ facts: { velocity, wanted, roughness } }, { units }) => ({
    what: `Flows at ${formatVelocity(velocity, units)} half full; ${formatVelocity(wanted, units)} keeps it clean`,
    why: 'What settles in a slow drain stays there.',
    basis: `${SELF_CLEANSING_BASIS}; Manning, n ${roughness}`,
  }),
  'alignment.capacity': ({ facts: { carries, wanted, roughness } }, { units }) => ({
    what: `Carries ${formatFlow(carries, units)} full; ${formatFlow(wanted, units)} is to come`,
    why: 'It backs up and floods at the lowest opening.',
    basis: `Manning, n ${roughness}, full bore, against the rational method Q = C·i·A`,
  }),
  'alignment.bend': ({ facts: { name, turn, station } }, { units }) => ({
    what: about(name, `turns ${degrees(turn)} at ${formatStation(station, units)} with nothing there to turn in`),
    why: 'A straight pipe does not bend: joints open, leak and let roots in.',
    basis: `Rigid drain runs straight from structure to structure; ${CHECK_CODE}`,
  }),
  'alignment.bendRoom': ({ facts: { name, turn, needed, room, radius } }, reader) => ({
    what: about(name, `a turn of ${degrees(turn)} needs ${lengths(reader)(needed)} each side; there is ${lengths(reader)(room)}`),
    why: 'Bent tighter it kinks or its insulation is hurt.',
    basis: `Tightest bend of this line ${lengths(reader)(radius)}; the maker’s sheet rules`,
  }),
  'alignment.ease': ({ facts: { name, radius } }, reader) => ({
    what: about(name, `the ground steps more sharply than this line may bend (${lengths(reader)(radius)})`),
    why: 'Dig deeper before and after the step so that the line eases over it.',
    basis: 'Tightest bend of the line; the maker’s sheet rules',
  }),
  'alignment.pitsMeet': ({ facts: { over } }, reader) => ({
    what: `The launch and receiving pits meet: ${lengths(reader)(over)} too long together`,
    why: 'Nothing is left to bore.',
    basis: 'Reach less both pits',
  }),
};
