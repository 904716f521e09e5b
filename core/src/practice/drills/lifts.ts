import { compactorIds, type CompactorId } from '../../book/kinds/fillWay';
import { groundIds, grounds, type GroundId } from '../../catalogue';
import { pick } from '../../chance';
import { compactorOf, LOOSE_BASIS, laysLoose } from '../../fill/compactors';
import { figuresIn, formatLength } from '../../units';
import { between, drillKind, figures } from './drill';

/** Fill to be put back, metres. */
export interface LiftFacts {
  compactor: CompactorId;
  ground: GroundId;
  depth: number;
  ask: 'thick' | 'loose' | 'count';
}

/** How thick a lift may be. Harder: how much of it that is loose, and how many it takes. */
export const liftsDrill = drillKind<LiftFacts>({
  make: (chance, level) => ({
    compactor: pick(chance, compactorIds),
    ground: pick(chance, groundIds),
    depth: between(chance, 0.5, 1.6, 0.05),
    ask: ({ 1: 'thick', 2: 'loose', 3: 'count' } as const)[level],
  }),
  pose: ({ compactor: id, ground, depth, ask }, rules, units) => {
    const { lift, liftBasis, name } = compactorOf(id, rules);
    const loose = lift * laysLoose[ground];
    const count = Math.ceil(depth / lift - 1e-9);
    const show = (metres: number) => formatLength(metres, units, 'size');
    const others = compactorIds.filter((other) => other !== id).map((other) => compactorOf(other, rules));
    const what = grounds[ground].name.toLowerCase();
    const given = [
      `Compacted with: ${name.toLowerCase()}`,
      `Fill: ${what}`,
      ...(ask === 'count' ? [`${formatLength(depth, units)} to fill, compacted`] : []),
    ];
    const through = `${name}: ${show(lift)} compacted at most.`;
    const reasoning = [
      through,
      ...(ask === 'loose' ? [`Loose it lies ${laysLoose[ground]} times as thick: ${show(loose)}.`] : []),
      ...(ask === 'count' ? [`${formatLength(depth, units)} / ${show(lift)}, and what is left is a lift too: ${count}.`] : []),
      figuresIn(`${liftBasis}.${ask === 'loose' ? ` ${LOOSE_BASIS}.` : ''}`, units),
    ];
    if (ask === 'count')
      return {
        question: 'How many lifts does it take?',
        given,
        choices: figures(
          count,
          reasoning.slice(1, 2),
          [
            {
              value: Math.floor(depth / lift + 1e-9),
              why: 'What is left over at the top would be thicker than the compactor gets through.',
            },
            { value: Math.ceil(depth / loose - 1e-9), why: 'Counts the lifts as they lie loose; they are thinner once compacted.' },
            { value: count + 1, why: 'One more than needed: safe, and an hour for nothing.' },
            { value: count + 2, why: 'Two more than needed: safe, and hours for nothing.' },
          ],
          (lifts) => `${lifts}`,
        ),
        reasoning,
      };
    return {
      question: ask === 'thick' ? 'How thick may a lift be, compacted?' : 'How thick may it be spread, loose?',
      given,
      choices: figures(
        ask === 'thick' ? lift : loose,
        reasoning.slice(ask === 'thick' ? 0 : 1, ask === 'thick' ? 1 : 2),
        [
          ask === 'thick'
            ? { value: loose, why: 'That is how it is spread, loose; it comes to less.' }
            : { value: lift, why: 'That is compacted. Spread so it comes to less: safe, and more lifts than needed.' },
          ...(ask === 'loose' ? [{ value: lift / laysLoose[ground], why: 'Turned round: loose it is thicker, not thinner.' }] : []),
          ...others.map(({ lift: other, name: called }) => ({
            value: ask === 'thick' ? other : other * laysLoose[ground],
            why: `That is what ${called.toLowerCase()} gets through.`,
          })),
          { value: (ask === 'thick' ? lift : loose) * 2, why: 'Twice what it gets through: the lower half stays soft.' },
          { value: (ask === 'thick' ? lift : loose) / 2, why: 'Half of what it gets through: safe, and twice the lifts.' },
        ],
        show,
      ),
      reasoning,
    };
  },
});
