import type { Clearance, Job } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import { useMemo } from 'react';
import { Text } from '../../ui/Text';
import { useJob, type JobDocument } from '../../data/documents';
import { useRuns } from '../../data/jobRuns';
import { useBook, useWritten } from '../../data/useBook';
import { useSafety } from '../../data/useSafety';
import { useToday } from '../../data/useToday';
import { Conflict } from '../../ui/Conflict';
import { GateLight } from '../../ui/GateLight';
import { Loading } from '../../ui/Loading';
import { Reasons } from '../../ui/Reasons';
import { SaveBadge } from '../../ui/SaveBadge';
import { Page, TopBar } from '../../ui/Screen';
import { useStable } from '../../ui/useStable';
import { useProgress } from '../../workers/useProgress';
import { ClearContext, type ClearEdit } from './edit';
import { DatesCard } from './DatesCard';
import { PermitCard } from './PermitCard';
import { PrivateCard } from './PrivateCard';
import { PublicCard } from './PublicCard';
import { RequestCard } from './RequestCard';
import { TasksCard } from './TasksCard';
import { AccessCard } from './AccessCard';

/** Where may I dig: permit, locate request, private lines, the way in; and the gate that follows from them. */
export function ClearanceScreen({ jobId }: { jobId: string }) {
  const { document, error, retry } = useJob(jobId);
  const safety = useSafety(jobId, document?.safety);
  const back = `/jobs/${jobId}`;
  if (!document)
    return (
      <>
        <TopBar title="Clear to dig" back={back} />
        <Loading error={error} retry={retry} what="the job" />
      </>
    );
  return (
    <>
      <TopBar title={`Clear: ${document.doc.name}`} status={<SaveBadge of={safety} />} back={back} />
      <Cards document={document} jobId={jobId} />
    </>
  );
}

function Cards({ document, jobId }: { document: JobDocument; jobId: string }) {
  const job = document.doc;
  const today = useToday();
  const { runs } = useRuns(jobId);
  const written = useBook(jobId);
  const gate = useProgress(jobId, job, runs, written.heard)?.gate;
  const putJob = useStable((change: Partial<Job>, tag?: string) => {
    const next = { ...job, ...change };
    const [fault] = jobErrors(next);
    if (!fault) document.change(next, tag);
    return fault?.message;
  });
  const put = useStable((change: Partial<Clearance>, tag?: string) => putJob({ clearance: { ...job.clearance, ...change } }, tag));
  const book = useWritten(written);
  const edit = useMemo((): ClearEdit => ({ job, jobId, today, book, put, putJob }), [job, jobId, today, book, put, putJob]);
  return (
    <ClearContext.Provider value={edit}>
      <Page>
        <Conflict document={document} what="the job" />
        <GateLight name="Clear to dig" gate={gate} />
        {gate?.open && gate.until ? <Text variant="titleSmall">Open until the end of {gate.until}, if nothing else changes.</Text> : null}
        <Reasons gate={gate} />
        <PermitCard />
        <RequestCard />
        <PrivateCard />
        <AccessCard />
        <PublicCard />
        <TasksCard />
        <DatesCard />
        <Text variant="bodySmall">
          Tamper warns; it does not clear ground. Marks are a best guess, and what is not marked may still be there. The owner of a line and
          a competent person on site decide.
        </Text>
      </Page>
    </ClearContext.Provider>
  );
}
