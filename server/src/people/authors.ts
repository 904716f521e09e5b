import type { Envelope } from '@tamper/core/book';
import type { Ability } from '@tamper/core/people';
import type { Response } from 'express';
import { actorOf } from './guard';
import { RefusedError, type People } from './people';

/**
 * Why an entry is not its author's to make: it is held to what they were in the job at its moment, whoever holds the device that sends it. What was written before
 * there were accounts is held to what its sender is now.
 * @returns a sentence; undefined: it is theirs. @throws RefusedError where its author is not signed in on the device: it waits there.
 */
export async function notBy(
  { account, author, at }: Pick<Envelope, 'account' | 'author' | 'at'>,
  need: Ability,
  jobId: string,
  response: Response,
  people: Pick<People, 'mayNotAt' | 'since'>,
): Promise<string | undefined> {
  const { crew, who, here } = actorOf(response);
  if (!crew) return undefined;
  const moment = new Date(Math.min(Date.parse(at), Date.now()));
  if (account === undefined) {
    const since = await people.since();
    if (since === undefined || moment >= since) return 'It was made by nobody who is signed in. Enter it again under your own name.';
    return who && people.mayNotAt(who, jobId, need, new Date());
  }
  const its = here.find(({ id }) => id === account);
  if (!its)
    throw new RefusedError(
      401,
      'sign-in-as',
      `It was made by ${author}, who is not signed in on this device any more. It is kept here until they are.`,
    );
  if (its.name !== author) return `It says that ${author} made it, and it was made under the account of ${its.name}.`;
  return people.mayNotAt(its, jobId, need, moment);
}
