import { connect } from '../db/connect';
import { openPeople } from './people';

/** Prints a code with which the account NAME sets a new passphrase, on the database of DATABASE_URL: for whoever sits at the machine. */
const { DATABASE_URL } = process.env;
const [name = ''] = process.argv.slice(2);
if (!DATABASE_URL) throw new Error('DATABASE_URL is not set; use `npm run code -- NAME`.');
const { db, close } = connect(DATABASE_URL, () => undefined);
try {
  const people = openPeople(db);
  const all = (await people.everybody()).filter(({ closedAt }) => closedAt === null);
  const found = all.find((one) => one.name.toLowerCase() === name.trim().toLowerCase());
  if (found) {
    const { code, endsAt } = await people.invite({ accountId: found.id });
    await people.note(undefined, `made a code for a new passphrase of ${found.name}`, null, found.id);
    console.log(`${found.name} sets a new passphrase with ${code}, under People, until ${endsAt.toISOString().slice(0, 10)}.`);
  } else {
    console.error(
      all.length === 0
        ? 'There are no accounts.'
        : `There is no account of that name. There are: ${all.map((one) => one.name).join(', ')}.`,
    );
    process.exitCode = 1;
  }
} finally {
  await close();
}
