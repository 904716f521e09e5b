import fc from 'fast-check';
import { grounds } from '../catalogue';
import { demoFile } from '../demo';
import { anyDig, times } from '../generators.testing';
import { boringOf } from '../boring';
import { straightBore, activities, blankJob, blankPit, machineOf, type Job, type LoggedRate, type Run } from '../job';
import { handRate } from '../machine';
import { orderOf } from '../order';
import { planRun } from '../plan/plan';
import { spoilCells, spoilKinds } from '../spoil';
import { summarise } from '../studies/compare';
import { machineChoices } from '../studies/machines';
import { programmeInputs, timelineOf } from '../studies/programme';
import { protectionOptions } from '../studies/protection';
import { holesOf, levelRun } from '../testing';
import { estimateOf, hoursIn, personHours, workHours, type Hours } from '.';

const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);
const all = (hours: Hours): number => sum(activities.map((activity) => hours[activity]));

/** Some of the crew's own rates, or none. */
const anyLogged: fc.Arbitrary<LoggedRate[]> = fc.array(
  fc.record({
    activity: fc.constantFrom(...activities),
    amount: fc.double({ min: 1, max: 40, noNaN: true }),
    hours: fc.double({ min: 0.5, max: 20, noNaN: true }),
    note: fc.constant(''),
  }),
  { maxLength: 3 },
);

test('for any run every screen’s figure is a sum of the one estimate, with and without own rates', () => {
  fc.assert(
    fc.property(anyDig, anyLogged, ({ job: drawn, run }, logged) => {
      const job: Job = { ...drawn, pace: { ...drawn.pace, logged } };
      const plan = planRun(job, run);
      const estimate = estimateOf(job, run, plan);
      const { hours, portions, pieces } = estimate;
      const close = (a: number, b: number, by = 1e-6) =>
        expect(Math.abs(a - b)).toBeLessThanOrEqual(by * Math.max(1, Math.abs(a), Math.abs(b)));
      // What is dug, by whom, and what that takes.
      close(sum(portions.map(({ hand }) => hand)), plan.dig.hand);
      close(sum(portions.map(({ machine }) => machine)), plan.dig.machine);
      close(hours.hand, sum([...plan.handWindows, ...plan.byHand].map((one) => one.hours)));
      close(hours.hand, plan.dig.hand / handRate(job, run.spoil.ground));
      for (const activity of activities) close(sum(pieces.map((piece) => piece.hours[activity])), hours[activity]);
      const holes = [...holesOf(job, run, plan.places).map(({ id }) => id), ...plan.bores.map(({ reach }) => reach)];
      for (const activity of activities) close(sum(holes.map((id) => hoursIn(estimate, id)[activity])), hours[activity]);
      close(hours.bore, sum(boringOf(job, run).map((one) => one.hours)));
      // Compare, machines, order, days.
      const summary = summarise(job, run, plan);
      close(summary.handHours, hours.hand);
      close(summary.hours, personHours(job, hours));
      const chosen = machineChoices(job, run, plan).find(({ id }) => id === job.machine);
      close(chosen?.hours ?? NaN, hours.dig + hours.move);
      const order = orderOf(job, run, plan);
      const item = (id: string) => order.items.find((one) => one.id === id)?.order ?? 0;
      const { machine, crew } = workHours(hours);
      close(item(`machine.${job.machine}`), machine < 1e-6 ? 0 : machine);
      close(item('labour.crew') + item('labour.driver'), summary.hours < 1e-6 ? 0 : summary.hours);
      const alone = timelineOf(programmeInputs(job, run, plan, order), () => 1);
      close(alone.machine, machine);
      expect(alone.hours).toBeGreaterThanOrEqual(Math.max(0, ...pieces.map((piece) => all(piece.hours) - 1e-6)));
      expect(crew).toBeGreaterThanOrEqual(0);
      // Where the dirt goes: the kinds are all of it, and what is surplus is what goes off site.
      const kinds = spoilKinds(plan.balance, run.spoil, job.pace.lorry);
      const loose = (...of: string[]) => sum(kinds.filter(({ kind }) => of.includes(kind)).map((kind) => kind.loose));
      close(loose('topsoil', 'back', 'surplus', 'suspect'), plan.balance.loose);
      close(loose('surplus', 'suspect'), plan.balance.surplusLoose);
      close(item('spoil.surplus') + item('spoil.suspect'), plan.balance.surplusLoose < 1e-6 ? 0 : plan.balance.surplusLoose);
      const topsoil = plan.balance.topsoilBank * (1 + grounds.loam.swell);
      // Slivers below a spade's width are left out of the stretches.
      close(
        sum(spoilCells(run, plan.profile, plan.pits, machineOf(job).arm).map(({ volume }) => volume)) + topsoil,
        plan.balance.loose,
        1e-5,
      );
    }),
    { numRuns: times(40) },
  );
});

