import fc from 'fast-check';
import { deepestReach, fullReach, jointsOf, machineIds, machines, type Arm } from '../catalogue';
import { blankJob } from '../job';
import { planRun } from '../plan/plan';
import { anyMachine } from '../generators.testing';
import { levelRun } from '../testing';
import { machineChoices } from '../studies/machines';
import { flatWindow, floorsAt, poseAt } from '.';

const turn = [-Math.PI, Math.PI] as const;
/** Boom 2.0, stick 1.0, teeth 0.7 m, foot 0.2 forward and 0.6 up, no limits. */
const free: Arm = { foot: { x: 0.2, z: 0.6 }, boom: 2, stick: 1, tip: 0.7, boomTurn: turn, stickTurn: turn, tipTurn: turn };

test('all links hanging: 2.0 + 1.0 + 0.7 − 0.6 = 3.1 m', () => expect(deepestReach(free)).toBeCloseTo(3.1, 9));

test.each(machineIds)('%s: deepest agrees with a grid of poses to 5 mm', (id) => {
  const { arm } = machines[id];
  const steps = ([low, high]: readonly [number, number], n: number) =>
    Array.from({ length: n + 1 }, (_, i) => low + ((high - low) * i) / n);
  let lowest = Infinity;
  for (const boom of steps(arm.boomTurn, 40))
    for (const stick of steps(arm.stickTurn, 80))
      for (const tip of steps(arm.tipTurn, 80)) lowest = Math.min(lowest, jointsOf(arm, { boom, stick, tip })[3].z);
  expect(deepestReach(arm)).toBeGreaterThanOrEqual(-lowest - 1e-9);
  expect(deepestReach(arm) + lowest).toBeLessThan(0.005);
});

test('a pose puts the teeth where they were asked, the bucket at its angle, every joint within its turn', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...machineIds),
      fc.double({ min: 0, max: 5, noNaN: true }),
      fc.double({ min: -4, max: 2, noNaN: true }),
      fc.double({ min: -2.6, max: -0.5, noNaN: true }),
      (id, x, z, bucket) => {
        const { arm } = machines[id];
        const pose = poseAt(arm, { x, z }, bucket);
        if (!pose) return;
        const teeth = jointsOf(arm, pose)[3];
        expect(Math.hypot(teeth.x - x, teeth.z - z)).toBeLessThan(1e-9);
        expect(Math.cos(pose.boom + pose.stick + pose.tip - bucket)).toBeCloseTo(1, 9);
        expect(pose.boom).toBeGreaterThanOrEqual(arm.boomTurn[0] - 1e-9);
        expect(pose.stick).toBeLessThanOrEqual(arm.stickTurn[1] + 1e-9);
      },
    ),
  ));

test.each([
  ['t17', 1.2],
  ['t17', 1.9],
  ['t35', 2.4],
  ['t8', 1],
] as const)('%s at %d m: the level window agrees with dense sampling to 10 mm', (id, depth) => {
  const { arm } = machines[id];
  const window = flatWindow(arm, depth);
  let widest = 0;
  for (let i = 0; i <= 12; i++) {
    const bucket = -Math.PI / 2 + ((i - 6) * Math.PI) / 36;
    let run = 0;
    for (let x = 0; x < 8; x += 0.002) {
      run = poseAt(arm, { x, z: -depth }, bucket) ? run + 0.002 : 0;
      widest = Math.max(widest, run);
    }
  }
  expect((window?.to ?? 0) - (window?.from ?? 0)).toBeGreaterThan(0);
  expect(Math.abs((window?.to ?? 0) - (window?.from ?? 0) - widest)).toBeLessThan(0.01);
});

test('where the teeth get along a floor is told exactly: with any bucket, at random places, as the pose there says', () => {
  let edges = 0;
  fc.assert(
    fc.property(
      anyMachine,
      fc.double({ min: -2, max: 5, noNaN: true }),
      fc.double({ min: -Math.PI, max: 0, noNaN: true }),
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 20, maxLength: 20 }),
      ({ arm }, depth, bucket, shares) => {
        const floors = floorsAt(arm, depth, bucket);
        const inside = (x: number) => floors.some(({ from, to }) => x >= from && x <= to);
        const places = [
          ...shares.map((share) => share * fullReach(arm)),
          ...floors.flatMap(({ from, to }) => [from, to].flatMap((x) => [x - 1e-4, x + 1e-4])),
        ];
        for (const x of places) {
          if (x < 0 || floors.some(({ from, to }) => Math.min(Math.abs(x - from), Math.abs(x - to)) < 5e-5)) continue;
          expect(poseAt(arm, { x, z: -depth }, bucket) !== undefined).toBe(inside(x));
        }
        edges += floors.length;
      },
    ),
  );
  expect(edges).toBeGreaterThan(20);
});

test('the deeper, the shorter the window, and none past the deepest', () => {
  const { arm } = machines.t17;
  const deepest = deepestReach(arm);
  expect(flatWindow(arm, deepest + 0.01)).toBeUndefined();
  const at = (share: number) => {
    const window = flatWindow(arm, share * deepest);
    return window ? window.to - window.from : 0;
  };
  expect(at(0.98)).toBeLessThan(at(0.85));
});

describe('a machine against a run', () => {
  const job = { ...blankJob('Yard', 'US'), machine: 't17' as const };
  const findings = (depth: number) =>
    planRun(job, levelRun({ length: 20, depth, entry: false, bottomWidth: 0.4 })).findings.filter(
      ({ code }) => code === 'machine.reach' || code === 'machine.edge',
    );
  test('well within its reach nothing is said; at its edge a caution; past it a stop', () => {
    expect(findings(1.5)).toEqual([]);
    expect(findings(2)[0]).toMatchObject({ code: 'machine.edge', severity: 'caution' });
    expect(findings(2.5)[0]).toMatchObject({ code: 'machine.reach', severity: 'stop', where: [{ from: 0, to: 20 }] });
  });
  test('every class side by side: larger ones reach deeper, move less and dig faster', () => {
    const run = levelRun({ length: 20, depth: 1.5 });
    const fits = machineChoices(job, run, planRun(job, run));
    for (let i = 1; i < fits.length; i++) {
      expect(fits[i]?.deepest).toBeGreaterThan(fits[i - 1]?.deepest ?? Infinity);
      expect(fits[i]?.hours).toBeLessThan(fits[i - 1]?.hours ?? 0);
    }
    expect(fits.at(-1)?.setUps).toBeLessThan(fits[1]?.setUps ?? 0);
    expect(fits[1]).toMatchObject({ id: 't17', gap: undefined });
  });
});
