import type { Protection } from '../catalogue';
import type { Reach } from '../job';

/** How a trench looks after a step: shares of its depth, from the ground down for the dig, from the floor up for the fill. */
export interface Stage {
  dug: number;
  /** How far down the supports are; undefined while there are none. */
  support?: number;
  /** Struts, cylinders or frames bear on the walls. */
  braced: boolean;
  bed: boolean;
  line: boolean;
  fill: number;
  /** Are people in it? */
  people: boolean;
  ladder: boolean;
}

/** One thing to do. `needs`: steps that come before, each with what goes wrong otherwise. `gate`: Safe to enter after it. */
export interface Step {
  id: string;
  do: string;
  hazard: string;
  gate: 'shut' | 'open';
  needs: { step: string; else: string }[];
  stage: Partial<Stage>;
}
export const protectionMethods = ['shield', 'shieldWhole', 'shores', 'sheets', 'slope', 'noEntry'] as const;
export type ProtectionMethod = (typeof protectionMethods)[number];

const NOTHING: Stage = { dug: 0, braced: false, bed: false, line: false, fill: 0, people: false, ladder: false };

/** The way a reach is made safe. */
export function methodOf({ protection, entry, whole }: Pick<Reach, 'protection' | 'entry' | 'whole'>): ProtectionMethod {
  if (protection === 'shield' && whole !== null) return 'shieldWhole';
  const held: Record<Exclude<Protection, 'none'>, ProtectionMethod> = { shield: 'shield', shores: 'shores', sheets: 'sheets' };
  return protection !== 'none' ? held[protection] : entry ? 'slope' : 'noEntry';
}

const step = (
  id: string,
  what: string,
  hazard: string,
  stage: Partial<Stage>,
  needs: Record<string, string> = {},
  gate: Step['gate'] = 'shut',
): Step => ({
  id,
  do: what,
  hazard,
  gate,
  stage,
  needs: Object.entries(needs).map(([before, otherwise]) => ({ step: before, else: otherwise })),
});

const setOut = step('setOut', 'Set out, mark lines, guard the edge, choose the spoil side', 'Dug on the wrong side of a mark', {});
const ladder = (after: string) =>
  step(
    'ladder',
    'Lower a ladder inside the protected part and tie it',
    'No way out when a wall moves',
    { ladder: true },
    { [after]: 'Nobody climbs down to place a ladder before the walls are held.' },
  );
const inspect = step(
  'inspect',
  'The competent person inspects and signs',
  'A fault nobody looked for',
  {},
  { ladder: 'There is no way out yet.' },
  'open',
);
/** Work inside: only through the gate. */
const inside = [
  step(
    'bed',
    'Go in and make the bed',
    'Buried by a wall nobody inspected',
    { people: true, bed: true },
    { inspect: 'Nobody goes in before the inspection: the gate is shut.' },
    'open',
  ),
  step(
    'lay',
    'Lay and joint the line',
    'Crushed under a load: nobody below while it is lowered',
    { line: true },
    { bed: 'A line on bare ground sags and cracks: bed first.' },
    'open',
  ),
  step(
    'surround',
    'Fill round the line by hand, both sides level',
    'One side filled first pushes the line over',
    { fill: 0.3 },
    { lay: 'There is nothing to fill round yet.' },
    'open',
  ),
  step(
    'out',
    'Everybody out, gate shut',
    'Somebody left behind',
    { people: false, ladder: false },
    { surround: 'The line lies loose: fill round it before you leave it.' },
  ),
];

/** A box out again, the same however it went in. */
const drawBox = [
  step(
    'draw',
    'Draw the box a lift at a time, fill and compact below it',
    'Pulled with people inside',
    { fill: 0.7, support: 0.4 },
    { out: 'People are in the box: nobody is in it while it moves.' },
  ),
  step(
    'remove',
    'Draw it out with the last of the fill',
    'Chain or sling lets go',
    { fill: 1, support: undefined, braced: false },
    { draw: 'All at once leaves the walls with nothing to hold them.' },
  ),
];

