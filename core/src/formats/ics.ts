import { createEvents, type DateTime, type EventAttributes } from 'ics';
import { dayAfter, requestDates, type Day } from '../clear';
import type { Job } from '../job';
import { resolveRules } from '../rules';

/** A day of the job worth a reminder. */
export interface JobDate {
  id: string;
  day: Day;
  what: string;
  why: string;
}

/** The days of a job that people must not miss, ascending: permit, locate request, things to see to. */
export function jobDates(job: Job): JobDate[] {
  const { permit, request, holidays, tasks } = job.clearance;
  const dates: JobDate[] = [];
  if (permit) {
    dates.push({ id: 'permit-from', day: permit.from, what: `Permit ${permit.number} begins`, why: permit.covers });
    dates.push({ id: 'permit-to', day: permit.to, what: `Permit ${permit.number} ends today`, why: `Issued by ${permit.issuer}. No digging after this day.` });
  }
  if (request) {
    const { digFrom, expires } = requestDates(request, resolveRules(job.ruleSet, job.overrides), holidays);
    dates.push({ id: 'dig-from', day: digFrom, what: `Locate request ${request.reference}: dig from today`, why: 'Once every utility has answered and the marks are there.' });
    if (expires) dates.push({ id: 'marks-end', day: expires, what: `Locate request ${request.reference}: marks end today`, why: 'Renew the request and have the lines marked again.' });
  }
  tasks.forEach(({ what, owner, due, done }, index) => {
    if (due && !done) dates.push({ id: `task-${index}`, day: due, what, why: `${owner} sees to it.` });
  });
  return dates.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
} // prettier-ignore

const DAY_BEFORE_HOURS = 24;
const dateTime = (day: Day): DateTime => day.split('-').map(Number) as [number, number, number];

/**
 * The job's dates as an iCalendar file, all-day events with a reminder the day before.
 * @param jobId keeps the events the same when the file is taken in again. @param now when it is written, ISO in UTC.
 */
export function writeIcs(job: Job, jobId: string, now: string): string {
  const events = jobDates(job).map(({ id, day, what, why }): EventAttributes => ({
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
