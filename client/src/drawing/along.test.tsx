import { blankExisting, blankRun, structureAt, planRun, blankJob, productOf, type PlanPoint, type Run } from '@tamper/core';
import { fireEvent, screen } from '@testing-library/react';
import { onPage, press } from '../testing/benches';
import { LongSection } from './LongSection';
import { PlanDrawing, type PlanTool } from './PlanDrawing';
import { Strip } from './Strip';

const job = blankJob('Bench', 'UK');
const base = blankRun({ name: 'Drain', length: 40, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
const run: Run = {
  ...base,
  route: [
    { x: 0, y: 0 },
    { x: 40, y: 0 },
  ],
  structures: [structureAt(base, 30, 'chamber', 'c1')],
  existing: [{ ...blankExisting('Cable', 10), kind: 'power', coverMin: 0.2, coverMax: 0.4 }],
};
const plan = planRun(job, run);
const size = { units: 'metric' as const, width: 390, height: 320, cursor: 0 };
/** A click at a place of the element, as a browser reports it. */
function clickAt(element: HTMLElement, x: number, y: number): void {
  const click = new MouseEvent('click', { bubbles: true });
  Object.assign(click, { offsetX: x, offsetY: y });
  Object.defineProperties(click, { offsetX: { value: x }, offsetY: { value: y } });
  fireEvent(element, click);
}

describe('the long section', () => {
  const shown = (of: Run = run) => {
    const seen: number[] = [];
    onPage(
      <LongSection
        run={of}
        product={productOf(job, of)}
        plan={planRun(job, of)}
        clearance={0.3}
        onCursor={(station) => seen.push(station)}
        {...size}
      />,
    );
    return seen;
  };
  test('a touch puts the cursor where it falls, and stays on the run', () => {
    const seen = shown();
    const drawing = screen.getByLabelText('Long section of Drain');
    // The run fills the drawing between 50 px on the left and 22 px on the right.
    clickAt(drawing, 50 + (390 - 72) / 4, 100);
    clickAt(drawing, 389, 100);
    clickAt(drawing, 3, 100);
    expect(seen).toEqual([10, 40, 0]);
  });
  test('an existing line is named and told how it is passed; a chamber by its name', () => {
    shown();
    // Cover 0.6 m over the crown, and the cable ends 0.4 + 0.1 m down.
    expect(screen.getAllByText('under it by 0.10 m').length).toBeGreaterThan(0);
    expect(screen.getAllByText('C1').length).toBeGreaterThan(0);
  });
  test('a falling line says its gradient, and which way the water runs', () => {
    const falling: Run = {
      ...run,
      inverts: [
        { id: 'a', station: 0, invert: 9.2, keep: false },
        { id: 'b', station: 40, invert: 8.7, keep: false },
      ],
      reaches: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })),
    };
    shown(falling);
    expect(screen.getAllByText('1:80 →').length).toBeGreaterThan(0);
  });
});

describe('the plan', () => {
  const shown = (tool: PlanTool) => {
    const seen: { touched: PlanPoint[]; moved: [number, PlanPoint][]; selected: number[] } = { touched: [], moved: [], selected: [] };
    onPage(
      <PlanDrawing
        run={run}
        plan={plan}
        others={[]}
        tool={tool}
        selected={undefined}
        onTouch={(point) => seen.touched.push(point)}
        onSelect={(index) => seen.selected.push(index)}
        onMove={(index, point) => seen.moved.push([index, point])}
        {...size}
      />,
    );
    return seen;
  };
  test('is to scale: a touch is the place under it, in metres of the job’s own grid', () => {
    const seen = shown('look');
    const drawing = screen.getByLabelText('Plan of Drain, to scale');
    clickAt(drawing, 100, 150);
    clickAt(drawing, 200, 150);
    clickAt(drawing, 100, 250);
    const [a, b, c] = seen.touched as [PlanPoint, PlanPoint, PlanPoint];
    expect(b.x - a.x).toBeCloseTo(a.y - c.y, 9);
    expect(b.y).toBeCloseTo(a.y, 9);
    // Forty metres and 2 m round them lie between 28 px on each side.
    expect(b.x - a.x).toBeCloseTo((100 * 44) / (390 - 56), 6);
  });
  test('points are moved by keys: a metre, or with Shift a tenth', () => {
    const seen = shown('points');
    const end = screen.getByLabelText('Point 2 of the line');
    fireEvent.focus(end);
    fireEvent.keyDown(end, { key: 'ArrowUp' });
    fireEvent.keyDown(end, { key: 'ArrowLeft', shiftKey: true });
    fireEvent.keyDown(end, { key: 'Enter' });
    expect(seen.selected).toEqual([1]);
    expect(seen.moved).toEqual([
      [1, { x: 40, y: 1 }],
      [1, { x: 39.9, y: 0 }],
    ]);
  });
  test('points can be held only when the line is drawn, and the drawing zooms without a pinch', () => {
    shown('look');
    expect(screen.queryByLabelText('Point 1 of the line')).toBeNull();
    const bar = () => screen.getAllByText(/^\d+ m$/)[0]?.textContent;
    const before = bar();
    for (let i = 0; i < 4; i++) press('Zoom in');
    expect(Number.parseFloat(bar() ?? '')).toBeLessThan(Number.parseFloat(before ?? ''));
    press('Whole drawing');
    expect(bar()).toBe(before);
  });
});

test('the strip is a slider: arrows go along the run, with Shift to the next event', () => {
  const seen: number[] = [];
  onPage(<Strip run={run} plan={plan} units="metric" width={390} cursor={0} onCursor={(station) => seen.push(station)} />);
  const strip = screen.getByRole('slider');
  expect(strip.getAttribute('aria-valuetext')).toBe('0.0 m');
  fireEvent.keyDown(strip, { key: 'ArrowRight' });
  fireEvent.keyDown(strip, { key: 'ArrowLeft' });
  fireEvent.keyDown(strip, { key: 'ArrowRight', shiftKey: true });
  // A hundredth of the run; not past its start; to where something is first said: the cable may be too close there.
  const [first] = plan.findings.flatMap(({ where }) => where.flatMap(({ from }) => (from > 0 ? [from] : []))).sort((a, b) => a - b);
  expect(first).toBeLessThan(10 - 1.5);
  expect(seen).toEqual([0.4, 0, first]);
});
