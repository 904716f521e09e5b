import {
  formatForce,
  formatHours,
  formatLength,
  formatGrain,
  formatMassOf,
  formatTemperature,
  formatVolume,
  figuresIn,
  type UnitSystem,
} from '../units';
import { formatMinutes } from '../units/gauge';
import { beddings } from '../catalogue';
import type { Fill } from '../trench';
import type { DrumFault, Threading } from './cable';
import type { JointFault } from './jointFaults';
import type { LiftFault } from './lift';
import type { HoleFault } from './wallHole';

/** Why a joint does not stand, in a sentence. */
export function sayJointFault(fault: JointFault, units: UnitSystem): string {
  switch (fault.code) {
    case 'notHome':
      return 'It is not home to its mark.';
    case 'notSquare':
      return 'The pipe is not cut square.';
    case 'notScraped':
      return 'The pipe was not scraped.';
    case 'phases':
      return 'The phases are not as marked.';
    case 'noKit':
      return 'No kit is named.';
    case 'turns':
      return `${fault.was} turns past snug: ${fault.least} to ${fault.most} hold.`;
    case 'plate':
      return `The plate had ${formatTemperature(fault.was, units)}: ${formatTemperature(fault.least, units)} to ${formatTemperature(fault.most, units)}.`;
    case 'bead':
      return `The bead is ${formatGrain(fault.was, units)} high: ${formatGrain(fault.least, units)} at least.`;
    case 'soak':
      return `Heated for ${Math.round(fault.was)} s: ${Math.round(fault.least)} s at least.`;
    case 'cooled':
      return `Cooled for ${formatMinutes(fault.was)}: ${formatMinutes(fault.least)} at least.`;
    case 'certificate':
      return fault.why === 'none' ? 'Whoever makes it needs a certificate.' : 'The certificate names no end.';
    case 'ended':
      return `The certificate ended on ${fault.until}.`;
  }
}

/** What stands against a lift, in a sentence. */
export function sayLiftFault(fault: LiftFault, units: UnitSystem): string {
  const mass = (kilograms: number) => formatMassOf(kilograms, units);
  switch (fault.code) {
    case 'tooHeavy':
      return `${mass(fault.hangs)} hang on it, and it lifts ${mass(fault.rated)} where it is weakest: come nearer, blade down, or take a larger one.`;
    case 'sling':
      return `Each leg carries ${mass(fault.leg)}, and its label says ${mass(fault.rating)}: longer legs, or a stronger sling.`;
    case 'flat':
      return 'The legs lie flatter than 45°: longer ones carry less.';
    case 'flatter':
      return 'No sling is used flatter than 30°.';
  }
}

/** What is wrong with a drum as it came, in a sentence. */
export function sayDrumFault(fault: DrumFault, units: UnitSystem): string {
  switch (fault.code) {
    case 'product':
      return 'It is not what was ordered for this line.';
    case 'cores':
      return `It has ${fault.was} cores, not ${fault.asked}.`;
    case 'short':
      return `It is ${formatLength(fault.needed - fault.length, units)} short: ${formatLength(fault.needed, units)} are needed in one piece. Cut nothing.`;
    case 'sheath':
      return 'Its sheath is hurt: test it before it is laid.';
    case 'caps':
      return 'Its ends are not capped: water may be in it.';
  }
}

/** What is wrong with a hole into a building, in a sentence. */
export function sayHoleFault(fault: HoleFault, units: UnitSystem): string {
  const size = (metres: number) => formatLength(Math.abs(metres), units, 'size');
  switch (fault.code) {
    case 'aside':
      return `It lies ${size(fault.was)} to the ${fault.was > 0 ? 'right' : 'left'}: ${size(fault.within)} may be.`;
    case 'up':
      return `It lies ${size(fault.was)} too ${fault.was > 0 ? 'high' : 'low'}: ${size(fault.within)} may be.`;
    case 'bore':
      return `It is ${size(fault.was)} wide: ${size(fault.least)} at least, for line and seal.`;
    case 'bend':
      return `The line would bend on ${formatLength(fault.radius, units)}: ${formatLength(fault.least, units)} at least. Begin the bend earlier, or drill anew.`;
    case 'sealedUnseen':
      return 'It was sealed before whoever inspects it saw it open.';
  }
}

const WAYS: Record<Threading['id'], string> = {
  through: 'Draw it through the duct',
  halves: 'Draw it in halves, from the middle',
  over: 'Lay it out, thread the duct over it, bevelled end first',
  direct: 'Lay it direct, without the duct',
};
/** One way to get a cable in, in a line. */
export function sayThreading({ id, hours, tension, works, why }: Threading, units: UnitSystem): string {
  const drawn = tension > 0 ? `, drawn with ${formatForce(tension, units)}` : '';
  const not = why === 'tension' ? ': more than it takes' : why === 'noDuct' ? ': the plan has a duct' : '';
  return `${WAYS[id]}: ${formatHours(hours)}${drawn}${works ? '' : not}`;
}

/** Material to bring, in a line. */
export const sayFill = ({ material, volume, loose, bags }: Fill, units: UnitSystem): string => {
  const small = (cubic: number) => (units === 'metric' ? `${cubic.toFixed(2)} m³` : formatVolume(cubic, units));
  return `${figuresIn(beddings[material].name, units)}: ${small(volume)} compacted, ${small(loose)} loose, or ${bags} bags`;
};
