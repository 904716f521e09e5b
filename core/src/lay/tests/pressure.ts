import { readAt, readingLacks, risingLacks, timeLacks } from './readings';
import { fallVerdict, type Judge } from './verdict';

/** A main or a loop under pressure: what it has lost when its time is over. It begins at no less than is asked. */
export const judgePressure: Judge<'pressure'> = ({ how, readings, gauge, rules }) => {
  const asked = Math.max(how.minutes, rules.mainHold.value ?? 0);
  const drop = rules.mainDrop.value ?? 0;
  const [first, last] = [readings[0], readings.at(-1)];
  const order = readingLacks(readings, gauge, drop);
  const early =
    order.length === 0 && first !== undefined && last !== undefined && first.value - last.value > drop + 1e-6 && last.minute < asked;
  const lacks = [
    ...order,
    ...(order.length === 0 ? risingLacks(readings) : []),
    ...(first && first.value < how.asked - 1e-6 ? [{ code: 'low' as const, asked: how.asked, was: first.value }] : []),
    ...(early ? [] : timeLacks(readings, asked)),
  ];
  const lost = (first?.value ?? NaN) - (early ? last.value : readAt(readings, asked));
  const from = first?.value ?? how.asked;
  return fallVerdict(lacks, {
    readings,
    lost,
    from,
    drop,
    asked,
    figures: [
      { id: 'start', quantity: 'pressure', value: how.asked },
      { id: 'drop', quantity: 'pressure', value: drop },
    ],
  });
};
