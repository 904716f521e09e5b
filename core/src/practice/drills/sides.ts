import type { SoilClass } from '../../catalogue';
import { pick } from '../../chance';
import { soilName } from '../../ground/classify';
import { classSlope } from '../../protection/walls';
import { capital, figuresIn, formatLength } from '../../units';
import { between, drillKind } from './drill';

/** A trench to be held or laid back, metres. `room`: from its edge at the floor to what stands beside it, each side. */
export interface SidesFacts {
  soil: Exclude<SoilClass, 'rock'>;
  depth: number;
  width: number;
  room: number;
}
export type SidesAnswer = 'upright' | 'slope' | 'supports';

/** Room left over or short by less than this is no drill: nobody measures so, metres. */
const CLEAR = 0.15;

/** Laid back or held? Harder: soils that ask for more room. Only depths that ask for protection, and that the class slopes hold for. */
export const sidesDrill = drillKind<SidesFacts>({
  make: (chance, level) => {
    const soil = pick(chance, ({ 1: ['C'], 2: ['B', 'C'], 3: ['A', 'B', 'C'] } as const)[level] as readonly ['C', ...SidesFacts['soil'][]]);
    const depth = between(chance, 1.7, 3.5, 0.1);
    return { soil, depth, width: between(chance, 0.6, 1, 0.1), room: between(chance, 0.5, 5.5, 0.1) };
  },
  fair: ({ soil, depth, room }, rules) =>
    Math.abs(room - classSlope(rules, soil).ratio * depth) >= CLEAR && depth >= (rules.protectionDepth.value ?? 0),
  pose: ({ soil, depth, width, room }, rules, units) => {
    const { ratio, basis } = classSlope(rules, soil);
    const needed = ratio * depth;
    const fits = room >= needed;
    const show = (metres: number) => formatLength(metres, units);
    const slope = `${capital(soilName(soil))} stands at ${ratio}:1: over ${show(depth)} that takes ${show(needed)} each side.`;
    const left = `There ${fits ? 'are' : 'are only'} ${show(room)}.`;
    const needs = `Somebody goes in at ${show(depth)}: protection is needed from ${show(rules.protectionDepth.value ?? 0)}.`;
    const answer: SidesAnswer = fits ? 'slope' : 'supports';
    const texts: Record<SidesAnswer, string> = {
      upright: 'Upright, without anything',
      slope: `Laid back at ${ratio}:1`,
      supports: 'Held by a box, shores or sheets',
    };
    const why: Record<SidesAnswer, string[]> = {
      upright: [needs],
      slope: [slope, left],
      supports: fits ? [`${slope} ${left} Held it is safe too, and pieces to bring that nobody needs here.`] : [slope, left],
    };
    return {
      question: 'Somebody has to work in it. What is asked for at least?',
      given: [
        `Ground: ${soilName(soil)}, ${show(depth)} deep, floor ${show(width)} wide`,
        `From the floor’s edge to what stands beside it: ${show(room)} each side`,
        'Nothing loads the edge; dry',
      ],
      choices: (['upright', 'slope', 'supports'] as const).map((id) => ({
        id,
        text: texts[id],
        right: id === answer,
        why: why[id],
      })),
      reasoning: [needs, slope, left, figuresIn(`${basis}. ${rules.protectionDepth.basis}. A competent person decides on site.`, units)],
      drawing: { kind: 'sides', depth, floor: width, ratio, room },
    };
  },
});
