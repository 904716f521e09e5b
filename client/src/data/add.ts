import { plainRun } from '@tamper/core/plain';
import type { Job, Run } from '@tamper/core/job';
import { keepDraft, type Work } from '../store/documents';
import { beginBook } from '../store/book';
import { tell } from '../store/bus';
import { deviceClock } from './deviceClock';
import { jobsChanged } from '../store/jobs';
import { runsPath } from '../store/runs';
import { newId } from './newId';

/** Nothing was there before. */
const NEW = { rev: 0, doc: undefined, version: 0, base: undefined };

/**
 * Makes a document on this device; the server has it as soon as it is heard. Its id is made here, so that sending it twice makes one.
 */
async function add(work: Work): Promise<void> {
  await keepDraft(work, NEW, (_, mine) => mine);
}

/** A new job; its id. */
export async function addJob(doc: Job): Promise<string> {
  const id = newId();
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
