import { BED_BASIS, beddings, tapeSchools } from '../catalogue';
import { about, CHECK_CODE, lengths, type Sentences } from './said';

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
  'trench.cover': ({ facts: { name, cover, needed, frost, basis } }, reader) => ({
    what:
      cover < 0
        ? about(name, name ? 'it stands out of the ground' : 'the line stands out of the ground')
        : about(name, `cover is ${lengths(reader)(cover)}; this line wants ${lengths(reader)(needed)}`),
    why: 'Spades, frost and wheels reach a shallow line.',
    basis: `${frost ? 'Frost depth set for this reach' : basis}; ${CHECK_CODE}`,
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
  'trench.bed': ({ facts: { thickness, least } }, reader) => ({
    what: `A bed of ${lengths(reader)(thickness, 'size')}; ${lengths(reader)(least, 'size')} is the least here`,
    why: 'A line that rests on hard points cracks or flattens there.',
    basis: BED_BASIS,
  }),
  'trench.stone': ({ facts: { material, name, fault, grain, none } }, reader) => {
    const stone = beddings[material].name;
    const fight = none ? ' No one material suits all lines here: lay them in reaches or rows of their own.' : '';
    if (fault === 'sharp')
      return {
        what: `${stone} under ${name}`,
        why: `It moves with heat and flow, and sharp edges saw through it.${fight}`,
        basis: 'Fine fill only round soft metal, coated pipe and cables; the owner decides',
      };
    return {
      what:
        fault === 'grain'
          ? `${stone} is too coarse for ${name}: ${lengths(reader)(grain, 'size')} at most`
          : `${name} is not usually laid in ${stone.toLowerCase()}`,
      why: `Stones larger than the pipe’s limit press on it in points; each kind of line has the bed its maker allows.${fight}`,
      basis: 'Largest grain by bore: 10 mm to DN 100, 14 mm to DN 150, 20 mm to DN 600, 40 mm above',
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
  'trench.tape': () => ({
    what: 'No warning tape over the cables',
    why: 'Tape is what the next digger sees before the cable.',
    basis: tapeSchools.line.basis,
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
