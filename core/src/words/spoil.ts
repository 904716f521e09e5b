import { lengths, type Sentences } from './said';

const ON = { left: 'on the left', right: 'on the right' } as const;

export const spoilWords: Sentences<'spoil'> = {
  'spoil.setback': ({ facts: { setback, least } }, reader) => ({
    what: `Spoil ${lengths(reader)(setback)} from the lip; keep it ${lengths(reader)(least)} back`,
    why: 'The weight of the heap pushes the wall in, and clods roll onto people.',
    basis: reader.rules.spoilSetback.basis,
  }),
  'spoil.room': ({ facts: { needs, side, room } }, reader) => ({
    what: `No room for the heap: it needs ${lengths(reader)(needs)} ${ON[side]}, there is ${lengths(reader)(room)}`,
    why: 'Spoil with nowhere to go ends up at the lip. Cart it off or move it along the run.',
    basis: 'Lip + setback + base of a triangular heap at its angle of repose',
  }),
  'spoil.surcharge': ({ facts: { height, most } }, reader) => ({
    what: `The heap is ${lengths(reader)(height)} high beside shores tabled for ${lengths(reader)(most)} of spoil`,
    why: 'What stands nearer than the trench is deep presses on the wall, and on the cylinders.',
    basis: reader.rules.shoreSurcharge.basis,
  }),
  'spoil.suspect': ({ facts: { what } }) => ({
    what: `Suspect ground: ${what}`,
    why: 'Heap it by itself on a sheet, cover it, and do not put it back. Stop where it smells or stains, and ask.',
    basis: 'Entered for this run; tests and the tip’s licence decide',
  }),
};
