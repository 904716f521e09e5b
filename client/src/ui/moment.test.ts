import { printedOn, showMoment } from './moment';

test('moments are written as English writes them', () => {
  const written = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' });
  for (let month = 0; month < 12; month++)
    for (const [day, hour, minute] of [
      [1, 0, 5],
      [28, 23, 59],
    ] as const) {
      const date = new Date(2026, month, day, hour, minute);
      expect(showMoment(date.toISOString())).toBe(written.format(date));
    }
  expect(showMoment(new Date(2026, 10, 6, 9, 0).toISOString())).toBe('6 Nov 2026, 09:00');
  expect(printedOn()).toBe(new Date().toLocaleDateString('en-GB', { dateStyle: 'medium' }));
});
