import type { SetUpFact } from '../book';
import { setUp as laser } from './facts.testing';
import { blankJob } from '../job';
import { planRun } from '../plan/plan';
import { levelRun, withInverts } from '../testing';
import {
  armSensors,
  designsOf,
  digFault,
  dugLevel,
  NO_FAULTS,
  placesOf,
  planeAt,
  planeOf,
  receiver,
  type DigFault,
  type StandIn,
  type StandInFaults,
  type StandInSite,
} from '.';

const job = blankJob('Yard', 'UK');
/** Falls 1:80 over 40 m under ground at 10. */
const run = withInverts({ ...levelRun({ length: 40 }), stations: [0, 40].map((station) => ({ station, ground: 10 })) }, 9.2, 8.7);
const designs = designsOf(job, run, planRun(job, run).places);
const setUp: SetUpFact = laser({ means: 'sensors', fall: 1 / 80, set: 1 / 80 });
const site: StandInSite = { designs, setUp, start: 0, end: 40 };
const standIn = (seed: number, faults: Partial<StandInFaults> = {}): StandIn => ({
  seed,
  place: 3,
  noise: 0.004,
  faults: { ...NO_FAULTS, ...faults },
});

/** What twelve readings of the receiver over four places say of the machine. */
function found(one: StandIn, to = 12): DigFault | undefined {
  const device = receiver(one, site);
  const checks = Array.from({ length: to }, (_, i) => {
    const station = 0.4 + i * 0.95;
    const reading = device.read(station);
    if (!('value' in reading)) throw new Error(reading.none);
    const place = Math.floor(station / 3);
    const off = planeAt(planeOf(setUp), station) - reading.value - (designs(station, null)?.bottom ?? NaN);
    return { station, off, place, struckAt: place * 3 };
  });
  return digFault(checks, 0.01);
}

describe('stand-ins for a receiver and for the sensors of an arm', () => {
  test('the same seed digs the same trench, whatever is asked first', () => {
    const [one, other] = [standIn(7, { slopeMissing: true }), standIn(7, { slopeMissing: true })];
    const forwards = [1, 5, 9].map((station) => dugLevel(one, site, station));
    expect([9, 5, 1].map((station) => dugLevel(other, site, station)).reverse()).toEqual(forwards);
    expect(dugLevel(standIn(8), site, 5)).not.toBe(dugLevel(standIn(7), site, 5));
    expect(placesOf(one, site)).toHaveLength(14);
    expect(placesOf(one, { start: 40, end: 0 }).slice(0, 3)).toEqual([40, 37, 34]);
  });

  test('a missing slope is found from what the receiver reads, as surely as it says, and with the slope set nothing is said in 99 of 100 seeds', () => {
    let [named, said] = [0, 0];
    for (let seed = 1; seed <= 100; seed++) {
      const fault = found(standIn(seed, { slopeMissing: true }));
      if (fault?.kind === 'slope' && Math.abs(fault.slope - 1 / 80) < 3 * fault.error) named++;
      if (found(standIn(seed))) said++;
    }
    expect(named).toBeGreaterThanOrEqual(98);
    expect(said).toBeLessThanOrEqual(1);
  });

  test('a worn tooth is a bias, not a staircase', () => {
    const said = Array.from({ length: 50 }, (_, seed) => found(standIn(seed, { toothWorn: 0.018 }))?.kind);
    expect(said.filter((kind) => kind === 'bias').length).toBeGreaterThanOrEqual(45);
    expect(said).not.toContain('slope');
  });

  test('a strike forgotten puts every third place off as a whole; the sensors know nothing of it', () => {
    const one = { ...standIn(3, { strikeForgotten: true }), noise: 0 };
    const off = (station: number) => (dugLevel(one, site, station) ?? NaN) - (designs(station, null)?.bottom ?? NaN);
    expect(off(1)).toBeCloseTo(0, 9);
    expect(Math.abs(off(10))).toBeGreaterThan(0.002);
    expect(off(11.5)).toBeCloseTo(off(10), 9);
    expect(off(13)).toBeCloseTo(0, 9);
    const sensed = armSensors(one, site).read(10);
    expect('value' in sensed && sensed.value).toBeCloseTo(designs(10, null)?.bottom ?? NaN, 3);
  });

  test('drift grows from place to place', () => {
    const one = { ...standIn(3, { drift: 0.004 }), noise: 0 };
    const off = (station: number) => (dugLevel(one, site, station) ?? NaN) - (designs(station, null)?.bottom ?? NaN);
    expect(off(1)).toBeCloseTo(0, 9);
    expect(off(4)).toBeCloseTo(0.004, 9);
    expect(off(37)).toBeCloseTo(0.048, 9);
  });

  test('a fall on the wrong axis deceives whoever digs by the rod: it reads right, and 40 m on the bottom is half a metre too high', () => {
    const one = { ...standIn(3, { wrongAxis: true }), noise: 0 };
    const rod: StandInSite = { ...site, setUp: { ...setUp, means: 'laser', set: null } };
    const design = designs(39.9, null)?.bottom ?? NaN;
    expect((dugLevel(one, rod, 39.9) ?? NaN) - design).toBeCloseTo(39.9 / 80, 9);
    const reading = receiver(one, rod).read(39.9);
    expect('value' in reading && planeAt(planeOf(setUp), 39.9) - reading.value).toBeCloseTo(design, 2);
  });

  test('off the staff, under the rod and where nothing is dug it says so instead of a number', () => {
    const short = { ...site, setUp: { ...setUp, rod: 1 } };
    expect(receiver(standIn(1), short).read(10)).toEqual({ none: 'The beam passes over the staff: move the instrument.' });
    const low = { ...site, setUp: { ...setUp, backsight: -5 } };
    expect(receiver(standIn(1), low).read(10)).toEqual({ none: 'The beam passes under the foot of the rod: move the instrument.' });
    expect(receiver(standIn(1), site).read(90)).toEqual({ none: 'Nothing is dug open there.' });
  });
});
