/** What is practised: its name, and what one learns by it. In an order in which one may begin. */
const SKILLS = {
  soil: { name: 'Class the soil', about: 'What hand and eye find, and the class it comes to' },
  sides: { name: 'Which protection', about: 'Whether there is room to lay the sides back, or they have to be held' },
  steps: { name: 'What comes next', about: 'The order of the steps of every way to hold a trench' },
  gate: { name: 'What shuts this gate', about: 'Safe to enter: inspections, rain, plans issued anew, and what came to hand late' },
  strip: { name: 'Hand-dig strip', about: 'How far machines keep off a line whose place is guessed' },
  staff: { name: 'Read the staff', about: 'What the staff has to read on a level, and what a reading says of the floor' },
  booking: { name: 'The wrong booking', about: 'Level books: the line whose level does not follow from its reading' },
  joints: { name: 'Which joint fails', about: 'A log of joints: the one that is cut out and made anew' },
  sling: { name: 'Load on a sling', about: 'What one leg of a sling carries' },
  air: { name: 'Does the test stand', about: 'An air test by its readings: passed, failed, or nothing can be told' },
  cover: { name: 'What is missing', about: 'Ready to cover: what a record lacks before the pipe disappears' },
  record: { name: 'Faults in a record', about: 'Lines that do not say what comes of what was found' },
  lifts: { name: 'How thick a lift', about: 'What a compactor gets through, how loose it lies before, how many lifts it takes' },
} as const;
/** A skill of judgement, which drills are asked of. */
export type Skill = keyof typeof SKILLS;
export const skills = Object.keys(SKILLS) as [Skill, ...Skill[]];

const EXERCISES = {
  flat: { name: 'A flat floor', about: 'From one place: layer by layer, every bucket to the heap' },
  next: { name: 'And the next place', about: 'The floor goes on flat where the machine moved' },
  fall: { name: 'A floor that falls', about: 'By the sensors: strike them after every move, or the floor comes out in steps' },
  heap: {
    name: 'The heap at its setback',
    about: 'Bucket after bucket over the setback: nothing let go before it, nothing swung too soon',
  },
  pipe: { name: 'A pipe into the slit', about: 'Over the blade, the slew locked: hanging still, set down in its place without a knock' },
  box: { name: 'Slit and box', about: 'Dig inside by a little, press both corners after it in turn: no corner ahead' },
  line: { name: 'A line in the way', about: 'Its place is guessed: the machine keeps off the strip, hands do the rest' },
} as const;
/** An exercise on the levers. */
export type ExerciseId = keyof typeof EXERCISES;
export const exerciseIds = Object.keys(EXERCISES) as [ExerciseId, ...ExerciseId[]];

const OWN = { own: { name: 'A run of one’s own', about: 'Its ground, its depth, its lines and its machine' } } as const;
const ALL = { ...SKILLS, ...EXERCISES, ...OWN };
/** Whatever can be practised: a skill, an exercise, or a run of one's own. */
export type Practised = keyof typeof ALL;
/** Is it done on the levers, not answered? */
export const isExercise = (what: Practised): boolean => !Object.hasOwn(SKILLS, what);
/** Is it something this program knows? */
export const isPractised = (what: string): what is Practised => Object.hasOwn(ALL, what);

/** What it is called, and what one learns by it. */
export const skillName = (what: Practised): { name: string; about: string } => ALL[what];

/** How hard a drill is: one thing to see, two of them, or a trap as well. */
export const levels = [1, 2, 3] as const;
export type Level = (typeof levels)[number];
