import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { lightFormat } from 'date-fns/lightFormat';
import { isWeekend } from 'date-fns/isWeekend';
import { parseISO } from 'date-fns/parseISO';
import type { LocateRequest } from '../job';
import type { Rules } from '../rules';

/** Days are written `2026-05-31` and count on the site's own calendar. */
export type Day = string;

const write = (date: Date): Day => lightFormat(date, 'yyyy-MM-dd');

export const dayAfter = (day: Day, days: number): Day => write(addDays(parseISO(day), days));
/** Whole days from one day to another; negative when it lies before. */
export const daysBetween = (from: Day, to: Day): number => differenceInCalendarDays(parseISO(to), parseISO(from));

/** Nobody works at weekends and on the job's holidays. */
export const isWorkingDay = (day: Day, holidays: readonly Day[]): boolean => !isWeekend(parseISO(day)) && !holidays.includes(day);

/** The last of `count` full working days after a day; the day itself when there are none to wait. */
export function lastWorkingDay(after: Day, count: number, holidays: readonly Day[]): Day {
  let day = after;
  for (let left = count; left > 0;) {
    day = dayAfter(day, 1);
    if (isWorkingDay(day, holidays)) left--;
  }
  return day;
}

export interface RequestDates {
  /** First day on which one may dig. */
  digFrom: Day;
  /** Last day the request and its marks hold; undefined where the rule set sets no life. */
  expires: Day | undefined;
}

/**
 * When a locate request allows digging. The day of the request does not count; the waiting days must have passed in full.
 * Marks hold for their life from the request, or from the day they were last put back.
 */
export function requestDates(request: Pick<LocateRequest, 'made' | 'remarked'>, rules: Rules, holidays: readonly Day[]): RequestDates {
  const wait = rules.locateWait.value ?? 0;
  const life = rules.locateLife.value;
  return {
    digFrom: wait === 0 ? request.made : dayAfter(lastWorkingDay(request.made, wait, holidays), 1),
    expires: life === null ? undefined : dayAfter(request.remarked ?? request.made, life),
  };
}