const procedures: Record<ProtectionMethod, readonly Step[]> = {
  shield: [
    setOut,
    step(
      'preDig',
      'Dig ahead, no deeper than the ground stands',
      'The edge breaks under the machine',
      { dug: 0.35 },
      { setOut: 'Nobody knows yet where to dig, or what lies there.' },
    ),
    step(
      'set',
      'Lower the box in, level and plumb; tag lines, nobody near',
      'Swinging load',
      { support: 0.35 },
      { preDig: 'There is no hole to stand it in.' },
    ),
    step(
      'push',
      'Dig inside and push, corner by corner',
      'Nobody in the box while it moves',
      { dug: 1, support: 1, braced: true },
      { set: 'Deeper without the box the sides come in.' },
    ),
    step(
      'voids',
      'Fill the gaps behind the plates, check the upstand',
      'Ground drops onto the plates and moves the box',
      {},
      { push: 'The box is not down yet.' },
    ),
    ladder('voids'),
    inspect,
    ...inside,
    ...drawBox,
  ],
  shieldWhole: [
    setOut,
    step(
      'dig',
      'Dig to the bottom, no longer than the box; nobody in it, and the one whose word it is watches the walls',
      'Nobody in: the walls stand by themselves only for a while',
      { dug: 1 },
      { setOut: 'Nobody knows yet where to dig, or what lies there.' },
    ),
    step(
      'set',
      'Lower the box in whole, level and plumb; tag lines, nobody near',
      'Swinging load; the edge breaks under the machine',
      { support: 1, braced: true },
      { dig: 'There is no hole to stand it in.' },
    ),
    step(
      'voids',
      'Fill the gaps behind the plates, check the upstand',
      'Ground drops onto the plates and moves the box',
      {},
      { set: 'There is nothing to fill behind yet.' },
    ),
    ladder('voids'),
    inspect,
    ...inside,
    ...drawBox,
  ],
  shores: [
    setOut,
    step(
      'dig',
      'Dig to depth, a stretch no longer than the shores at hand',
      'Nobody in: nothing holds the walls',
      { dug: 1 },
      { setOut: 'Nobody knows yet where to dig, or what lies there.' },
    ),
    step(
      'place',
      'Lower each set folded from the lip and open it',
      'Leaning over an unheld edge',
      { support: 1 },
      { dig: 'There is nothing to stand it in.' },
    ),
    step(
      'pump',
      'Pump from the top to the band of its table, approved fluid only',
      'A hose bursts',
      { braced: true },
      { place: 'There is nothing to pump yet.' },
    ),
    step('hold', 'Read, wait, read again: does it hold?', 'A leaking set lets go', {}, { pump: 'There is no pressure to read.' }),
    ladder('hold'),
    inspect,
    ...inside,
    step(
      'fillUnder',
      'Fill and compact from outside close up to the lowest cylinder',
      'Walls unheld below the fill',
      { fill: 0.5 },
      { out: 'People are inside while the fill comes in.' },
    ),
    step(
      'release',
      'Release from the lip, top first and bottom last, and lift out',
      'Pulled with no fill behind',
      { braced: false, support: undefined },
      { fillUnder: 'Pulled before the fill the walls stand alone.' },
    ),
    step('fill', 'Fill the rest close behind', 'An open trench with nothing in it', { fill: 1 }, { release: 'The shores are still in.' }),
  ],
  sheets: [
    setOut,
    step(
      'slit',
      'Dig a narrow slit to the depth of the toe and fill it with broken spoil',
      'The slit closes on the bucket',
      { dug: 0.1 },
      { setOut: 'Nobody knows yet where to dig, or what lies there.' },
    ),
    step(
      'sheets',
      'Drive the sheets plumb in the slit',
      'A sheet swings',
      { support: 1 },
      { slit: 'The ground is too hard to drive: slit first.' },
    ),
    step(
      'frameTop',
      'Dig to the first frame, lower it on its skids and load it',
      'Nobody under the frame',
      { dug: 0.4, braced: true },
      { sheets: 'Nothing stands to hold yet.' },
    ),
    step(
      'frameLow',
      'Hang the chains, dig to the next frame and place it',
      'Dug past the design without a frame',
      { dug: 1 },
      { frameTop: 'Without the top frame the sheets fold in.' },
    ),
    ladder('frameLow'),
    inspect,
    ...inside,
    step(
      'framesUp',
      'Fill to each frame, then take it out, lowest first',
      'A frame taken before the fill',
      { fill: 0.7 },
      { out: 'People are inside while frames move.' },
    ),
    step(
      'draw',
      'Draw the sheets one by one and fill behind',
      'The wall follows the sheet',
      { fill: 1, support: undefined, braced: false },
      { framesUp: 'The sheets have nothing to lean on yet.' },
    ),
  ],
  slope: [
    setOut,
    step(
      'trench',
      'Dig the trench down the middle',
      'Nobody in: the sides are upright',
      { dug: 0.6 },
      { setOut: 'Nobody knows yet where to dig, or what lies there.' },
    ),
    step(
      'layBack',
      'Lay the sides back to the slope of their class, benches first',
      'Too steep because it was never measured',
      { dug: 1 },
      { trench: 'Start with the trench: the slope is measured from its floor.' },
    ),
    step(
      'clean',
      'Scale loose lumps off, spoil back from the lip',
      'A boulder rolls in',
      { braced: true },
      { layBack: 'The sides are not laid back yet.' },
    ),
    ladder('clean'),
    inspect,
    ...inside,
    step(
      'fill',
      'Fill in lifts, benches stepped into',
      'The machine too near the edge',
      { fill: 1, braced: false },
      { out: 'People are in the trench under the bucket.' },
    ),
  ],
  noEntry: [
    setOut,
    step(
      'slot',
      'Dig the slot with a narrow bucket',
      'Somebody steps in to trim it: nobody does',
      { dug: 1 },
      { setOut: 'Nobody knows yet where to dig, or what lies there.' },
    ),
    step(
      'bed',
      'Pour the bed from the surface and level it with a long rake',
      'Leaning in over an unheld edge',
      { bed: true },
      { slot: 'There is no slot yet.' },
    ),
    step(
      'lay',
      'Join on the surface, lower the line in whole',
      'Pulled in by the weight of the line',
      { line: true },
      { bed: 'A line on bare ground sags and cracks: bed first.' },
    ),
    step(
      'fill',
      'Pour sand that flows, pole it down, fill and crown',
      'Stepping in to tread it down',
      { fill: 1 },
      { lay: 'There is nothing to cover.' },
    ),
  ],
};

