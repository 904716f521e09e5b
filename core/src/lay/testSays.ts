import { formatFluid } from '../units/fluid';
import { formatFlow, formatLength, formatVelocity, formatArea, type UnitSystem } from '../units';
import { formatMinutes, formatOhms, formatTestPressure } from '../units/gauge';
import type { TestFigure, TestHeld, TestLack, TestQuantity, TestVerdict } from './tests';

/** A figure of a test as its reader reads it. */
export function sayQuantity(quantity: TestQuantity | TestFigure['quantity'], value: number, units: UnitSystem): string {
  switch (quantity) {
    case 'pressure':
      return formatTestPressure(value, units);
    case 'volume':
      return formatFluid(value, units);
    case 'ohms':
      return formatOhms(value);
    case 'ohmKm':
      return `${formatOhms(value)}·km`;
    case 'size':
      return formatLength(value, units, 'size');
    case 'speed':
      return formatVelocity(value, units);
    case 'flow':
      return formatFlow(value, units);
    case 'minutes':
      return formatMinutes(value);
    case 'area':
      return formatArea(value, units);
    case 'count':
      return String(Number(value.toFixed(1)));
  }
}

const HELD: Record<TestHeld['id'], string> = {
  lost: 'Lost',
  madeUp: 'Filled up',
  through: 'Mandrel through',
  insulation: 'Insulation, worst core, at 20 °C',
  conductor: 'Conductor, worst core',
  speed: 'Velocity in each loop',
  turnover: 'Turned over, times',
  air: 'No air at the end',
  both: 'Both ways',
};

/** One thing a test is held to, in a line. */
export function sayHeld({ id, quantity, value, limit, sense, ok }: TestHeld, units: UnitSystem): string {
  if (id === 'air' || id === 'both' || id === 'through') return `${HELD[id]}: ${ok ? 'yes' : 'no'}`;
  const show = (figure: number) => sayQuantity(quantity, figure, units);
  return `${HELD[id]} ${show(value)}: ${sense === 'most' ? `${show(limit)} may be` : `${show(limit)} is asked for`}`;
}

const FIGURES: Record<TestFigure['id'], string> = {
  start: 'Start at least at',
  drop: 'May lose',
  timeEn: 'EN 1610, method LC, holds',
  timeUs: 'US 3.5 to 2.5 psi holds',
  wetted: 'Wetted inside',
  perKm: 'Of a kilometre',
  expected: 'By its length',
  makeUp: 'May be pumped in to bring it back',
  flowLoop: 'Flow in each loop',
  flowAll: 'Flow of all at once',
  head: 'Pump against',
  volume: 'Water in them',
};
export const sayFigure = ({ id, quantity, value }: TestFigure, units: UnitSystem): { name: string; value: string } => ({
  name: FIGURES[id],
  value: sayQuantity(quantity, value, units),
});

/** Why nothing can be told of a test, and what to do. */
export function sayTestLack(lack: TestLack, units: UnitSystem): string {
  const pressure = (value: number) => formatTestPressure(value, units);
  switch (lack.code) {
    case 'few':
      return lack.asked > 0
        ? `Too few readings: from the start to ${formatMinutes(lack.asked)}${lack.asked > 10 ? ', one between at least' : ''}; the last is at ${formatMinutes(lack.last)}.`
        : 'Too few readings: one of each core.';
    case 'backwards':
      return `Time runs backwards: ${formatMinutes(lack.minute)} comes after ${formatMinutes(lack.before)}.`;
    case 'rising':
      return `The pressure rose by ${pressure(lack.by)} to ${formatMinutes(lack.minute)}, more than warmth explains: let it settle, and begin again.`;
    case 'falling':
      return `Less had been filled up at ${formatMinutes(lack.minute)} than before: type all that was filled up since the start.`;
    case 'offScale':
      return 'A reading lies past the end of the gauge’s scale: is it the unit, or another gauge?';
    case 'gauge':
      return `That gauge is too coarse: a fall of ${pressure(lack.drop)} cannot be read on a scale to ${pressure(lack.most)}. Take one to ${pressure(lack.drop * 25)} at most.`;
    case 'low':
      return `It began at ${pressure(lack.was)}: pump it up to ${pressure(lack.asked)} at least, and begin again.`;
    case 'settle':
      return `It settled for ${formatMinutes(lack.was)}: let it settle ${formatMinutes(lack.asked)} before the clock is started.`;
    case 'plugs':
      return 'Plugs that are not held can fly out: hold them first, everybody out of their way.';
    case 'head':
      return `The head is ${pressure(lack.was)}: between ${pressure(lack.least)} and ${pressure(lack.most)} it says something.`;
    case 'small':
      return `A mandrel of ${formatLength(lack.was, units, 'size')} proves nothing: ${formatLength(lack.asked, units, 'size')} is asked for.`;
    case 'notThis':
      return 'This line cannot be tested that way: nothing is known to hold it against.';
  }
}

/** What came of a test, in a sentence. */
export const saidOfTest = ({ lacks, held }: TestVerdict, units: UnitSystem): string =>
  lacks.length > 0
    ? lacks.map((lack) => sayTestLack(lack, units)).join(' ')
    : `${held
        .filter(({ ok }) => !ok)
        .concat(held.every(({ ok }) => ok) ? held : [])
        .map((one) => sayHeld(one, units))
        .join('; ')}.`;
