import { figuresIn } from '../units';
import { BED_BASIS, beddings, tapeSchools, type TapeSchool } from '../catalogue';
import { about, CHECK_CODE, lengths, type Reader, type Sentences } from './said';

/** What other owners' schools would take. */
const otherSchools = (names: readonly string[]): string => (names.length > 0 ? ` By another school it would do: ${names.join(', ')}.` : '');

const tapeLies = ({ school, distance }: { school: TapeSchool; distance: number }, reader: Reader): string =>
  `${lengths(reader)(distance, 'size')} ${school === 'line' ? 'above it' : 'below the surface'}`;

const STONE_FAULTS = {
  points: {
    what: (stone: string, name: string) => `${stone} against ${name}`,
    why: 'Broken edges press on a plastic wall in points; under pressure a slow crack begins at each. Rounded stone or sand.',
    basis: 'Usual practice for plastic pipe and duct: no broken stone against the wall; the maker decides',
  },
  coating: {
    what: (stone: string, name: string) => `${stone} against ${name}`,
    why: 'Broken edges go through the coating, and the metal rusts from there.',
    basis: 'Usual practice: fine or rounded fill round coated metal; the maker decides',
  },
  silt: {
    what: (stone: string, name: string) => `${stone} round ${name}`,
    why: 'Water does not get through it fast enough, and its fines wash into the slots: clean rounded stone.',
    basis: 'Usual practice: clean stone round a land drain, larger than its slots',
  },
} as const;

