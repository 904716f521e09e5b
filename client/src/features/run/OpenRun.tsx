import type { ReactNode } from 'react';
import { useJob, useRun, type JobDocument, type RunDocument } from '../../data/documents';
import { Loading } from '../../ui/Loading';
import { SaveBadge } from '../../ui/SaveBadge';
import { backOr, Page, TopBar } from '../../ui/Screen';

/** A screen beside a run's own: opens run and job, says what it is about and whether the work is saved, and leads back to the run. */
export function OpenRun({
  jobId,
  runId,
  title,
  children,
}: {
  jobId: string;
  runId: string;
  title: string;
  children: (job: JobDocument, run: RunDocument) => ReactNode;
}) {
  const job = useJob(jobId);
  const run = useRun(jobId, runId);
  const back = backOr(`/jobs/${jobId}/runs/${runId}`);
  if (!job.document || !run.document)
    return (
      <>
        <TopBar title={title} back={back} />
        <Page>
          <Loading error={job.error ?? run.error} retry={() => void Promise.all([job.retry(), run.retry()])} what="the run" />
        </Page>
      </>
    );
  const save = run.document.save.kind === 'saved' ? job.document.save : run.document.save;
  return (
    <>
      <TopBar title={`${title}: ${run.document.doc.name}`} status={<SaveBadge save={save} />} back={back} />
      {children(job.document, run.document)}
    </>
  );
}
