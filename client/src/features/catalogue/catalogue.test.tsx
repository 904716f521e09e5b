import { blankJob, errorsOf, type Job } from '@tamper/core/job';
import { jobSchema } from '@tamper/core/job/schema';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { onPage, press, type } from '../../testing/benches';
import { Buckets } from './Buckets';
import type { ChangeJob } from './CatalogueScreen';
import { Distances } from './Distances';
import { OwnLines } from './OwnLines';
import { Owners } from './Owners';
import { Rates } from './Rates';

/** A job that really changes, as the screen changes it. */
function onCatalogue(Part: (props: { job: Job; change: ChangeJob }) => React.JSX.Element) {
  const seen = { job: blankJob('Bench', 'UK') };
  function Bench() {
    const [job, setJob] = useState(seen.job);
    seen.job = job;
    const change: ChangeJob = (part) => {
      const next = { ...job, ...part };
      const [fault] = errorsOf(jobSchema, next);
      if (!fault) setJob(next);
      return fault?.message;
    };
    return <Part job={job} change={change} />;
  }
  onPage(<Bench />);
  return seen;
}

test('a distance is changed only with who and why, shows them, and goes back to the default', () => {
  const seen = onCatalogue(Distances);
  expect(screen.getByText('0.30 m beside each other, or 0.30 m one over the other, drinking water above')).toBeTruthy();
  press('Change this distance');
  type('Beside each other', '0.6');
  type('One over the other', '0.45');
  press('Keep this distance');
  expect(screen.getByText('Say who: a role will do.')).toBeTruthy();
  expect(seen.job.separations).toEqual([]);
  type('Who decided', 'power owner');
  type('Why', 'their letter');
  press('Keep this distance');
  expect(seen.job.separations).toEqual([
    { between: ['power', 'water'], across: 0.6, over: 0.45, upper: 'water', by: 'power owner', reason: 'their letter' },
  ]);
  expect(screen.getByText('Set for this job by power owner: their letter.')).toBeTruthy();
  press('Back to the default');
  expect(seen.job.separations).toEqual([]);
});

test('a line of the job’s own begins as one of the catalogue; impossible figures are refused and change nothing', () => {
  const seen = onCatalogue(OwnLines);
  press('Make a line like it');
  expect(seen.job.products).toMatchObject([{ id: 'own-drain-110-1', od: 0.11 }]);
  type('Name of the line', 'Yard drain');
  type('Wall', '60');
  expect(screen.getByText('Twice the wall is as much as the outside; nothing is left inside.')).toBeTruthy();
  type('Mass', 'heavy');
  expect(screen.getByText('“heavy” is not a mass along a line. Type it like 1.9 kg/m or 1.3 lb/ft.')).toBeTruthy();
  type('Cover, road', '1.1');
  expect(seen.job.products[0]).toMatchObject({ name: 'Yard drain', wall: 0.0032, mass: 1.6, minCover: { road: 1.1 } });
  press('Take it out of the job');
  expect(seen.job.products).toEqual([]);
});

test('a cable of the job’s own in full; what was not typed stays generic', () => {
  const seen = onCatalogue(OwnLines);
  press('Like: Drain pipe PVC-U 110');
  press('LV armoured cable 4 × 25 mm²');
  press('Make a line like it');
  expect(screen.getAllByText('generic').length).toBeGreaterThan(15);
  type('Area of one', '2/0');
  type('Carries', '200 A');
  type('Buried at', '1 m');
  type('Resistance of one', 'low');
  expect(screen.getByText('“low” is not a resistance. Type it like 0.727 mΩ/m or 0.22 ohm/kft.')).toBeTruthy();
  type('Resistance of one', '0.08 ohm/kft');
  type('Pulled with at most', '5 kN');
  press('May lie in Sifted soil');
  expect(seen.job.products[0]).toMatchObject({
    typed: ['conductor.area', 'conductor.rating', 'conductor.at.depth', 'conductor.resistance', 'pull.tension', 'beds'],
    conductor: {
      area: expect.closeTo(67.4, 1),
      rating: 200,
      at: { depth: 1, resistivity: 1.2 },
      resistance: expect.closeTo(0.08 / 304.8, 9),
    },
    pull: { tension: 5000 },
    beds: ['sand', 'flowing'],
  });
});

test('an owner’s profile begins as the school that comes closest; what is emptied is as usual, what cannot be is refused', () => {
  const seen = onCatalogue(Owners);
  press('Make a profile like it');
  expect(seen.job.owners).toMatchObject([{ id: 'own-power-deep-1', bed: { least: 0.1, usual: 0.15 } }]);
  type('Name of the profile', 'Quay power');
  type('Least bed', '200');
  expect(screen.getByText('The usual bed is thinner than the least; swap them.')).toBeTruthy();
  type('Least bed', '50');
  type('Owner’s cover, road', '');
  type('What they want to have seen', 'Every joint');
  press('Bedding sand');
  expect(seen.job.owners[0]).toMatchObject({
    name: 'Quay power',
    bed: { least: 0.05, usual: 0.15 },
    cover: null,
    inspections: 'Every joint',
    stone: ['flowing'],
  });
  press('Take the profile out of the job');
  expect(seen.job.owners).toEqual([]);
});

test('buckets are the class’s until one is entered; rates are in the job’s own money', () => {
  const seen = onCatalogue(Buckets);
  expect(screen.getByText('Usual for the 1.7 t class:')).toBeTruthy();
  type('Width of a bucket', '150');
  press('Add the bucket');
  expect(seen.job.buckets).toEqual([0.15, 0.23, 0.3, 0.45, 0.9]);
  type('Width of a bucket', '9 m');
  press('Add the bucket');
  expect(screen.getByText('A bucket is at most 3 m wide.')).toBeTruthy();
});

test('rates take numbers in the job’s own money', () => {
  const seen = onCatalogue(Rates);
  type('Currency', '€');
  type('Dig and put back, a m³', '52.50');
  expect(seen.job.rates).toMatchObject({ currency: '€', dig: 52.5 });
});
