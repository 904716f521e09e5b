import type { Job } from '../job';
import { resolveRules } from '../rules';
import { requestDates, type Day } from './dates';

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
  const permitName = `Permit ${permit?.number || 'without a number'}`;
  const requestName = `Locate request ${request?.reference || 'without a reference'}`;
  if (permit) {
    dates.push({ id: 'permit-from', day: permit.from, what: `${permitName} begins`, why: permit.covers });
    dates.push({
      id: 'permit-to',
      day: permit.to,
      what: `${permitName} ends today`,
      why: `Issued by ${permit.issuer || 'nobody yet'}. No digging after this day.`,
    });
  }
  if (request) {
    const { digFrom, expires } = requestDates(request, resolveRules(job.ruleSet, job.overrides), holidays);
    dates.push({
      id: 'dig-from',
      day: digFrom,
      what: `${requestName}: dig from today`,
      why: 'Once every utility has answered and the marks are there.',
    });
    if (expires)
      dates.push({
        id: 'marks-end',
        day: expires,
        what: `${requestName}: marks end today`,
        why: 'Renew the request and have the lines marked again.',
      });
  }
  tasks.forEach(({ what, owner, due, done }, index) => {
    if (due && !done) dates.push({ id: `task-${index}`, day: due, what, why: `${owner} sees to it.` });
  });
  return dates.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
}
