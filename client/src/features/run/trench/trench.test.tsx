import { arrangeLines, blankJob, blankLaidLine, blankRun, futureLines, type Run } from '@tamper/core';
import { screen } from '@testing-library/react';
import { onRun, press, type } from '../../../testing/benches';
import type { Task } from '../../../workers/useTask';
import { BedEditor } from '../editors/BedEditor';
import { LaidLinesEditor } from '../editors/LaidLinesEditor';
import { WidthEditor } from '../editors/WidthEditor';
import { Arranger } from './Arranger';
import { Future } from './Future';

const mockTasks: { value: unknown } = { value: undefined };
/** The worker at once: what the core makes of the run. */
jest.mock('../../../workers/useTask', () => {
  const { useState } = jest.requireActual<typeof import('react')>('react');
  return {
    useTask: () => {
      const [task, setTask] = useState<Task<unknown>>({ kind: 'idle' });
      return { task, start: () => setTask({ kind: 'done', value: mockTasks.value }), cancel: () => setTask({ kind: 'idle' }) };
    },
  };
});

const job = blankJob('Bench', 'UK');
const base = blankRun({ name: 'Supply', length: 40, product: 'lv-4x25', cover: 0.6, ruleSet: 'UK' });
/** Power, water and data in a trench nobody enters, all in the middle. */
const joint: Run = {
  ...base,
  reaches: base.reaches.map((reach) => ({ ...reach, entry: false, beddingMaterial: 'sand' })),
  laid: [blankLaidLine('Power', 'lv-4x25'), blankLaidLine('Water', 'water-63'), blankLaidLine('Data', 'data-duct-54')],
};

describe('lines in one trench', () => {
  test('a line is added, named, placed and taken out; one that would lie off the run changes nothing', () => {
    const seen = onRun(<LaidLinesEditor />, base);
    press('Add a line in this trench');
    expect(seen.run.laid).toMatchObject([{ name: 'Line' }, { name: 'Line 2', product: 'data-duct-54', up: 0.332 }]);
    type('Name of the line', 'Data');
    type('Right of the centre line', '-150');
    type('Above the leading line', '400');
    type('From', '10');
    expect(seen.run.laid[1]).toMatchObject({ name: 'Data', x: -0.15, up: 0.4, from: 10 });
    type('To', '99');
    expect(screen.getByText('“Data” at 99 m lies off the run, which goes from 0 m to 40 m.')).toBeTruthy();
    expect(seen.run.laid[1]?.to).toBeUndefined();
    press('Take this line out');
    expect(seen.run.laid).toHaveLength(1);
  });

  test('three arrangements are offered with what they hang on; the one taken lies in the run, and a change asks to look again', () => {
    mockTasks.value = arrangeLines(job, joint, 0, 0);
    const seen = onRun(<Arranger />, joint);
    press('Arrange with least digging');
    expect(screen.getAllByText(/of trench$/)).toHaveLength(3);
    press('Take: Second best');
    expect(seen.run.laid.map(({ x }) => x)).not.toEqual([0, 0, 0]);
    expect(screen.queryByText(/of trench$/)).toBeNull();
  });

  test('what else could share it, each with its why and what it adds', () => {
    mockTasks.value = futureLines(job, joint, 0, 0);
    onRun(<Future />, joint);
    press('What else could share this trench?');
    expect(screen.getByText('Spare duct')).toBeTruthy();
    expect(screen.getByText(/The next cable goes in without a trench/)).toBeTruthy();
  });
});

describe('width', () => {
  test('supports on their way bring their range, and their table is the basis', () => {
    const seen = onRun(<WidthEditor />, joint);
    press('Supports are coming: enter their widths');
    type('Narrowest', '0.5');
    type('Widest', '0.9');
    type('Whose table says so', 'hire list');
    expect(seen.run.reaches[0]?.supportWidths).toEqual({ least: 0.5, most: 0.9, source: 'hire list' });
    expect(screen.getByText('Most here: 0.90 m. Supports open to no more: hire list.')).toBeTruthy();
    type('Widest', '0.4');
    expect(screen.getByText('The widest is less than the narrowest; swap them.')).toBeTruthy();
    press('Forget these supports');
    expect(seen.run.reaches[0]?.supportWidths).toBeNull();
  });
  test('the passes of the buckets to hand', () => {
    onRun(<WidthEditor />, joint, { job: { ...job, buckets: [0.3] } });
    expect(screen.getByText('Best: 3 passes of 0.30 m, overlapping 0.15 m.')).toBeTruthy();
  });
});

describe('layers', () => {
  test('the ladder shows them top to bottom; touched, a layer is set; a surface layer is added and taken out', () => {
    const seen = onRun(<BedEditor />, { ...joint, laid: [blankLaidLine('Power', 'lv-4x25')] });
    press('Bed: Bedding sand, 100 mm: set it');
    type('Thickness of the bed', '75');
    expect(seen.run.reaches[0]?.bedding).toBe(0.075);
    press('Add a surface layer');
    type('Thickness of layer 1', '200');
    expect(seen.run.reaches[0]?.restoration).toEqual([{ material: 'topsoil', thickness: 0.2 }]);
    press('Take out layer 1');
    expect(seen.run.reaches[0]?.restoration).toEqual([]);
  });
  test('the usual layers for what lies there', () => {
    const seen = onRun(<BedEditor />, {
      ...joint,
      reaches: joint.reaches.map((reach) => ({ ...reach, bedding: 0.01, beddingMaterial: 'crushed14' })),
    });
    press('Use the usual layers for these lines');
    expect(seen.run.reaches[0]).toMatchObject({ bedding: 0.1, beddingMaterial: 'sand', tracer: true });
  });
});
