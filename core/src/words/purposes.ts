import { fittingNames } from '../catalogue';
import { formatFlow, formatHours, formatPressure, formatVolume } from '../units';
import { lengths, type Sentences } from './said';

const SOAKAWAY = 'What the storm brings less what floor and sides take meanwhile, by the stone’s pores; half empty within a day';

export const drainWords: Sentences<'drain'> = {
  'drain.soakaway': ({ facts: { why, holds, must, half } }, { units }) => ({
    what: {
      none: 'It ends in a soakaway and none is placed',
      untested: 'Nobody has tested how fast the ground at the soakaway takes water',
      never: 'The soakaway never empties: the ground takes no water',
      small: `The soakaway holds ${formatVolume(holds, units)}; of the storm it must hold ${formatVolume(must, units)}`,
      slow: `The soakaway takes ${formatHours(half / 3600)} to empty by half`,
      holds: '',
    }[why],
    why:
      why === 'never' || why === 'slow'
        ? 'The next rain finds it full: another outlet, or ground that takes water.'
        : why === 'untested'
          ? 'Fill a test hole three times and time it: what it holds follows from that.'
          : 'Water comes up where it stands.',
    basis: SOAKAWAY,
  }),
  'drain.rods': ({ facts: { length } }, reader) => ({
    what: `${lengths(reader)(length)} of drain no rod reaches`,
    why: 'It silts up. A rodding point at its head and on the way; an outlet in the open is a way in too.',
    basis: 'Usual: rods pushed by hand reach 45 m',
  }),
};

export const houseWords: Sentences<'house'> = {
  'house.piece': ({ facts: { length, stock, joints } }, reader) => ({
    what: `In one piece it takes ${lengths(reader)(length)}; it comes in ${lengths(reader)(stock)}: ${joints} in the ground`,
    why: 'A joint under a drive is the one that is dug up again.',
    basis: 'Way, rise at the wall and half a metre at each end',
  }),
  'house.sleeve': ({ facts: { round, least } }, reader) => ({
    what: `${lengths(reader)(round, 'size')} round the pipe in its sleeve`,
    why: 'No seal goes in, and the wall sits on the pipe.',
    basis: `Usual: ${lengths(reader)(least, 'size')} all round for a seal; the seal’s maker rules`,
  }),
  'house.order': ({ facts: { before, after } }) => ({
    what: `${fittingNames[before]} stands before ${fittingNames[after].toLowerCase()}`,
    why: 'What shuts comes before what reads, and what keeps water from flowing back after it.',
    basis: 'Usual order; the supplier rules',
  }),
};

export const loopsWords: Sentences<'loops'> = {
  'loops.purge': ({ facts: { needed, gives, loops } }, { units }) => ({
    what: `To carry the air out it takes ${formatFlow(needed, units)}; the pump gives ${formatFlow(gives, units)}`,
    why: `${loops} loops are too many at once: valves that let it take fewer, or a larger pump.`,
    basis: '0.6 m/s in every loop that is open and in the header',
  }),
  'loops.uneven': ({ facts: { apart, most } }, { units }) => ({
    what: `Between the nearest loop and the furthest it differs by ${formatPressure(apart, units)} of ${formatPressure(most, units)}`,
    why: 'The near loops take the flow the far ones lack.',
    basis: 'Darcy and Weisbach along each way; a tenth is usual',
  }),
  'loops.pipe': () => ({
    what: 'The pipe of the loops is in no catalogue',
    why: 'Nothing of them is worked out until another is chosen.',
    basis: 'The catalogue and the job’s own lines',
  }),
};
