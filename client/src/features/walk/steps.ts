import type { Place } from '../frame/places';

interface Stop {
  place: Place;
  title: string;
  text: string;
  /** What is ringed on the screen, as a selector. */
  ring: string;
}

/** The walk through the demonstration, on its own drawings. */
export const stops: readonly [Stop, ...Stop[]] = [
  {
    place: 'trench/section',
    title: 'The run from the side',
    text: 'Drag along it: every drawing and number follows. Letters are buried lines, hatching is where people may not go in yet.',
    ring: '[aria-label="Station along the run"]',
  },
  {
    place: 'trench/section',
    title: 'The trench, to scale',
    text: 'Touch a part of it, a wall, the bed, the pipe or the heap, and change it there. The ruler measures between two touches.',
    ring: '[aria-label^="Cross-section of"]',
  },
  {
    place: 'trench/section',
    title: 'What the plan does not hold',
    text: 'A stop must be mended, a caution weighed. The buttons are ways that were tried and do mend it; the arrow above takes one back.',
    ring: '[aria-label="Findings"] > *',
  },
  {
    place: 'protection/ways',
    title: 'What holds the sides',
    text: 'Slopes, benches, boxes and shores side by side, with their hours, their money and what speaks against each here.',
    ring: '[role="main"] [role="list"], [role="main"]',
  },
  {
    place: 'works/order',
    title: 'What to buy and book',
    text: 'It follows from the drawing. Prices are placeholders until you give your own.',
    ring: '[role="main"]',
  },
  {
    place: 'site/enter',
    title: 'Two lights, shut until shown otherwise',
    text: 'Dig opens with permit, locates and marks; Enter opens hole by hole, when what holds it stands and was looked at. That is the round: a run of your own begins with three questions.',
    ring: '[role="banner"]',
  },
];
