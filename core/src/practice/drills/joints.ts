import { jointKinds, type JointFact } from '../../book/kinds/joint';
import { pick, type Chance } from '../../chance';
import { jointFaults, snugTurns } from '../../lay/jointFaults';
import { sayJointFault } from '../../lay/says';
import { FUSION_BASIS, fusionPlate, fusionRow } from '../../rules/fusion';
import { formatGrain, type UnitSystem } from '../../units';
import { formatTemperature } from '../../units/earth';
import { formatMinutes } from '../../units/gauge';
import type { Level } from '../names';
import { drillKind } from './drill';

/** Joints logged in a day on pipe of a wall, metres. */
export interface JointsFacts {
  wall: number;
  day: string;
  joints: { number: string; made: JointFact['made']; certificate: JointFact['certificate'] }[];
}

const DAY = '2026-11-26';
type Joint = JointsFacts['joints'][number];
const CERTIFICATE = { name: 'PE welder', until: '2027-06-30' };

/** A joint as it should be made. */
function sound(chance: Chance, level: Level, wall: number): Omit<Joint, 'number'> {
  const row = fusionRow(wall);
  const kinds =
    level === 1
      ? (['butt'] as const)
      : level === 2
        ? (['butt', 'electrofusion'] as const)
        : (['butt', 'electrofusion', 'compression'] as const);
  const some = (most: number) => Math.floor(chance() * (most + 1));
  switch (pick(chance, kinds)) {
    case 'butt':
      return {
        made: {
          as: 'butt',
          celsius: fusionPlate.least + some(fusionPlate.most - fusionPlate.least),
          bead: row.bead + some(2) * 0.0005,
          soak: row.soak + some(15),
          minutes: row.cool + some(4),
        },
        certificate: CERTIFICATE,
      };
    case 'electrofusion':
      return { made: { as: 'electrofusion', scraped: true, minutes: 20 + some(10), asked: 20 }, certificate: CERTIFICATE };
    case 'compression':
      return {
        made: { as: 'compression', square: true, turns: pick(chance, [snugTurns.least, 1, 1.25, snugTurns.most] as const) },
        certificate: null,
      };
  }
}

/** The same with one thing wrong. */
function spoilt(chance: Chance, level: Level, wall: number, { made, certificate }: Omit<Joint, 'number'>): Omit<Joint, 'number'> {
  if (level > 1 && certificate && chance() < 0.35)
    return { made, certificate: pick(chance, [null, { ...CERTIFICATE, until: null }, { ...CERTIFICATE, until: '2026-10-31' }] as const) };
  const row = fusionRow(wall);
  switch (made.as) {
    case 'butt':
      return {
        certificate,
        made: pick(chance, [
          { ...made, celsius: fusionPlate.least - 12 },
          { ...made, celsius: fusionPlate.most + 10 },
          { ...made, soak: Math.round(row.soak * 0.7) },
          { ...made, minutes: Math.round(row.cool * 0.5) },
          { ...made, bead: row.bead - 0.0005 },
        ] as const),
      };
    case 'electrofusion':
      return {
        certificate,
        made: pick(chance, [
          { ...made, scraped: false },
          { ...made, minutes: made.asked - 8 },
        ] as const),
      };
    case 'compression':
      return {
        certificate,
        made: pick<JointFact['made']>(chance, [
          { ...made, square: false },
          { ...made, turns: 0.5 },
          { ...made, turns: 2.25 },
        ]),
      };
    default:
      return { made, certificate };
  }
}

function madeSo(made: JointFact['made'], units: UnitSystem): string {
  switch (made.as) {
    case 'butt':
      return `plate ${formatTemperature(made.celsius, units)}, bead ${formatGrain(made.bead, units)}, heated ${made.soak} s, cooled ${formatMinutes(made.minutes)}`;
    case 'electrofusion':
      return `${made.scraped ? 'scraped' : 'not scraped'}, cooled ${formatMinutes(made.minutes)} of ${formatMinutes(made.asked)}`;
    case 'compression':
      return `${made.square ? 'cut square' : 'cut askew'}, ${made.turns} turns past snug`;
    default:
      return '';
  }
}
const certified = ({ made, certificate }: Joint): string =>
  certificate === null
    ? jointKinds[made.as].certified
      ? '; no certificate'
      : ''
    : certificate.until === null
      ? '; certificate without an end'
      : `; certificate to ${certificate.until}`;

/** Which joint is cut out? Harder: certificates, then several kinds of joint. */
export const jointsDrill = drillKind<JointsFacts>({
  make: (chance, level) => {
    const wall = pick(chance, [0.0058, 0.0082, 0.01, 0.0146] as const);
    const bad = Math.floor(chance() * 4);
    const joints = [1, 2, 3, 4].map((number, i) => {
      const good = sound(chance, level, wall);
      return { number: `J${number}`, ...(i === bad ? spoilt(chance, level, wall, good) : good) };
    });
    return { wall, day: DAY, joints };
  },
  pose: ({ wall, day, joints }, _, units) => {
    const row = fusionRow(wall);
    const faults = (joint: Joint) => jointFaults(joint, { wall }, day).map((fault) => sayJointFault(fault, units));
    return {
      question: 'Which of these joints is cut out?',
      given: [
        `PE pipe, wall ${formatGrain(wall, units)}; made on ${day}`,
        ...joints.map((joint) => `${joint.number} · ${jointKinds[joint.made.as].name}: ${madeSo(joint.made, units)}${certified(joint)}`),
      ],
      choices: joints.map((joint) => {
        const wrong = faults(joint);
        return {
          id: joint.number,
          text: joint.number,
          right: wrong.length > 0,
          why: wrong.length > 0 ? wrong : ['Everything measured on it is in its band: it stays.'],
        };
      }),
      reasoning: [
        ...joints.flatMap((joint) => faults(joint).map((fault) => `${joint.number}: ${fault}`)),
        `For this wall: bead ${formatGrain(row.bead, units)}, heated ${row.soak} s, cooled ${formatMinutes(row.cool)} at least.`,
        `${FUSION_BASIS}.`,
      ],
    };
  },
});
