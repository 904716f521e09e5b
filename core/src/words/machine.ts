import { DYNAMIC, LIFT_BASIS, OPENS, SLING_MASS } from '../machine/figures';
import { formatHours, formatMassOf, formatPercent } from '../units';
import { lengths, type Sentences } from './said';

const changes = (basis: string): string => `${basis}; bucket and coupler change it`;

export const machineWords: Sentences<'machine'> = {
  'machine.reach': ({ facts: { machine, reaches, depth, basis } }, reader) => ({
    what: `The ${machine} reaches ${lengths(reader)(reaches)} down, and ${lengths(reader)(depth)} is to be dug`,
    why: 'It does not get there. A larger machine, or less depth.',
    basis: changes(basis),
  }),
  'machine.edge': ({ facts: { machine, spare, advised, shaves, short, basis } }, reader) => ({
    what: `The ${machine} is at the edge of its reach: ${formatPercent(spare)} of its depth to spare`,
    why: short
      ? `It shaves ${shaves > 0 ? lengths(reader)(shaves) : 'no'} of level floor from one place; ${formatPercent(advised)} to spare is advised.`
      : `${formatPercent(advised)} to spare is advised: bucket, bed and a hollow all take from it.`,
    basis: changes(basis),
  }),
  'machine.past': ({ facts: { machine, past } }, reader) => ({
    what: `For its last bite the ${machine} stands ${lengths(reader)(past)} past the end of the run`,
    why: 'If there is no ground to stand on, it digs that bite from beside the trench, or hands do.',
    basis: 'Floor it shaves from one place, and its tracks behind that',
  }),
  'machine.lift': ({ facts: { what, hanging, machine, best } }, reader) => ({
    what: `${what}: ${formatMassOf(hanging, reader.units)} on the hook, and the ${machine} may lift ${formatMassOf(best.rated, reader.units)}`,
    why: `At ${lengths(reader)(best.radius)} from its middle${best.from === 'astride' ? ', over the blade and the blade down' : ', over the side'}. Shorter lengths, a larger machine, or a hoist.`,
    basis: `${LIFT_BASIS}; ${formatMassOf(SLING_MASS, reader.units)} of sling, ${formatPercent(DYNAMIC - 1)} more on the move`,
  }),
  'machine.hook': ({ facts: { machine, hook, needed } }, reader) => ({
    what: `The hook of the ${machine} gets ${lengths(reader)(hook)} up; sheets with their rigging take ${lengths(reader)(needed)}`,
    why: 'A sheet that cannot be hung upright cannot be stood in its slit. A larger machine, or sheets in two lengths by design.',
    basis: 'End of the stick with boom and stick as upright as they go, 1 m of rigging; the chart in the cab rules',
  }),
  'machine.tip': ({ facts: { machine, height, away, basis } }, reader) => ({
    what: `The ${machine} does not tip onto a heap ${lengths(reader)(height)} high, its top ${lengths(reader)(away)} off`,
    why: 'It drops the rest at the toe, towards the trench. Split the sides, cart some off, or take a longer arm.',
    basis: `Its reach with ${lengths(reader)(OPENS)} for the bucket to open; ${basis.toLowerCase()}`,
  }),
  'machine.trapped': ({ facts }, reader) => {
    const show = lengths(reader);
    const { digFrom, beside, astride, besideNeeded, besideHad, berm, bermNeeded, handHours } = facts;
    const over = astride
      ? `Astride, ${show(berm)} is left under each track.`
      : `Astride, ${show(Math.max(0, berm))} is left under a track that needs ${show(bermNeeded)}: dig those parts by hand on the way out, about ${formatHours(handHours)}.`;
    return {
      what: `Dug from the ${digFrom}, the machine ends up where it cannot leave: the only way out is at the ${digFrom}`,
      why: beside
        ? `It may pass beside the trench, ${show(besideNeeded)} from the centre line.`
        : `Beside the trench it needs ${show(besideNeeded)} from the centre line; there is ${show(besideHad)}. ${over}`,
      basis: 'Never trap the machine; no tracking beside an open trench closer than it is deep or than its soil batters, unless supported',
    };
  },
};
