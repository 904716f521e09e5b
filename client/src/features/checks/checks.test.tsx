import { blankRun, type Run } from '@tamper/core';
import { blankJob } from '@tamper/core/job';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import type { RunDocument } from '../../data/documents';
import { choose, onPage, press, type } from '../../testing/benches';
import { CircuitFields } from './CircuitFields';
import { WaterFields } from '../run/WaterFields';

/** A run that really changes, as an open document does. */
function onDocument(part: (run: RunDocument) => React.JSX.Element) {
  const seen = { run: blankRun({ name: 'Supply', length: 40, product: 'lv-4x25', cover: 0.6, ruleSet: 'UK' }) };
  function Bench() {
    const [doc, change] = useState<Run>(seen.run);
    seen.run = doc;
    return part({ doc, change } as unknown as RunDocument);
  }
  onPage(<Bench />);
  return seen;
}

test('what a cable feeds starts from a common supply; words and impossible numbers change nothing', () => {
  const seen = onDocument((run) => <CircuitFields run={run} id={run.doc.laid[0]?.id ?? ''} />);
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
