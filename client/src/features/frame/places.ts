/** The screens of a run in the order of the work: what is dug, what holds it, what digs it, what could go wrong with it, what is set out, dug to, laid and tested, filled, recorded, and the site itself. */
export const steps = {
  trench: { title: 'Trench', icon: 'trench', tabs: { section: 'Section', long: 'Long', plan: 'Plan' } },
  protection: { title: 'Protect', icon: 'clear', tabs: { soil: 'Soil', ways: 'Ways', supports: 'Supports', steps: 'Steps' } },
  works: { title: 'Works', icon: 'machine', tabs: { machine: 'Machine', spoil: 'Spoil', order: 'Order', days: 'Days', better: 'Better' } },
  checks: { title: 'Checks', icon: 'list', tabs: { lines: 'Lines', risk: 'Strike risk', compare: 'Compare' } },
  setout: {
    title: 'Set out',
    icon: 'measure',
    tabs: { setup: 'Set up', machine: 'Machine', sensors: 'Sensors', sheet: 'Sheet' },
  },
  dig: { title: 'Dig', icon: 'dig', tabs: { card: 'Card', level: 'Level', layers: 'Layers', found: 'As dug', day: 'Day' } },
  lay: {
    title: 'Lay',
    icon: 'points',
    tabs: { bed: 'Bed', lines: 'Line', joints: 'Joints', tests: 'Tests', lift: 'Lift', tasks: 'To do' },
  },
  fill: {
    title: 'Fill',
    icon: 'layers',
    tabs: { lifts: 'Lifts', ladder: 'Ladder', soil: 'Soil', out: 'Supports', settle: 'Settle' },
  },
  record: {
    title: 'Record',
    icon: 'book',
    tabs: { points: 'Points', ties: 'Ties', todo: 'To do', files: 'Files', find: 'Find', close: 'Close' },
  },
  site: {
    title: 'Site',
    icon: 'site',
    tabs: { enter: 'Enter', stands: 'Stands', cover: 'Cover', issue: 'Issue', photos: 'Photos', book: 'Book' },
  },
} as const;

export type StepId = keyof typeof steps;
export type TabOf<S extends StepId> = Extract<keyof (typeof steps)[S]['tabs'], string>;
/** A place below a run's address, such as `protection/ways`. */
export type Place = { [S in StepId]: `${S}/${TabOf<S>}` }[StepId];

export const stepIds = Object.keys(steps) as StepId[];
/** Steps of planning, and those of the work on site: a narrow bar shows the ones or the others. */
export const phases = {
  plan: ['trench', 'protection', 'works', 'checks'],
  work: ['setout', 'dig', 'lay', 'fill', 'record', 'site'],
} as const satisfies Record<string, readonly StepId[]>;
export type Phase = keyof typeof phases;
/** Of a run whose step is not in the address yet: where it will lead, so the bar is not drawn twice. */
export const phaseOf = (step: StepId | undefined): Phase => (phases.work.some((id) => id === step) ? 'work' : 'plan');
export const tabsOf = <S extends StepId>(step: S): readonly { value: TabOf<S>; label: string }[] =>
  Object.entries(steps[step].tabs).map(([value, label]) => ({ value: value as TabOf<S>, label }));
/** Where a step begins. */
export const firstOf = (step: StepId): Place => `${step}/${Object.keys(steps[step].tabs)[0]}` as Place;

export const jobPath = (jobId: string): string => `/jobs/${jobId}`;
export const runPath = (jobId: string, runId: string, place?: Place): string =>
  `${jobPath(jobId)}/runs/${runId}${place === undefined ? '' : `/${place}`}`;

/** What an address below a run leads to: the step it names, and its tab where there is one of that name. */
export function placeIn(path: string): { step: StepId | undefined; tab: string | undefined } {
  const [step, tab] = path.split('/').slice(5);
  const known = stepIds.find((id) => id === step);
  return { step: known, tab: known && tab !== undefined && tab in steps[known].tabs ? tab : undefined };
}
