import { protections } from '../catalogue';
import { soilName } from '../ground/classify';
import { classSlope, riserLimits } from '../protection/walls';
import { PULL } from '../protection/boxes';
import { SHORE_BASIS } from '../protection/shores';
import type { WallFault } from '../protection';
import type { SoilClass } from '../catalogue';
import { figuresIn, formatBatter, formatForce, formatHours, formatMassOf } from '../units';
import { about, COMPETENT, lengths, type Reader, type Said, type Sentences } from './said';

/** Why a side does not stand, in words. */
export function faultWords(fault: WallFault, soil: SoilClass, reader: Reader): string {
  const { rules } = reader;
  const slope = formatBatter(classSlope(rules, soil).ratio);
  const { first, later } = riserLimits(rules, soil);
  const show = lengths(reader);
  const words: Record<WallFault, string> = {
    vertical: `a vertical side does not stand in ${soilName(soil)}`,
    steepBatter: `the batter is steeper than ${slope} for ${soilName(soil)}`,
    pastTable: `slopes are tabled down to ${show(rules.slopeDepth.value)}, deeper an engineer designs them`,
    foot: `no vertical foot in ${soilName(soil)} this deep`,
    benchInC: 'benches are not allowed in type C',
    benchGranular: 'benches are for cohesive ground; granular type B is not benched',
    firstRiser: `the first riser is over ${show(first)}`,
    laterRiser: `a later riser is over ${show(later)}`,
    steepBench: `the benches together are steeper than ${slope} for ${soilName(soil)}`,
  };
  return words[fault];
}

const OUT_OF_TABLE = 'Past its table nobody knows what holds.';
const SUPPLIER = 'The supplier’s table rules';
const STANDS = {
  none: '',
  shield: 'the plates of the shield',
  shores: 'where no set of shores can be left out',
  sheets: 'the sheets',
} as const;
const supports = (by: keyof typeof protections): string => protections[by].name.toLowerCase();

