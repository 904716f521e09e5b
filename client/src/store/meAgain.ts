import { call } from '../data/api';
import { onNews } from './bus';
import { changeMe, type Me } from './me';
import { signInWanted } from './signInWanted';

/** What the server says of who is signed in here. Whoever held the device and is not signed in any more does not hold it. */
export async function heardMe({ as, ...said }: Me): Promise<void> {
  signInWanted(said.crew && said.people.length === 0);
  await changeMe((before) => {
    const holder = said.people.find(({ id }) => id === (as ?? before?.as))?.id;
    const me: Me = { ...said, ...(holder === undefined ? {} : { as: holder }) };
    // Both are as they were written: the device keeps things in their order.
    return JSON.stringify(before) === JSON.stringify(me) ? undefined : me;
  });
}

/** Asks who is signed in here, now and whenever there may be news. @returns what ends it. */
export function keepMe(): () => void {
  const ask = () => void call<Me>('GET', '/me').then(heardMe, () => undefined);
  ask();
  return onNews((news) => {
    if (news.kind === 'again') ask();
  });
}