/** The steps of a way, in the right order. */
export const procedure = (way: ProtectionMethod): readonly Step[] => procedures[way];

/** Why a step may not come now; undefined when it may. */
export function refusalOf(steps: readonly Step[], done: readonly string[], id: string): string | undefined {
  const next = steps.find((candidate) => candidate.id === id);
  if (!next || done.includes(id)) return 'That is done already.';
  return next.needs.find(({ step: before }) => !done.includes(before))?.else;
}

/** The trench after the steps done, in that order. */
export const stageAfter = (steps: readonly Step[], done: readonly string[]): Stage =>
  done.reduce<Stage>((stage, id) => ({ ...stage, ...steps.find((candidate) => candidate.id === id)?.stage }), NOTHING);

/** Safe to enter after the steps done. */
export const gateAfter = (steps: readonly Step[], done: readonly string[]): Step['gate'] =>
  steps.find(({ id }) => id === done.at(-1))?.gate ?? 'shut';

/** A try at the order: each wrong pick with its reason, and the share of picks that were right. */
export interface Practice {
  done: string[];
  faults: { step: string; why: string }[];
}
export const score = ({ done, faults }: Practice): number => (done.length === 0 ? 0 : done.length / (done.length + faults.length));

/** One more pick: taken when it may come now, else put to the faults with why. */
export function tryStep(steps: readonly Step[], { done, faults }: Practice, id: string): Practice {
  const why = refusalOf(steps, done, id);
  return why === undefined ? { done: [...done, id], faults } : { done, faults: [...faults, { step: id, why }] };
}
