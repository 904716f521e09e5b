import { plainRun } from '@tamper/core/plain';
import type { Job, Run } from '@tamper/core/job';
import { keepDraft, UNSEEN, type Work } from '../store/documents';
import { beginBook } from '../store/book';
import { tell } from '../store/bus';
import { deviceClock } from './deviceClock';
import { jobsChanged } from '../store/jobs';
import { ownNewJob } from '../store/me';
import { runsPath } from '../store/runs';
import { newId } from './newId';

/*
 * Documents are made on this device; the server has them as soon as it is heard. Their ids are made here, so that sending one twice makes one.
 */
const add = (work: Work) => keepDraft(work, UNSEEN, (_, mine) => mine);

/** A new job; its id. */
export async function addJob(doc: Job): Promise<string> {
  const id = newId();
  ownNewJob(id);
  await beginBook(id, deviceClock().now());
  await add({ path: `/jobs/${id}`, jobId: id, doc });
  jobsChanged();
  return id;
}

/** A new run of a job; its id. @param like the run it is a variant of. */
export async function addRun(jobId: string, doc: Run, like?: string): Promise<string> {
  const id = newId();
  await add({ path: `/runs/${id}`, jobId, doc: plainRun(doc), ...(like === undefined ? {} : { like }) });
  tell({ kind: 'answer', path: runsPath(jobId) });
  return id;
}
