import { blankRun, type Run, type Structure } from '@tamper/core';
import { blankJob, cablesOf, placedLines, type Cable, type PlacedLine } from '@tamper/core/job';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import type { RunDocument } from '../../data/documents';
import { choose, onPage, press, type } from '../../testing/benches';
import { CircuitFields } from './CircuitFields';
import { WaterFields } from '../run/WaterFields';

/** A run that really changes, as an open document does. */
function onDocument(part: (run: RunDocument) => React.JSX.Element, change: (run: Run) => Run = (run) => run) {
  const seen = { run: change(blankRun({ name: 'Supply', length: 40, product: 'lv-4x25', cover: 0.6, ruleSet: 'UK' })) };
  function Bench() {
    const [doc, put] = useState<Run>(seen.run);
    seen.run = doc;
    return part({ doc, change: put } as unknown as RunDocument);
  }
  onPage(<Bench />);
  return seen;
}

test('what a cable feeds starts from a common supply; words and impossible numbers change nothing', () => {
  const seen = onDocument((run) => {
    const [line] = placedLines(blankJob('Bench'), run.doc) as [PlacedLine];
    const [cable] = cablesOf(blankJob('Bench'), run.doc, line) as [Cable];
    return <CircuitFields run={run} line={line} cable={cable} units="metric" />;
  });
  press('Enter what it feeds');
  choose('Phases', 'Three');
  type('Voltage', '400 V');
  type('Most volts lost', '3 %');
  expect(seen.run.laid[0]?.circuit).toMatchObject({ phases: 3, volts: 400, limit: 0.03 });
  type('Load', 'lots');
  expect(screen.getByText('“lots” is not a number of A. Type it like 12.5 A.')).toBeTruthy();
  type('Power factor', '2');
  expect(screen.getByText('From 0.1 to 1.')).toBeTruthy();
  expect(seen.run.laid[0]?.circuit).toMatchObject({ amps: 32, powerFactor: 1 });
});

test('water levels are kept in order, one a station, and taken out again; what is not a level is refused', () => {
  const seen = onDocument((run) => <WaterFields job={blankJob('Bench', 'UK')} run={run} />);
  const add = (station: string, level: string) => {
    type('Water at station', station);
    type('Level of the water', level);
    press('Add the water level');
  };
  add('20', '9.2');
  add('0', '9.5');
  add('20', '9.3');
  expect(seen.run.water).toEqual([
    { station: 0, level: 9.5 },
    { station: 20, level: 9.3 },
  ]);
  add('10', 'high');
  expect(screen.getByText(/is not a length/)).toBeTruthy();
  expect(seen.run.water).toHaveLength(2);
  press('Take out the water level at 0.0 m');
  expect(seen.run.water).toEqual([{ station: 20, level: 9.3 }]);
});

test('a cable in and out of poles: what each takes is entered at it, and which end it is fed from', () => {
  const pole = (i: number): Structure => ({
    id: `p${i}`,
    name: `Pole ${i}`,
    kind: 'pole',
    station: 10 * i,
    diameter: 0,
    tail: 2,
    pit: null,
  });
  const seen = onDocument(
    (run) => {
      const [line] = placedLines(blankJob('Bench'), run.doc) as [PlacedLine];
      const [cable] = cablesOf(blankJob('Bench'), run.doc, line) as [Cable];
      return <CircuitFields run={run} line={line} cable={cable} units="metric" />;
    },
    (run) => ({
      ...run,
      structures: [pole(1), pole(2)],
      laid: run.laid.map((one) => ({ ...one, loops: [{ id: 'p1' }, { id: 'p2' }] })),
    }),
  );
  press('Enter what it feeds');
  type('Load at the far end', '5 A');
  type('Load at Pole 1', '6 A');
  type('Load at Pole 2', '7 A');
  choose('Fed from', 'Its end');
  expect(seen.run.laid[0]?.circuit).toMatchObject({
    amps: 5,
    fedFrom: 'end',
    loads: [
      { id: 'p1', amps: 6 },
      { id: 'p2', amps: 7 },
    ],
  });
});
