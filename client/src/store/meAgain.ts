import { call } from '../data/api';
import { onNews } from './bus';
import { putMe, readMe, type Me } from './me';
import { signInWanted } from './signInWanted';

/** What the server says of who is signed in here. Whoever held the device and is not signed in any more does not hold it. */
export async function heardMe({ as, ...said }: Me): Promise<void> {
  const before = readMe();
  const holder = said.people.find(({ id }) => id === (as ?? before?.as))?.id;
  const me: Me = { ...said, ...(before?.made && { made: before.made }), ...(holder === undefined ? {} : { as: holder }) };
  signInWanted(me.crew && me.people.length === 0);
  // Both are as they were written: the device keeps things in their order.
  if (JSON.stringify(before) !== JSON.stringify(me)) await putMe(me);
}

/** Asks who is signed in here, now and whenever there may be news. @returns what ends it. */
export function keepMe(): () => void {
  const ask = () => void call<Me>('GET', '/me').then(heardMe, () => undefined);
  ask();
  return onNews((news) => {
    if (news.kind === 'again') ask();
  });
}
