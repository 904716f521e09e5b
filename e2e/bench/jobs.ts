import type { APIResponse, Page } from '@playwright/test';
import { demoFile } from '../../core/src/demo';
import { FILE_VERSION } from '../../core/src/job';

/** @throws Error with what the server says where it does not do it. */
export async function ok(answer: Promise<APIResponse>): Promise<APIResponse> {
  const got = await answer;
  if (!got.ok()) throw new Error(await got.text());
  return got;
}

/** The demonstration's job under another name, with these runs and entries. @returns its id, and those of its runs. */
export async function importJob(page: Page, name: string, runs: readonly unknown[], book: readonly unknown[] = []) {
  const id = crypto.randomUUID();
  const file = { format: 'tamper-job', version: FILE_VERSION, job: { ...demoFile.job, name }, runs, book, revisions: [] };
  await ok(page.request.post(`/api/jobs/import`, { data: { id, file } }));
  const { items } = (await (await ok(page.request.get(`/api/jobs/${id}/runs?limit=${runs.length}`))).json()) as {
    items: { id: string }[];
  };
  return { id, runIds: items.map((run) => run.id) };
}
