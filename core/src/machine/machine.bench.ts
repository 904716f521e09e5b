import { machines } from '../catalogue';
import { seeded } from '../chance';
import { envelopeArea } from './envelope';
import { poseAt } from './reach';

/** A million points thrown at a box, each asked for with every degree of the bucket until one gets there. */
const SAMPLES = 1_000_000;

/** The area a machine's teeth reach: by its boundary, and by force. */
export function benchEnvelope(): void {
  const { arm } = machines.t17;
  const rounds = 200;
  for (let i = 0; i < rounds; i++) envelopeArea(arm);
  const start = performance.now();
  for (let i = 0; i < rounds; i++) envelopeArea(arm);
  const boundary = (performance.now() - start) / rounds;
  const area = envelopeArea(arm);
  const chance = seeded(3);
  const most = arm.boom + arm.stick + arm.tip;
  const from = performance.now();
  let inside = 0;
  for (let i = 0; i < SAMPLES; i++) {
    const point = { x: arm.foot.x + (2 * chance() - 1) * most, z: arm.foot.z + (2 * chance() - 1) * most };
    for (let bucket = 0; bucket < 360; bucket++)
      if (poseAt(arm, point, (bucket * Math.PI) / 180)) {
        inside++;
        break;
      }
  }
  const force = performance.now() - from;
  const sampled = (inside / SAMPLES) * (2 * most) ** 2;
  console.log('Envelope of a 1.7 t arm');
  console.log(
    `  ${boundary.toFixed(2)} ms by its boundary; ${SAMPLES.toLocaleString('en')} samples ${Math.round(force / boundary).toLocaleString('en')} times as long (50 asked); areas differ by ${((area / sampled - 1) * 100).toFixed(2)} % (0.5 allowed)`,
  );
}
