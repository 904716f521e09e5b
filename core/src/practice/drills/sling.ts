import { pick } from '../../chance';
import { FLATTEST, hangs, legLoad, SLING_BASIS, type Slung } from '../../lay/lift';
import { formatMassOf } from '../../units';
import { between, drillKind, figures } from './drill';

/** What one leg of a sling carries. Harder: a flatter sling, then four legs of which two count. */
export const slingDrill = drillKind<Slung>({
  make: (chance, level) => ({
    mass: between(chance, 120, 900, 10),
    sling: pick(chance, [8, 12, 15] as const),
    legs: level === 3 ? 4 : 2,
    angle: (pick(chance, level === 1 ? ([60, 75] as const) : ([35, 45, 50, 60] as const)) * Math.PI) / 180,
    factor: level === 1 ? 1 : 1.1,
  }),
  pose: (slung, _, units) => {
    const { mass, sling, legs, angle, factor } = slung;
    const [whole, leg] = [hangs(slung), legLoad(slung)];
    const show = (kilograms: number) => formatMassOf(kilograms, units);
    const degrees = Math.round((angle * 180) / Math.PI);
    const counted = whole / (leg * Math.sin(angle));
    const lines = [
      `Hanging: (${show(mass)} + ${show(sling)}) × ${factor} = ${show(whole)}.`,
      `One leg: ${show(whole)} / (${Math.round(counted)} × sin ${degrees}°) = ${show(leg)}.`,
    ];
    return {
      question: 'What does one leg carry?',
      given: [
        `Pipe ${show(mass)}, sling ${show(sling)}`,
        `${legs} legs, each ${degrees}° from the level`,
        factor === 1 ? 'Lifted dead slow: no more for swinging' : `Times ${factor} for swinging`,
      ],
      choices: figures(
        leg,
        lines.slice(-1),
        [
          ...(legs > 2
            ? [{ value: whole / (legs * Math.sin(angle)), why: 'A stiff load hangs on two legs, however many there are.' }]
            : []),
          { value: whole / 2, why: 'As if the legs hung straight down: a sling that spreads carries more.' },
          { value: whole / (2 * Math.cos(angle)), why: 'The angle is from the level: its sine, not its cosine.' },
          { value: legLoad({ ...slung, sling: 0, factor: 1 }), why: 'The sling and the swinging hang on it too.' },
          { value: whole, why: 'That is all that hangs; two legs share it.' },
        ],
        show,
      ),
      reasoning: [...lines, `Flatter than ${Math.round((FLATTEST * 180) / Math.PI)}° no sling is used. ${SLING_BASIS}.`],
      drawing: { kind: 'sling', angle, legs },
    };
  },
});
