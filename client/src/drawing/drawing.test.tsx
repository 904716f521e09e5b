import { fireEvent, render, screen } from '@testing-library/react';
import { blankJob, planRun, sectionAt, type Reach, type Run, type TooClose } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import { eventStations, nextEvent } from './events';
import { fitStretched, fitToScale } from './fit';
import { SectionDrawing } from './SectionDrawing';

const run = demoFile.runs[0] as Run;
const frame = { width: 400, height: 300, pad: { left: 10, right: 10, top: 10, bottom: 10 } };

test('a section is drawn alike both ways and inside its frame', () => {
  const view = fitToScale({ left: -2, right: 3, bottom: 8, top: 10 }, frame);
  expect(view.x(1) - view.x(0)).toBeCloseTo(view.y(9) - view.y(10), 9);
  expect(view.x(-2)).toBeGreaterThanOrEqual(10);
  expect(view.x(3)).toBeLessThanOrEqual(390);
  expect(view.y(8)).toBeLessThanOrEqual(290);
});

test('a strip fills its frame', () => {
  const view = fitStretched({ left: 0, right: 48, bottom: 1, top: 4 }, frame);
  expect([view.x(0), view.x(48), view.y(4), view.y(1)]).toEqual([10, 390, 10, 290]);
});

test('events are where something changes, and stepping stays on the run', () => {
  const events = eventStations(run, planRun(demoFile.job, run));
  expect(events[0]).toBe(0);
  expect(events.at(-1)).toBe(48);
  expect(events).toContain(18);
  expect(nextEvent(events, 0, 1)).toBe(events[1]);
  expect(nextEvent(events, 48, 1)).toBe(48);
  expect(nextEvent(events, 18, -1)).toBe(events[events.indexOf(18) - 1]);
});

test('every part of a section can be reached by name, and its sizes are shown in the reader’s units', () => {
  const section = sectionAt(blankJob('Yard'), run, 0);
  const pressed: string[] = [];
  const props = {
    section,
    reach: run.reaches[0] as Reach,
    width: 390,
    height: 280,
    selected: undefined,
    onPart: (part: string) => pressed.push(part),
    whole: true,
    name: run.name,
    ruleSet: 'UK' as const,
  };
  const { rerender } = render(<SectionDrawing {...props} units="metric" />);
  for (const name of [
    'Left wall',
    'Right wall',
    'Bottom width',
    'Bedding and surround',
    'Pipe or cable',
    'Spoil heap, right',
    'Soil and protection',
  ])
    screen.getByRole('button', { name: `Edit: ${name}` }).click();
  expect(pressed).toEqual(['left', 'right', 'width', 'bed', 'laid', 'spoil', 'protection']);
  expect(screen.getAllByText('0.865 m').length).toBeGreaterThan(0);
  rerender(<SectionDrawing {...props} units="us" />);
  expect(screen.getAllByText('2\' 10"').length).toBeGreaterThan(0);
});

test('several lines carry their letters, and move with the arrow keys by a centimetre while they are chosen', () => {
  const { job, runs } = demoFile;
  const supply = runs[1] as Run;
  const moved: [string, { x: number; y: number }][] = [];
  const drawing = (selected: 'laid' | undefined, close?: TooClose[]) => (
    <SectionDrawing
      section={sectionAt(job, supply, 0)}
      reach={supply.reaches[0] as Reach}
      width={390}
      height={280}
      selected={selected}
      onPart={() => undefined}
      whole={false}
      name={supply.name}
      units="metric"
      ruleSet="UK"
      close={close}
      onMoveLine={(id, centre) => moved.push([id, centre])}
    />
  );
  const { rerender } = render(drawing(undefined));
  expect(['E', 'W', 'T'].map((letter) => screen.getAllByText(letter).length > 0)).toEqual([true, true, true]);
  expect(screen.queryByLabelText('Move Drinking water')).toBeNull();
  expect(screen.queryByText(/too close/)).toBeNull();
  rerender(drawing('laid', [{ a: 'Shore-power', b: 'Data', missing: 0.12 }]));
  expect(screen.getAllByText(/^0.12.* too close$/).length).toBeGreaterThan(0);
  const [, water] = sectionAt(job, supply, 0).lines;
  fireEvent.keyDown(screen.getByLabelText('Move Drinking water'), { key: 'ArrowLeft' });
  fireEvent.keyDown(screen.getByLabelText('Move Drinking water'), { key: 'ArrowUp', shiftKey: true });
  fireEvent.keyDown(screen.getByLabelText('Move Drinking water'), { key: 'Enter' });
  expect(moved).toEqual([
    ['Drinking-water', { x: (water?.centre.x ?? 0) - 0.01, y: water?.centre.y }],
    ['Drinking-water', { x: water?.centre.x, y: (water?.centre.y ?? 0) + 0.001 }],
  ]);
});