test('9.9 m³ by hand is one figure of hours, with and without a logged rate', () => {
  // 11 m, 1.2 m deep, 0.75 m wide: 9.9 m³ in clay at 0.5 m³ an hour.
  const base = levelRun({ length: 11, depth: 1.2, bottomWidth: 0.75, left: { kind: 'vertical' }, right: { kind: 'vertical' } });
  const run: Run = {
    ...base,
    spoil: { ...base.spoil, ground: 'clay' },
    logistics: { ...base.logistics, byHand: [{ id: 'h1', from: 0, to: 11, why: 'no way in' }] },
  };
  const handHours = (job: Job) => {
    const plan = planRun(job, run);
    expect(plan.dig.hand).toBeCloseTo(9.9, 9);
    return [plan.byHand[0]?.hours, summarise(job, run, plan).handHours, orderOf(job, run, plan).estimate.hours.hand];
  };
  const job = blankJob('Yard', 'UK');
  for (const hours of handHours(job)) expect(hours).toBeCloseTo(9.9 / 0.5, 9);
  const logged: Job = { ...job, pace: { ...job.pace, logged: [{ activity: 'hand', amount: 6.6, hours: 10, note: '' }] } };
  for (const hours of handHours(logged)) expect(hours).toBeCloseTo(15, 9);
});

test('the pits of a bore are dug and filled by themselves, and the bore between them is worked on as one', () => {
  const base = levelRun({ length: 30, depth: 1.6 });
  const [reach] = base.reaches as [Run['reaches'][number]];
  const bored: Run = {
    ...base,
    reaches: [
      {
        ...reach,
        method: {
          ...straightBore,
          bore: 0.2,
          rod: 1.5,
          launch: blankPit(2, 1, 0.2),
          receiving: blankPit(1.2, 1, 0.2),
          bow: null,
          duct: null,
        },
      },
    ],
  };
  const job = blankJob('Yard', 'UK');
  const plan = planRun(job, bored);
  const { hours, pieces } = estimateOf(job, bored, plan);
  expect(plan.dig.machine + plan.dig.hand).toBeGreaterThan(1);
  expect(pieces.length).toBe(plan.pits.length + 1);
  // 26.8 m between the pits: 3 h, and 12, 15, 15 and 25 m an hour for the pilot, two reamings and drawing in.
  expect(hours.bore).toBeCloseTo(3 + 26.8 * (1 / 12 + 2 / 15 + 1 / 25), 9);
  expect(hours.dig).toBeGreaterThan(0);
  expect(hours.lay).toBe(0);
});

test('ways to hold a hole: of the one that is planned the hours are those of the plan there', () => {
  const [run] = demoFile.runs as [Run];
  const [reach] = run.reaches as [Run['reaches'][number]];
  for (const option of protectionOptions(demoFile.job, run, reach.id)) {
    const plan = planRun(demoFile.job, option.run);
    expect(option.crewHours).toBeCloseTo(personHours(demoFile.job, hoursIn(estimateOf(demoFile.job, option.run, plan), reach.id)), 9);
  }
});

test('a rate measured with one machine says nothing of another', () => {
  const [run] = demoFile.runs as [Run];
  const logged = [{ activity: 'dig' as const, amount: 40, hours: 8, note: '', machine: 't17' }];
  const job: Job = { ...demoFile.job, machine: 't17', pace: { ...demoFile.job.pace, logged } };
  const own = machineChoices(job, run, planRun(job, run));
  const usual = machineChoices(demoFile.job, run, planRun(demoFile.job, run));
  const differ = own.filter(({ id, hours }) => hours !== usual.find((one) => one.id === id)?.hours).map(({ id }) => id);
  expect(differ).toEqual(['t17']);
});