export const protectionWords: Sentences<'protection'> = {
  'protection.unprotected': ({ severity, facts: { place, depth, soil, fault } }, reader): Said => {
    const stop = severity === 'stop';
    const rule = stop ? reader.rules.protectionDepth : reader.rules.protectionPromptDepth;
    return {
      what: about(
        place.name,
        stop
          ? `unprotected at ${lengths(reader)(depth)} deep: ${faultWords(fault, soil, reader)}`
          : `walls stand unsupported to ${lengths(reader)(depth)}: look for any sign of cave-in before each entry`,
      ),
      why: stop
        ? 'A wall this high can bury a person in a second. Nobody enters.'
        : 'Shallow walls kill too, when they are cracked, wet, loaded or shaken.',
      basis: `${rule.basis}. ${COMPETENT}`,
    };
  },
  'protection.bench': ({ facts: { place, soil, granular, basis } }) => ({
    what: about(place.name, granular ? `no benches in granular ${soilName(soil)} ground` : `no benches in ${soilName(soil)} ground`),
    why: 'Weak ground shears through the step and drops it into the trench.',
    basis,
  }),
  'protection.noTable': ({ facts: { place, by } }) => ({
    what: about(place.name, `which ${supports(by)} ${by === 'shield' ? 'is' : 'are'} coming? Choose the table`),
    why: 'Without its table nobody knows what it holds, how wide it opens and what it weighs.',
    basis: SUPPLIER,
  }),
  'protection.pastTable': ({ facts: { place, depth, name, rated, source } }, reader) => {
    const show = lengths(reader);
    if (depth <= rated)
      return {
        what: about(
          place.name,
          `slopes over the supports are tabled down to ${show(reader.rules.slopeDepth.value)}; this is ${show(depth)}`,
        ),
        why: 'Deeper, an engineer designs them.',
        basis: reader.rules.slopeDepth.basis,
      };
    return {
      what: about(place.name, `${figuresIn(name, reader.units)} is rated to ${show(rated)}; this is ${show(depth)}`),
      why: OUT_OF_TABLE,
      basis: source,
    };
  },
  'protection.noSpacing': ({ facts: { place, depth } }, reader) => ({
    what: about(place.name, `no spacing of shores is tabled at ${lengths(reader)(depth)}`),
    why: 'An engineer designs it.',
    basis: `${SHORE_BASIS}. ${SUPPLIER}`,
  }),
  'protection.shoresC': ({ facts: { place } }) => ({
    what: about(place.name, 'shores alone do not hold type C ground'),
    why: 'It runs out between them: walers and sheeting behind, designed, or a shield.',
    basis: SHORE_BASIS,
  }),
  'protection.low': ({ facts: { place, name, extensions, height, wanted, source } }, reader) => ({
    what: about(
      place.name,
      `${figuresIn(name, reader.units)}${extensions > 0 ? ` with ${extensions} ${extensions === 1 ? 'extension' : 'extensions'}` : ''} is ${lengths(reader)(height)} high and must be ${lengths(reader)(wanted)}`,
    ),
    why: 'What falls over the top falls on people.',
    basis: `${reader.rules.supportUpstand.basis}; ${source}`,
  }),
  'protection.upright': ({ facts: { place } }) => ({
    what: about(place.name, 'shores need vertical walls to press on'),
    why: 'On a sloping side the cylinders slip and hold nothing.',
    basis: 'Hydraulic shores bear square on the wall; the hire firm’s table rules',
  }),
  'protection.pitEnds': ({ facts: { place, depth, soil, fault } }, reader) => ({
    what: about(place.name, `nothing holds its ends at ${lengths(reader)(depth)} deep: ${faultWords(fault, soil, reader)}`),
    why: 'Shores press on two sides of a pit; the other two fall in as any wall does.',
    basis: `${reader.rules.protectionDepth.basis}. ${COMPETENT}`,
  }),
  'protection.pitBox': ({ facts: { place, name, box, pit } }, reader) => ({
    what: about(place.name, `${figuresIn(name, reader.units)} is ${lengths(reader)(box)} long; the pit is ${lengths(reader)(pit)}`),
    why: 'It does not go in.',
    basis: SUPPLIER,
  }),
  'protection.stick': ({ facts: { boxes, length, stick, source } }, reader) => ({
    what: `${boxes === 1 ? 'One box is' : `${boxes} boxes together are`} ${lengths(reader)(length)} long; a stick is ${lengths(reader)(stick)}`,
    why: 'A stick that does not fit between the plates is laid by somebody outside them.',
    basis: source,
  }),
  'protection.bucket': ({ facts: { place, inside, narrowest } }, reader) => ({
    what: about(place.name, `the narrowest bucket is ${lengths(reader)(narrowest)} wide and the box ${lengths(reader)(inside)} inside`),
    why: 'What is dug below a box is dug between its plates: the bucket must pass.',
    basis: 'Buckets to hand against the clear width between the plates',
  }),
  'protection.stroke': ({ facts: { place, name, width, source } }, reader) => ({
    what: about(place.name, `no cylinder of ${figuresIn(name, reader.units)} spans ${lengths(reader)(width)}`),
    why: 'A cylinder out of its stroke holds nothing; packing it out is not a repair.',
    basis: source,
  }),
  'protection.lift': ({ facts: { place, mass, most } }, { units }) => ({
    what: about(place.name, `${formatMassOf(mass, units)} to lift, and the machine may lift ${formatMassOf(most, units)} here`),
    why: 'A machine that tips drops its load into the trench.',
    basis: 'Capacity as typed for this run; the machine’s own chart rules',
  }),
  'protection.draw': ({ facts: { pull, most } }, { units }) => ({
    what: `Drawing a box takes up to ${formatForce(pull, units)}, more than the ${formatMassOf(most, units)} the machine may lift here`,
    why: 'Pulled at once it sticks or the machine tips: fill a lift, rock it, draw it a lift.',
    basis: PULL.basis,
  }),
  'protection.slitGround': ({ facts: { place, soil } }) => ({
    what: about(place.name, `sheets are set in a slit here, and ${soil === 'C' ? 'type C' : 'sand or gravel'} does not stand in one`),
    why: 'The slit closes on the bucket and the ground beside it comes along. Drive them, or hold it another way.',
    basis: `Usual practice: slits only in ground that supports itself. ${COMPETENT}`,
  }),
  'protection.slitDepth': ({ facts: { place, depth, most } }, reader) => ({
    what: about(
      place.name,
      `the slit for the sheets goes ${lengths(reader)(depth)} deep with their toe; ${lengths(reader)(most)} is the most`,
    ),
    why: 'Deeper a slit does not stay open long enough. An engineer designs it.',
    basis: reader.rules.slitDepth.basis,
  }),
  'protection.slitBucket': ({ facts: { place, narrowest, most } }, reader) => ({
    what: about(place.name, `the narrowest bucket is ${lengths(reader)(narrowest)}; a slit is dug with ${lengths(reader)(most)} at most`),
    why: 'A wide slit leaves the sheets nothing to stand against.',
    basis: reader.rules.slitBucket.basis,
  }),
  'protection.strut': ({ facts: { place, strut, needed } }, reader) => ({
    what: about(
      place.name,
      `the lowest strut is ${lengths(reader)(strut)} above the floor; the line and room to lay it take ${lengths(reader)(needed)}`,
    ),
    why: 'The pipe does not pass under it, and nobody joints lying down.',
    basis: `${reader.rules.layRoom.basis}; the supplier’s drawing of the box`,
  }),
  'protection.rail': ({ facts: { place, name, longest, depth } }, reader) => ({
    what: about(
      place.name,
      `no rail of ${figuresIn(name, reader.units)} holds ${lengths(reader)(depth)}: the longest is ${lengths(reader)(longest)}`,
    ),
    why: 'Its cylinders sit too far from the lip or the floor, or too far apart.',
    basis: `${SUPPLIER}; ${reader.rules.shoreTop.basis}`,
  }),
  'protection.line': ({ facts: { place, name, by } }) => ({
    what: about(place.name, `${name} passes through ${STANDS[by]}`),
    why: 'A plate, sheet or rail driven past a line breaks it. Hold the ground another way there, or have the line moved.',
    basis: 'Level and place of the line as known, its uncertainty counted, against the supports as scheduled',
  }),
  'protection.beside': ({ severity, facts: { place, name, kind, side, by, held } }, reader) => {
    const loaded = kind === 'footing' || kind === 'road';
    const what = kind === 'room' ? `The room on the ${side}` : name;
    return {
      what: `${place.name ? `${place.name}: ${what.charAt(0).toLowerCase()}${what.slice(1)}` : what}: the dig ${
        loaded ? `goes ${lengths(reader)(by)} into what carries it` : `reaches ${lengths(reader)(by)} past it`
      }`,
      why: !loaded
        ? 'Steeper sides or supports, or more room.'
        : held && severity !== 'stop'
          ? 'Its weight comes onto the supports: an engineer designs them.'
          : 'A shield protects people and does not hold the ground: it settles and cracks. Supports that press on the wall, designed, or further off.',
      basis: loaded ? reader.rules.footingLine.basis : kind === 'tree' ? 'Edge of its roots, as entered' : 'Room as entered',
    };
  },
  'protection.ladder': ({ facts: { place, travel, above } }, reader) => ({
    what: about(
      place.name,
      place.kind === 'reach'
        ? `ladder needed, never more than ${lengths(reader)(travel)} away and ${lengths(reader)(above)} above the lip`
        : `a ladder of its own needed, ${lengths(reader)(above)} above the lip`,
    ),
    why: 'When a wall moves or water comes there is no time to climb a face.',
    basis: reader.rules.egressDepth.basis,
  }),
  'protection.engineer': ({ facts: { place, limit } }, reader) => ({
    what: about(place.name, `deeper than ${lengths(reader)(limit)}: a licensed engineer must design it`),
    why: 'Standard slopes and supports are not worked out for this depth.',
    basis: reader.rules.engineerDepth.basis,
  }),
  'protection.shortTerm': ({ severity, facts: { place, hours, most } }, reader) => ({
    what: about(
      place.name,
      severity === 'stop'
        ? `open for ${formatHours(hours)}, and ground stands this steep for ${formatHours(most)} at most`
        : `stands this steep only because it is open for ${formatHours(hours)} or less`,
    ),
    why: 'The hours count from when it is opened: close it, or lay it back, before they are over.',
    basis: reader.rules.slopeAShort.basis,
  }),
};
