import type { Designer } from '.';
import type { OptionId } from './candidates';

/** How each way is said, what people must do with it and what not, and who has to design it always. */
export const optionWords: Record<OptionId, { name: string; must: string; mustNot: string; designer?: Designer }> = {
  noEntry: {
    name: 'Nobody goes in',
    must: 'Join on the surface, lower in whole, fill with sand that flows.',
    mustNot: 'Step in, not for a moment.',
  },
  batter: {
    name: 'Batter both sides',
    must: 'Measure the slope, scale loose lumps, keep spoil back from the lip.',
    mustNot: 'Cut the toe steeper to save spoil.',
  },
  bench: { name: 'Bench both sides', must: 'Trench, bench, clean up; shut until all of it is done.', mustNot: 'Bench weak or wet ground.' },
  mixed: {
    name: 'Bench left, batter right',
    must: 'Measure both; each side stands by itself.',
    mustNot: 'Let one side lean on the other.',
  },
  over: {
    name: 'Batter over a shield',
    must: 'Shield stands above the toe of the batter; guard the ledge.',
    mustNot: 'Work on the batter above people.',
  },
  shores: {
    name: 'Hydraulic shores',
    must: 'Place and pump from the lip, read the pressure, at least the row of the table.',
    mustNot: 'Go in to fit them, or pull them with no fill behind.',
  },
  shield: {
    name: 'Trench shield',
    must: 'Stay between the plates; fill voids behind; lift with all legs.',
    mustNot: 'Be in it while it moves. It protects people; it does not hold the ground.',
  },
  sheets: {
    name: 'Sheets and frames',
    must: 'Follow the design: depths, bucket, chains, order.',
    mustNot: 'Dig past a frame that is not in.',
    designer: 'supplier',
  },
};

/** Who designs it, in words. */
export const designerWords: Record<Designer, string> = {
  supplier: 'The supplier or an engineer designs sheets and frames',
  engineer: 'An engineer: something heavy leans on it',
};
