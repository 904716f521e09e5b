import { asc, sql } from 'drizzle-orm';
import { connect, ENDLESS } from './db/connect';
import { bookEntry, job, photo, revision, run } from './db/schema';
import { openProof } from './proof/proof';

/** What is in a database, and whether its record holds. */
export interface Soundness {
  jobs: number;
  runs: number;
  entries: number;
  plans: number;
  photos: number;
  /** Photos whose file is not what its name says. */
  spoiled: number;
  /** Heads of all chains, by run and of each job itself. */
  heads: Record<string, { place: number; hash: string }>;
  /** Chains that do not hold. */
  broken: { about: string; name: string; place: number; why: string }[];
}

/** Prints as JSON what the database of DATABASE_URL holds, every chain and every photo looked at. */
const { DATABASE_URL } = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL is not set.');
const { db, close } = connect(DATABASE_URL, () => undefined, ENDLESS);
try {
  const proof = openProof(db);
  const found: Soundness = {
    jobs: await db.$count(job),
    runs: await db.$count(run),
    entries: await db.$count(bookEntry),
    plans: await db.$count(revision),
    photos: await db.$count(photo),
    spoiled: await db.$count(photo, sql`encode(sha256(${photo.file}), 'hex') <> ${photo.hash}`),
    heads: {},
    broken: [],
  };
  // One at a time: the record of a job is some megabytes.
  for (const { id } of await db.select({ id: job.id }).from(job).orderBy(asc(job.id)))
    for (const { about, name, place, hash, broken } of await proof.check(id)) {
      found.heads[about] = { place, hash };
      if (broken) found.broken.push({ about, name, ...broken });
    }
  process.stdout.write(JSON.stringify(found));
} finally {
  await close();
}
