import { BORE_BASIS, PULL_BACK_BASIS } from '../boring/figures';
import { formatForce } from '../units';
import { lengths, type Sentences } from './said';

export const boringWords: Sentences<'boring'> = {
  'boring.short': ({ facts: { length, needs, depth } }, reader) => ({
    what: `The bore is ${lengths(reader)(length)} long; to dip by ${lengths(reader)(depth)} and come up again takes ${lengths(reader)(needs)}`,
    why: 'Pits further apart, a steeper start, a tighter turn or less of a dip.',
    basis: 'Straight at the entry angle, an arc to level, and the same up again',
  }),
  'boring.tight': ({ facts: { radius, needed, name } }, reader) => ({
    what: name
      ? needed === null
        ? `${name} comes straight and does not go round a bend of ${lengths(reader)(radius)}`
        : `The bore turns on ${lengths(reader)(radius)}; ${name} bends on ${lengths(reader)(needed)} at least`
      : `The bore turns on ${lengths(reader)(radius)}; rods usually bend on ${lengths(reader)(needed)} at least`,
    why: name ? 'It kinks, jams or cracks while it is drawn in.' : 'Rods tire and break in the ground. Ask the borer what these take.',
    basis: name ? 'Least bend of what is drawn in' : 'Usual for rods of a small rig; the maker’s table rules',
  }),
  'boring.hole': ({ facts: { bore, bundle, needed } }, reader) => ({
    what: `A hole of ${lengths(reader)(bore, 'size')} for ${lengths(reader)(bundle, 'size')} across; ${lengths(reader)(needed, 'size')} lets it slide`,
    why: 'What is drawn in needs room for the fluid that carries it.',
    basis: BORE_BASIS,
  }),
  'boring.duct': ({ facts: { duct, inside, bundle } }, reader) => ({
    what: `The lines are ${lengths(reader)(bundle, 'size')} across together, and ${duct} is ${lengths(reader)(inside, 'size')} inside`,
    why: 'A larger duct, or a second bore.',
    basis: 'One by itself, two side by side, more 1¼ · √(Σd²)',
  }),
  'boring.pull': ({ facts: { force, most, name } }, { units }) => ({
    what:
      most === null
        ? `Drawing back takes ${formatForce(force, units)}; nobody says what ${name} may be pulled with`
        : `Drawing back takes ${formatForce(force, units)}; ${name} may be pulled with ${formatForce(most, units)}`,
    why:
      most === null
        ? 'Ask its maker, or draw in a duct that is made for it.'
        : 'It stretches or breaks in the hole. A shorter bore, a gentler dip, or a stronger duct.',
    basis: PULL_BACK_BASIS,
  }),
};
