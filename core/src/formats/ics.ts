import { createEvents, type DateTime, type EventAttributes } from 'ics';
import { dayAfter, jobDates, type Day, type JobDate } from '../clearance';
import type { Job } from '../job';

const DAY_BEFORE_HOURS = 24;
const dateTime = (day: Day): DateTime => day.split('-').map(Number) as [number, number, number];

/**
 * The job's dates as an iCalendar file, all-day events with a reminder the day before.
 * @param jobId keeps the events the same when the file is taken in again. @param now when it is written, ISO in UTC. @param more days besides, of what is to be
 * seen to.
 */
export function writeIcs(job: Job, jobId: string, now: string, more: readonly JobDate[] = []): string {
  const events = [...jobDates(job), ...more].map(({ id, day, what, why }): EventAttributes => ({
    uid: `${id}.${jobId}@tamper`,
    title: `${job.name}: ${what}`,
    description: why,
    start: dateTime(day),
    end: dateTime(dayAfter(day, 1)),
    alarms: [{ action: 'display', description: what, trigger: { before: true, hours: DAY_BEFORE_HOURS } }],
  }));
  const { error, value } = createEvents(events, { productId: '-//Tamper//Trench plans//EN', calName: job.name });
  if (error || !value) throw error ?? new Error('No calendar was made');
  // The library stamps with its own clock; the core has none.
  return value.replace(/^DTSTAMP:.*$/gm, `DTSTAMP:${now.replace(/[-:]|\.\d+/g, '')}`);
}
