import type { SoilTest } from '../../book';
import { dryStrengthIds, dryStrengths, soilMaterialIds, soilMaterials, thumbIds, thumbs, type SoilClass } from '../../catalogue';
import { pick, type Chance } from '../../chance';
import { classify, soilName, weaker } from '../../ground/classify';
import { formatLength } from '../../units';
import { between, drillKind } from './drill';

export const SOIL_BASIS = 'Weakest sign governs. Source: 29 CFR 1926 Subpart P App. A; your local code and competent person rule';
const CLASSES: readonly SoilClass[] = ['rock', 'A', 'B', 'C'];

const odds = (chance: Chance, share: number): boolean => chance() < share;

/** Ground to be classed by hand and eye. Harder: more signs, of which one alone decides. */
export const soilDrill = drillKind<SoilTest>({
  make: (chance, level) => {
    const material = pick(chance, level === 1 ? soilMaterialIds : (['clay', 'clay', 'silt', 'gravel'] as const));
    const bad = level === 3 ? 0.25 : 0.12;
    return {
      kind: 'soil',
      from: 0,
      to: 5,
      top: 0,
      bottom: between(chance, 1, 2.5, 0.1),
      material,
      thumb: material === 'rock' ? null : pick(chance, level === 1 ? ['hard', 'easy'] : thumbIds),
      strength: null,
      ribbon: level > 1 && material !== 'rock' ? pick(chance, [0.02, 0.03, 0.06, 0.08] as const) : null,
      dry: level === 3 && material !== 'rock' ? pick(chance, dryStrengthIds) : null,
      water: odds(chance, bad) ? pick(chance, ['seeping', 'standing'] as const) : 'dry',
      fissured: odds(chance, bad),
      disturbed: odds(chance, bad),
      vibration: odds(chance, bad),
      dipping: odds(chance, bad / 2),
    };
  },
  pose: (test, rules, units) => {
    const verdict = classify(test, rules, units);
    const found = verdict.soil;
    const lines = verdict.reasons.map(({ test: what, best, why }) => `${what}: ${why}; at best ${soilName(best)}.`);
    const decides = lines[0] ?? '';
    return {
      question: 'Which class is this ground?',
      given: [
        `It is: ${soilMaterials[test.material].name.toLowerCase()}`,
        ...(test.thumb ? [`Thumb: ${thumbs[test.thumb].name.toLowerCase()}`] : []),
        ...(test.ribbon === null ? [] : [`Ribbon between the fingers: ${formatLength(test.ribbon, units, 'size')} before it breaks`]),
        ...(test.dry ? [`Dry lump: ${dryStrengths[test.dry].name.toLowerCase()}`] : []),
        test.water === 'dry' ? 'No water' : `Water: ${test.water === 'standing' ? 'stands in it' : 'seeps from it'}`,
        test.fissured ? 'Cracks in the face' : 'No cracks',
        test.disturbed ? 'Dug before' : 'Never dug before',
        test.vibration ? 'Traffic shakes it' : 'Nothing shakes it',
        test.dipping ? 'Layers dip into the cut' : 'No layers dipping into the cut',
      ],
      choices: CLASSES.map((soil) => ({
        id: soil,
        text: soilName(soil),
        right: soil === found,
        why:
          soil === found
            ? [decides]
            : weaker(soil, found) === found
              ? [`Too good: ${decides}`]
              : [`Nothing found asks for less than ${soilName(found)}; planned weaker it is safe, and dug wider than needed.`],
      })),
      reasoning: [...lines, SOIL_BASIS],
    };
  },
});
