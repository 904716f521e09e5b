/** What may be met in the ground that nobody expected, with what to do and whom to call. */
export const foundThings = {
  line: {
    name: 'A line, or a duct',
    todo: 'Nobody touches it: it is live until its owner says otherwise. Ask the locate office and the owner.',
  },
  tape: { name: 'Warning tape', todo: 'A line lies below or beside it. By hand from here on; ask the locate office.' },
  tiles: { name: 'Cover tiles or plates', todo: 'They lie over a cable more often than not. By hand from here on; ask the owner.' },
  sand: { name: 'Clean sand or gravel', todo: 'It lies round a line. By hand from here on, until it is seen what it lies round.' },
  drain: {
    name: 'An old drain',
    todo: 'It may carry water still: say where it comes out, join it through or stop it up by the owner’s word.',
  },
  rock: { name: 'Rock', todo: 'Say how deep and how far; the plan wants another way to dig it, or a deeper bed over it.' },
  water: { name: 'Water', todo: 'Nobody is in the hole. Find where it comes from; the plan wants a sump and the class of wet ground.' },
  soft: {
    name: 'Soft ground',
    todo: 'Probe how deep it goes; a deeper bed, fabric or other walls. The class of the soil is looked at again.',
  },
  smell: {
    name: 'A smell, or a sheen',
    todo: 'Out of the hole, no flame. Test the air; the soil goes on a heap of its own until it was tested.',
  },
  fill: {
    name: 'Old fill or waste',
    todo: 'A heap of its own until it was tested, gloves and mask; the walls stand worse than in ground that grew.',
  },
} as const satisfies Record<string, { name: string; todo: string }>;
export type FoundThing = keyof typeof foundThings;

/** Something found on a run that nobody has settled yet, as the book has it. Stations and depth in metres. */
export interface Unsettled {
  /** Of its entry. */
  id: string;
  what: FoundThing;
  from: number;
  to: number;
  depth: number | null;
  note: string;
  by: string;
}
