import { connect, ENDLESS, migrateUp } from './db/connect';
import { letIn } from './db/role';

/** Brings the database of DATABASE_URL, its owner's, up to this program, and lets the role SERVER_ROLE work on it. */
const { DATABASE_URL, SERVER_ROLE } = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL is not set; use `npm start`.');
const { db, close } = connect(DATABASE_URL, () => undefined, ENDLESS);
try {
  await migrateUp(db);
  if (SERVER_ROLE) await letIn(db, SERVER_ROLE);
} finally {
  await close();
}
