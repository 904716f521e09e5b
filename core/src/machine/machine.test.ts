import fc from 'fast-check';
import { machineIds, machines, type Arm, type GroundId, type Machine } from '../catalogue';
import { seeded } from '../chance';
import { blankJob, blankLaidLine, type Run } from '../job';
import { planRun } from '../plan/plan';
import { levelRun } from '../testing';
import {
  bucketFor,
  cycleTime,
  digRate,
  envelope,
  envelopeArea,
  liftAt,
  liftChecks,
  loggedRate,
  payload,
  poseAt,
  powerAdvice,
  radiusFor,
  reaches,
  setUpsOf,
  tippingLoad,
  tipReach,
  windowOf,
} from '.';
import { polygonArea, without } from '../geometry';

const job = blankJob('Yard');
const { t17 } = machines;

/** Share of a box the teeth reach, by asking a pose for every angle of the bucket, times its area. */
function sampledArea(arm: Arm, samples: number): number {
  const chance = seeded(7);
  const most = arm.boom + arm.stick + arm.tip;
  let inside = 0;
  for (let i = 0; i < samples; i++) {
    const point = { x: arm.foot.x + (2 * chance() - 1) * most, z: arm.foot.z + (2 * chance() - 1) * most };
    for (let bucket = -180; bucket < 180; bucket += 2)
      if (poseAt(arm, point, (bucket * Math.PI) / 180)) {
        inside++;
        break;
      }
  }
  return (inside / samples) * (2 * most) ** 2;
}

describe('the envelope', () => {
  test('its area agrees with points thrown', () => {
    // A degree either way of the bucket, and chance: a hundredth each. The bench throws a million.
    expect(Math.abs(envelopeArea(t17.arm) / sampledArea(t17.arm, 5000) - 1)).toBeLessThan(0.03);
  });
  test.each(machineIds)('%s: the outline drawn has that area', (id) => {
    const { arm } = machines[id];
    expect(polygonArea(envelope(arm).map(({ x, z }) => ({ x, y: z }))) / envelopeArea(arm)).toBeCloseTo(1, 2);
  });
  test('a point is within it exactly when some bucket angle gets there', () => {
    const at = fc.record({ x: fc.double({ min: -2, max: 4, noNaN: true }), z: fc.double({ min: -3, max: 4, noNaN: true }) });
    const any = ({ arm }: Machine, point: { x: number; z: number }) =>
      Array.from({ length: 360 }, (_, i) => (i * Math.PI) / 180).some((bucket) => poseAt(arm, point, bucket) !== undefined);
    fc.assert(
      fc.property(at, (point) => {
        // Within a hair of the edge half a degree of the bucket decides.
        const near = [-1, 1].flatMap((dx) => [-1, 1].map((dz) => reaches(t17.arm, { x: point.x + dx * 0.03, z: point.z + dz * 0.03 })));
        if (near.some((one) => one !== near[0])) return;
        expect(reaches(t17.arm, point)).toBe(any(t17, point));
      }),
    );
  });
});

