import { openBook } from '../book/book';
import type { Database } from '../db/connect';
import { openStore } from '../db/store';
import type { Live } from '../live/live';
import type { LocateOffice } from '../office/office';
import { practiceOffice } from '../office/practice';
import { openPhotos } from '../photos/photos';
import { openPeople } from '../people/people';
import { openSessions } from '../people/sessions';
import { openTries } from '../people/tries';
import { openProof } from '../proof/proof';
import { openAttempts } from '../practice/attempts';
import { openRevisions } from '../revisions/revisions';
import type { Services } from './app';

/** Nothing is told to anybody by it. */
const NO_LIVE: Live = { listen: () => () => undefined, close: () => Promise.resolve() };

/** Everything a server does its work with, on one database. */
export function openServices(db: Database, live: Live = NO_LIVE, office: LocateOffice = practiceOffice(db)): Omit<Services, 'door'> {
  const [store, book] = [openStore(db), openBook(db)];
  return {
    ...{ db, store, book, revisions: openRevisions(db, store, book), office, photos: openPhotos(db), proof: openProof(db), live },
    ...{ people: openPeople(db), sessions: openSessions(db), tries: openTries(db), attempts: openAttempts(db) },
  };
}
