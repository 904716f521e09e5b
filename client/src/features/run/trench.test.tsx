import {
  applyPatches,
  blankJob,
  blankRun,
  formatLength,
  InputError,
  planRun,
  sectionAt,
  type Job,
  type Patch,
  type Run,
} from '@tamper/core';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { field, onPage, press, type } from '../../testing/benches';
import type { PlanState } from '../../workers/usePlan';
import { InSession } from '../../testing/session';
import type { Look } from './Picture';
import { TrenchScreen } from './TrenchScreen';

jest.mock('./GradeFinder', () => ({ GradeFinder: () => null }));
jest.mock('./Exchange', () => ({ Exchange: () => null }));

const job = blankJob('Bench', 'UK');
const drain: Run = blankRun({ name: 'Drain', length: 40, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });

/** The planner, one step behind until the test has it catch up. */
function onTrench(start: Run = drain, { job: own = job, look = 'section' }: { job?: Job; look?: Look } = {}) {
  const seen = { run: start, plan: (): void => undefined, change: undefined as unknown as (next: Run) => void };
  function Bench() {
    const [run, setRun] = useState(start);
    const [state, setState] = useState<PlanState>({
      good: { job: own, run: start, plan: planRun(own, start) },
      errors: [],
      crash: undefined,
    });
    seen.run = run;
    seen.change = setRun;
    seen.plan = () =>
      setState((before) => {
        try {
          return { good: { job: own, run, plan: planRun(own, run) }, errors: [], crash: undefined };
        } catch (error) {
          if (error instanceof InputError) return { ...before, errors: error.errors };
          throw error;
        }
      });
    return (
      <InSession job={own} run={run} change={setRun} state={state}>
        <TrenchScreen tab={look} />
      </InSession>
    );
  }
  onPage(<Bench />);
  return { seen, catchUp: () => act(() => seen.plan()) };
}
/** Opens a part by its name among all. */
function open(part: string): void {
  press(/^Change a part/);
  press(part);
}
const number = (label: string) => screen.getByTestId(`number-${label}`).textContent?.replace(label, '');
/** What the core says of a run's section at its start. */
const top = (run: Run) => formatLength(sectionAt(job, run, 0).topWidth, 'metric');
const wider = (run: Run, width: number) => applyPatches(run, [{ path: ['reaches', 0, 'bottomWidth'], value: width } as Patch]);

test('a width typed is in the section at once; what needs the whole plan follows with it', () => {
  const { catchUp } = onTrench();
  const dug = number('Dig (bank)');
  open('Width');
  type('Clear width at the bottom', '1.25');
  expect(number('Top width')).toBe(top(wider(drain, 1.25)));
  expect(screen.getByRole('group', { name: /Cross-section of Drain/ }).textContent).toContain('1.25 m');
  expect(number('Dig (bank)')).toBe(dug);
  catchUp();
  expect(number('Dig (bank)')).not.toBe(dug);
});

test('a width the pipe does not go into: the drawing keeps the last that could be dug, and says so when the planner has', () => {
  const { seen, catchUp } = onTrench();
  const before = number('Top width');
  open('Width');
  type('Clear width at the bottom', '0.1');
  expect([seen.run.reaches[0]?.bottomWidth, number('Top width')]).toEqual([0.1, before]);
  catchUp();
  expect(screen.getByText(/The drawing shows the last that could/)).toBeTruthy();
  expect(screen.getAllByText(/it does not go in/).length).toBeGreaterThan(0);
  expect(number('Top width')).toBe(before);
  // Mended, the drawing waits for the planner's word once, then follows again.
  type('Clear width at the bottom', '0.9');
  catchUp();
  expect(number('Top width')).toBe(top(wider(drain, 0.9)));
});

test('words that are no width stay in the field with a sentence; the run keeps its own', () => {
  const { seen } = onTrench();
  open('Width');
  type('Clear width at the bottom', 'wide');
  expect(screen.getByText(/“wide” is not a length/)).toBeTruthy();
  expect([field('Clear width at the bottom').value, seen.run]).toEqual(['wide', drain]);
});

test('a part touched opens its inputs, touched again by name closes them; another takes its place', () => {
  onTrench();
  open('Width');
  expect(screen.getByRole('form', { name: 'Width' })).toBeTruthy();
  press('Edit: Bedding and surround');
  expect(screen.queryByRole('form', { name: 'Width' })).toBeNull();
  press('Close the inputs');
  expect(screen.queryByRole('form')).toBeNull();
});

test('three looks at one run, and the arrow keys go along it', () => {
  onTrench(drain, { look: 'long' });
  expect(screen.getByRole('group', { name: 'Long section of Drain' })).toBeTruthy();
  cleanup();
  onTrench(drain, { look: 'plan' });
  expect(screen.getByLabelText(/^Plan of Drain/)).toBeTruthy();
  const strip = screen.getByRole('slider', { name: 'Station along the run' });
  expect(strip.getAttribute('aria-valuenow')).toBe('0');
  fireEvent.keyDown(strip, { key: 'ArrowRight' });
  expect(strip.getAttribute('aria-valuenow')).toBe('0.4');
});

test('the numbers below are those of the plan, by name', () => {
  onTrench();
  const whole = within(screen.getByRole('group', { name: 'Whole run' }));
  const { balance, deepest } = planRun(job, drain);
  expect(whole.getByTestId('number-Deepest').textContent).toContain(formatLength(deepest.depth, 'metric'));
  expect(whole.getByTestId('number-Surplus (loose)').textContent).toContain(balance.surplusLoose.toFixed(1));
});

describe('a fix pressed while the plan is behind', () => {
  /** A right-angled bend in a rigid pipe, 20 or as many metres along. */
  const bent = (along: number): Run => ({
    ...drain,
    route: [
      { x: 0, y: 0 },
      { x: along, y: 0 },
      { x: along, y: 40 - along },
    ],
  });
  const chambers = (run: Run) => run.structures.map(({ station }) => station);

  test('waits for the plan of the newest inputs, and is taken from that', () => {
    const { seen, catchUp } = onTrench(bent(20));
    act(() => seen.change(bent(25)));
    press('Put a chamber there');
    expect(chambers(seen.run)).toEqual([]);
    catchUp();
    expect(chambers(seen.run)).toEqual([25]);
  });

  test('is taken at once when it is not behind, and not at all when the newest plan does not offer it', () => {
    const { seen, catchUp } = onTrench(bent(20));
    press('Put a chamber there');
    expect(chambers(seen.run)).toEqual([20]);
    act(() => seen.change(bent(20)));
    catchUp();
    act(() => seen.change(drain));
    press('Put a chamber there');
    catchUp();
    expect(chambers(seen.run)).toEqual([]);
  });
});