describe('lifting', () => {
  test('1,700 kg, its centre 0.30 m behind the edge, the load 2.0 m beyond: tips at 255 kg, rated 191 at most', () => {
    expect(tippingLoad(1700, 0.3, 2)).toBe(255);
    // Over the tracks ahead: 0.6 + a centre 0.3 ahead of the axis leaves 0.3; radius 2.6.
    const machine: Machine = { ...t17, front: 0.6, cog: -0.3, lift: 1e5 };
    const lift = liftAt(machine, 2.6, 0);
    expect(lift.tipping).toBeCloseTo(255, 9);
    expect(lift).toMatchObject({ by: 'tipping', rated: expect.closeTo(0.75 * 255, 9) as number });
  });
  test('the blade down helps, the side is worst, and it falls with the radius', () => {
    for (const id of machineIds) {
      const at = (radius: number, bearing: number, blade = false) => liftAt(machines[id], radius, bearing, blade).rated;
      expect(at(2, 0, true)).toBeGreaterThanOrEqual(at(2, 0));
      expect(at(2.5, Math.PI / 2)).toBeLessThanOrEqual(at(2.5, 0));
      expect(at(3, 0)).toBeLessThan(at(2, 0));
    }
  });
  test('the furthest a load may be is where the chart gives just that load', () => {
    fc.assert(
      fc.property(fc.double({ min: 50, max: 600, noNaN: true }), fc.double({ min: 0, max: Math.PI, noNaN: true }), (load, bearing) => {
        const radius = radiusFor(t17, load, bearing);
        if (radius <= 0.7 || radius >= t17.arm.foot.x + t17.arm.boom + t17.arm.stick - 1e-6) return;
        expect(liftAt(t17, radius, bearing).rated).toBeCloseTo(load, 3);
      }),
    );
  });
  test('a drum past the chart is a caution; a typed capacity takes its place', () => {
    const run: Run = {
      ...levelRun({ length: 60, depth: 1, entry: false }),
      laid: [blankLaidLine('Feeder', 'mv-3x95')],
      logistics: { ...levelRun().logistics, drums: [{ product: 'mv-3x95', lengths: [250] }] },
    };
    const plan = planRun(job, run);
    const [drum] = liftChecks(job, run, plan.profile, plan.supports, t17);
    expect(drum).toMatchObject({ what: 'The drum of MV cable 3 × 95 mm²', fits: false });
    const lifts = (of: Run) => planRun(job, of).findings.filter(({ code }) => code === 'machine.lift');
    expect(lifts(run)).toHaveLength(1);
    expect(lifts({ ...run, conditions: { ...run.conditions, lift: 4000 } })).toEqual([]);
    expect(
      planRun({ ...job, machine: 't8' }, { ...run, logistics: { ...run.logistics, drums: [] } }).findings.map(({ code }) => code),
    ).not.toContain('machine.lift');
  });
});

describe('cycles', () => {
  test('0.45 m of 0.1 m³ a metre in loam: 0.036 m³ in the bank; 15 s at its best, half as much again at its deepest', () => {
    expect(payload(t17, 0.45, 'loam')).toBeCloseTo(0.036, 9);
    expect(cycleTime(t17, 'loam', 0.3)).toBe(15);
    expect(cycleTime(t17, 'loam', 1)).toBe(22.5);
    expect(cycleTime(t17, 'loam', 0.3, Math.PI)).toBe(18);
    // 0.036 m³ × 47 min × 60 / (15 s × 1.083).
    expect(digRate(job, 'loam', 0.5)).toBeCloseTo((0.036 * 47 * 60) / (15 * (1 + 0.5 / 6)), 6);
  });
  test('what the crew logged rules, for its own machine only', () => {
    const logged = (amount: number, hours: number) => ({ activity: 'dig' as const, amount, hours, note: '', machine: job.machine });
    const own = { ...job, pace: { ...job.pace, logged: [logged(20, 5), logged(10, 5)] } };
    expect(loggedRate(own, 'dig')).toBe(3);
    expect(loggedRate(own, 'lay')).toBeUndefined();
    expect(digRate(own, 'clay', 0.5)).toBe(3);
    const other = { machine: 't8' };
    expect(digRate({ ...own, ...other }, 'loam', 0.5)).toBe(digRate({ ...job, ...other }, 'loam', 0.5));
  });
  test('the widest bucket that goes in and breaks out, else the narrowest there is; and what helps in hard ground', () => {
    const of = (ground: GroundId, width: number) => bucketFor(t17, ground, [0.23, 0.45, 0.9], width);
    expect(of('loam', 0.6)).toBe(0.45);
    expect(of('loam', 0.15)).toBe(0.23);
    // 15 kN over 20 kN a metre of loam: 0.75 m at most.
    expect(of('loam', 1.2)).toBe(0.45);
    expect(of('sand', 1.2)).toBe(0.9);
    expect(powerAdvice(t17, 'sand', 0.45)).toMatch(/^Draws full/);
    expect(powerAdvice(t17, 'clay', 0.45)).toMatch(/^Curl it out/);
    expect(powerAdvice(t17, 'rock', 0.45)).toMatch(/^Too hard/);
  });
});

