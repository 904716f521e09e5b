import { MINUTE, momentOf, type Kept } from '../book';
import type { Rules } from '../rules';
import type { Reason } from './stretches';

/** Heard within this long, the server counts as heard, ms: a few looks of a device that looks all the time. */
export const IN_HEARING = 75_000;

/** What a device knows of the server and of the time. */
export interface Hearing {
  /** Which device asks. */
  device: string;
  /** When it last heard the server, ms; undefined: never. */
  heard: number | undefined;
  /** Was its own clock set back since? */
  clockBack?: boolean;
  /** Now, ms, by its clock put right by the server's. */
  now: number;
}

/** Does the server count as heard? */
export const isHeard = ({ heard, now }: Pick<Hearing, 'heard' | 'now'>): boolean => heard !== undefined && now - heard <= IN_HEARING;

/**
 * Out of hearing a device keeps open only for a while what was looked at on it: others may have seen what it does not know.
 * @param looks entries that opened it. @param again what opens it without the server, and who does that. @returns what shuts it, or the moment it will, ms.
 */
export function hearingOf(
  asked: Hearing,
  rules: Pick<Rules, 'hearing'>,
  looks: readonly Kept[],
  again: { how: string; who: string; connects: string },
): { reasons: Reason[]; ends: number } {
  const { clockBack, device, now, heard } = asked;
  const shut = (reason: Omit<Reason, 'state'>) => ({ reasons: [{ ...reason, state: 'stop' as const }], ends: Infinity });
  if (isHeard(asked)) return { reasons: [], ends: Infinity };
  if (clockBack)
    return shut({
      id: 'clock',
      what: 'This device’s clock was set back',
      why: 'Connect: until it hears the server it does not know what time it is.',
      who: again.connects,
    });
  const since = heard === undefined ? '' : ` since ${new Date(heard).toISOString().slice(11, 16)} UTC`;
  const own = looks.filter(({ entry }) => entry.device === device).map(momentOf);
  const minutes = rules.hearing.value ?? 0;
  const ends = Math.max(...own, -Infinity) + minutes * MINUTE;
  if (now < ends) return { reasons: [], ends };
  return shut({
    id: 'hearing',
    what: `Out of hearing${since}`,
    why: `What others saw since is not known here. Connect, or ${again.how} on this device: then it is open for ${minutes} min. ${rules.hearing.basis}.`,
    who: again.who,
  });
}