export const trenchWords: Sentences<'trench'> = {
  'trench.conflict': ({ facts: { needed, room, by, basis } }, reader) => ({
    what: `It must be ${lengths(reader)(needed)} wide at least, and ${
      by === 'supports' ? `the supports open to ${lengths(reader)(room)} at most` : `the corridor leaves ${lengths(reader)(room)}`
    }`,
    why:
      by === 'supports'
        ? 'A width outside the range of the supports is not something to pack out: order others, or lay the lines closer.'
        : 'Steeper walls, supports, fewer lines or more room: one of them has to give.',
    basis,
  }),
  'trench.narrow': ({ facts: { place, width, needed, entry, lines, basis } }, reader) => ({
    what: about(place.name, `${lengths(reader)(width)} is too narrow; ${lengths(reader)(needed)} is the least here`),
    why: !lines
      ? 'Nobody can work in less.'
      : entry
        ? 'Nobody can bed, joint and compact beside the line in less.'
        : 'The line does not fit with room to fill beside it.',
    basis,
  }),
  'trench.supportWidth': ({ facts: { place, width, least, most, source } }, reader) => ({
    what: about(
      place.name,
      `${lengths(reader)(width)} is ${width > most ? 'wider' : 'narrower'} than the supports allow: ${lengths(reader)(least)} to ${lengths(reader)(most)}`,
    ),
    why: 'Too wide and they do not reach the wall; too narrow and they do not go in.',
    basis: source || 'As typed here; the hire firm’s table rules',
  }),
  'trench.cover': ({ facts: { name, cover, needed, basis, others } }, reader) => ({
    what:
      cover < 0
        ? about(name, name ? 'it stands out of the ground' : 'the line stands out of the ground')
        : about(name, `cover is ${lengths(reader)(cover)}; this line wants ${lengths(reader)(needed)}`),
    why: `Spades, frost and wheels reach a shallow line.${otherSchools(others)}`,
    basis: `${basis}; ${CHECK_CODE}`,
  }),
  'trench.floods': ({ facts: { clear, freeboard, depth, by } }, reader) => ({
    what:
      clear < 0
        ? `Water stands ${lengths(reader)(depth)} over the inlet and runs over the road, ${lengths(reader)(-clear)} too high`
        : `Water stands ${lengths(reader)(depth)} over the inlet: the road is clear of it by ${lengths(reader)(clear)}, it wants ${lengths(reader)(freeboard)}`,
    why:
      by === 'inlet'
        ? 'No more gets in at its mouth: a larger pipe, or a better entrance.'
        : 'No more gets through: a larger or smoother pipe.',
    basis: 'FHWA HDS-5, inlet and outlet control, the greater rules',
  }),
  'trench.short': ({ facts: { length, needed } }, reader) => ({
    what: `The pipe is ${lengths(reader)(length)} long; through the bank it takes ${lengths(reader)(needed)}`,
    why: 'The slopes slide into its mouth, or are dug steeper than they stand.',
    basis: 'Width of the road, both slopes down to the inverts, and what stands out at the ends',
  }),
  'trench.apart': ({ facts: { names, missing, across, over, upper, basis } }, reader) => ({
    what: `${names[0]} and ${names[1]} are ${lengths(reader)(missing)} too close`,
    why: `Keep ${lengths(reader)(across)} beside each other${
      upper === null ? ', never one over the other' : `, or ${lengths(reader)(over)} one over the other${upper ? `, ${upper} above` : ''}`
    }.`,
    basis: `${basis}; check with the owners`,
  }),
  'trench.surface': ({ facts: { thickness, depth } }, reader) => ({
    what: `The layers at the top are ${lengths(reader)(thickness)} thick, and the trench is ${lengths(reader)(depth)} deep`,
    why: 'They do not go in over the line: thinner layers, or dig deeper.',
    basis: 'Layers and levels as entered',
  }),
  'trench.bed': ({ facts: { thickness, least, usual, owner, others } }, reader) => ({
    what: `A bed of ${lengths(reader)(thickness, 'size')}; ${lengths(reader)(thickness < least ? least : usual, 'size')} is ${thickness < least ? 'the least' : 'usual'} here`,
    why: `A line that rests on hard points cracks or flattens there.${otherSchools(others)}`,
    basis: owner ? `${owner}; the owner decides` : BED_BASIS,
  }),
  'trench.stone': ({ facts: { material, name, fault, grain, none, owner, others } }, reader) => {
    const stone = figuresIn(beddings[material].name, reader.units);
    const fight = none ? ' No one material suits all lines here: lay them in reaches or rows of their own.' : '';
    if (fault === 'sharp')
      return {
        what: `${stone} under ${name}`,
        why: `It moves with heat and flow, and sharp edges saw through it.${fight}`,
        basis: 'Fine fill only round soft metal, coated pipe and cables; the owner decides',
      };
    if (fault === 'points' || fault === 'coating' || fault === 'silt') {
      const { what, why, basis } = STONE_FAULTS[fault];
      return { what: what(stone, name), why: `${why}${fight}`, basis };
    }
    return {
      what:
        fault === 'grain'
          ? `${stone} is too coarse for ${name}: ${lengths(reader)(grain, 'size')} at most`
          : `${name} is not usually laid in ${stone.toLowerCase()}`,
      why: `Stones larger than the pipe’s limit press on it in points; each kind of line has the bed its maker allows.${fight}${otherSchools(others)}`,
      basis:
        owner && fault === 'kind'
          ? `${owner}; the owner decides`
          : 'Largest grain by bore: 10 mm to DN 100, 14 mm to DN 150, 20 mm to DN 600, 40 mm above',
    };
  },
  'trench.tracer': ({ facts: { names } }) => ({
    what: `No tracer wire along ${names.join(', ')}`,
    why: 'A locator hears metal only: without a wire the next crew cannot find it.',
    basis: 'Usual practice for plastic and fibre',
  }),
  'trench.fabric': ({ facts: { name } }) => ({
    what: `${name} has no fabric round its stone`,
    why: 'Fines wash in and the drain goes blind.',
    basis: 'Non-woven fabric all round, lapped 300 mm at the top',
  }),
  'trench.shaped': (_, reader) => ({
    what: `Shape the top ${lengths(reader)(0.025, 'size')} to ${lengths(reader)(0.05, 'size')} of the bed to the pipe`,
    why: 'A corrugated pipe on a flat bed carries on one line; keep the strip under it loose and compact beside it.',
    basis: 'Usual practice for corrugated steel',
  }),
  'trench.tape': ({ facts: { names } }) => ({
    what: `No warning tape over ${names.join(', ')}`,
    why: 'Tape is what the next digger sees before the line.',
    basis: tapeSchools.line.basis,
  }),
  'trench.signal': ({ facts: { name, length, most, kinds } }, reader) => ({
    what: `${name} is ${lengths(reader)(length, 'span')} long; a signal goes ${lengths(reader)(most, 'span')} along it`,
    why:
      kinds.length > 0
        ? `Along these it goes so far: ${kinds.join(', ')}. Or a device on the way.`
        : 'A device on the way, or another medium.',
    basis: 'Usual longest way by kind, tails counted; the maker of the devices decides',
  }),
  'trench.tapeOwner': ({ facts: { name, owner, asked, is } }, reader) => ({
    what: `${name}: its tape lies ${tapeLies(is, reader)}; the owner asks for ${tapeLies(asked, reader)}`,
    why: 'Two schools: close over the line, or high where the next spade meets it first. Keep to the one the owner knows.',
    basis: owner,
  }),
  'trench.ownerGone': ({ facts: { name } }) => ({
    what: `${name}: what its owner asks for is not known any more`,
    why: 'The profile was taken out of the job, or is of another utility than the line. Cover, bed and distances are the usual ones.',
    basis: 'Profiles of the job and the schools shipped',
  }),
  'trench.owner': ({ facts: { name, owner, inspections, source } }) => ({
    what: `${name}: the owner wants to have seen: ${inspections.charAt(0).toLowerCase()}${inspections.slice(1)}`,
    why: 'Ask them to come before it is covered; what is covered unseen is dug up again.',
    basis: `${owner}: ${source}`,
  }),
  'trench.bucket': ({ facts: { asked, narrowest, passes, buckets, overlap } }, reader) => ({
    what:
      narrowest > asked
        ? `The narrowest bucket is ${lengths(reader)(narrowest)}, and ${lengths(reader)(asked)} is to be dug`
        : `No bucket to hand digs ${lengths(reader)(asked)} in ${passes} passes`,
    why: 'What is dug too wide is filled with bedding, and supports that reach no wall hold nothing.',
    basis: `Buckets to hand: ${buckets.map((bucket) => lengths(reader)(bucket)).join(', ')}; passes overlap by ${lengths(reader)(overlap, 'size')} at least`,
  }),
};