describe('where it stands', () => {
  const run = levelRun({ length: 30, depth: 1.2, entry: false });
  const { profile } = planRun(job, run);
  test('bite after bite, each as long as the floor it shaves, from the end it digs from', () => {
    const { list: stands, beyond } = setUpsOf(run, profile, t17);
    const floor = windowOf(t17, 1.2) as { from: number; to: number };
    expect(beyond).toEqual([]);
    expect(stands).toHaveLength(Math.ceil(30 / (floor.to - floor.from)));
    expect(stands[0]).toMatchObject({ from: 0, axis: expect.closeTo(floor.to, 9) as number });
    const back = setUpsOf({ ...run, access: { digFrom: 'end', exit: 'both' } }, profile, t17).list;
    expect(back[0]?.to).toBe(30);
    expect(back[0]?.axis).toBeCloseTo(30 - floor.to, 9);
  });
  test('stands cover all that is dug open, once, whatever its depths', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 9.5, max: 10.5, noNaN: true }), { minLength: 3, maxLength: 8 }),
        fc.boolean(),
        (grounds, start) => {
          const rolling: Run = {
            ...levelRun({ length: 10, depth: 1.1, entry: false }),
            stations: grounds.map((ground, i) => ({ station: i * 5, ground })),
            access: { digFrom: start ? 'start' : 'end', exit: 'both' },
            logistics: { ...run.logistics, byHand: [{ id: 'h', from: 2, to: 4, why: 'wall' }] },
          };
          const plan = planRun(job, rolling);
          const pieces = [...plan.setUps.list, ...plan.setUps.beyond].sort((a, b) => a.from - b.from);
          const length = pieces.reduce((sum, { from, to }) => sum + to - from, 0);
          expect(length).toBeCloseTo((grounds.length - 1) * 5 - 2, 6);
          pieces.slice(1).forEach((piece, i) => expect(piece.from).toBeGreaterThanOrEqual((pieces[i]?.to ?? 0) - 1e-6));
        },
      ),
    );
  });
  test('what it does not get down to is said, and a range less others', () => {
    const deep = levelRun({ length: 10, depth: 2.6, entry: false });
    expect(setUpsOf(deep, planRun(job, deep).profile, t17)).toMatchObject({ list: [], beyond: [{ from: 0, to: 10 }] });
    expect(
      without({ from: 0, to: 10 }, [
        { from: 2, to: 3 },
        { from: 8, to: 12 },
      ]),
    ).toEqual([
      { from: 0, to: 2 },
      { from: 3, to: 8 },
    ]);
  });
  test('no machine in a stretch: dug by hand, its hours and volume apart', () => {
    const narrow = { ...run, logistics: { ...run.logistics, byHand: [{ id: 'h', from: 10, to: 16, why: 'Under the eaves' }] } };
    const [before, after] = [planRun(job, run), planRun(job, narrow)];
    expect(after.byHand).toMatchObject([{ from: 10, to: 16, volume: expect.closeTo(before.volumes.trench / 5, 6) as number }]);
    expect(after.dig.hand).toBeCloseTo(before.volumes.trench / 5, 6);
    expect(after.dig.machine).toBeCloseTo((before.volumes.trench * 4) / 5, 6);
  });
  test('a heap too high or too far off is not tipped over', () => {
    expect(tipReach(t17.arm, 0.8)).toBeGreaterThan(2);
    expect(tipReach(t17.arm, 1.5)).toBeLessThan(4);
    const far = { ...run, spoil: { ...run.spoil, setback: 4, corridorRight: 9 } };
    expect(planRun(job, far).findings.map(({ code }) => code)).toContain('machine.tip');
  });
});
