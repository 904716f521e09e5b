import { evidences, type Evidence } from '../../catalogue';
import { pick } from '../../chance';
import { crossingHalfLength, keepOut } from '../../existing/windows';
import { figuresIn, formatLength } from '../../units';
import { between, drillKind, figures } from './drill';

/** A line in the way, of which somebody guesses. Lengths metres, angle radians. `top`: width of the trench at the ground. */
export interface StripFacts {
  size: number;
  evidence: Exclude<Evidence, 'exposed'>;
  angle: number;
  top: number;
  ask: 'side' | 'along';
}

/** How wide the strip around a guessed line is in which only hands dig. Harder: along the run, then askew. */
export const stripDrill = drillKind<StripFacts>({
  make: (chance, level) => ({
    size: pick(chance, [0.025, 0.063, 0.09, 0.11, 0.16, 0.225, 0.3] as const),
    evidence: pick(chance, ['drawing', 'detected'] as const),
    angle: level === 3 ? (pick(chance, [30, 45, 60] as const) * Math.PI) / 180 : Math.PI / 2,
    top: between(chance, 0.4, 1.2, 0.1),
    ask: level === 1 ? 'side' : 'along',
  }),
  pose: ({ size, evidence, angle, top, ask }, rules, units) => {
    const { uncertainty, name, basis } = evidences[evidence];
    const tolerance = rules.locateTolerance.value ?? 0;
    const half = keepOut({ size, evidence }, rules);
    const askew = angle < Math.PI / 2 - 1e-9;
    const along = (one: number, at = angle) => 2 * crossingHalfLength(one, top / 2, at);
    const show = (metres: number) => formatLength(metres, units, 'depth');
    const degrees = Math.round((angle * 180) / Math.PI);
    const slipOf = (one: number) => (ask === 'side' ? one : along(one));
    const right = slipOf(half);
    const strip = `Half the line and its uncertainty: ${show(size / 2)} + ${show(Math.max(uncertainty, tolerance))} = ${show(half)} each side.`;
    return {
      question:
        ask === 'side'
          ? 'How far to each side of where it is guessed do machines keep off?'
          : 'How much of the run may only be dug by hand for it?',
      given: [
        `A line ${formatLength(size, units, 'size')} across`,
        `Its place: ${name.toLowerCase()}`,
        `It crosses the run ${askew ? `at ${degrees}°` : 'square'}`,
        ...(ask === 'along' ? [`The trench is ${show(top)} wide at the ground`] : []),
        `Tolerance by the rules: ${show(tolerance)}`,
      ],
      choices: figures(
        right,
        [strip],
        [
          ...(askew ? [{ value: along(half, Math.PI / 2), why: 'As if it crossed square: askew the strip covers more of the run.' }] : []),
          {
            value: slipOf(size / 2 + Math.min(uncertainty, tolerance)),
            why: 'Takes the smaller of uncertainty and tolerance; the greater counts.',
          },
          { value: slipOf(size / 2 + uncertainty + tolerance), why: 'Adds both uncertainty and tolerance; the greater of them counts.' },
          { value: slipOf(Math.max(uncertainty, tolerance)), why: 'Forgets that half the line lies outside its middle.' },
          { value: slipOf(size / 2), why: 'As if it lay just where it is guessed.' },
          ...(ask === 'along' ? [{ value: half, why: 'That is one side of its middle only.' }] : []),
        ],
        show,
      ),
      reasoning: [
        strip,
        ...(ask === 'along'
          ? [
              askew
                ? `Along the run: 2 × (${show(half)} + ${show(top / 2)} × cos ${degrees}°) / sin ${degrees}° = ${show(right)}.`
                : `Both sides of it along the run: 2 × ${show(half)} = ${show(right)}.`,
            ]
          : []),
        figuresIn(`${basis}. ${rules.locateTolerance.basis}.`, units),
      ],
      drawing: { kind: 'strip', half, size, angle },
    };
  },
});
