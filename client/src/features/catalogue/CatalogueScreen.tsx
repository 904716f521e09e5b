import type { Job } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import { Text } from '../../ui/Text';
import { useJob } from '../../data/documents';
import { useSafety } from '../../data/useSafety';
import { Card } from '../../ui/Card';
import { Conflict } from '../../ui/Conflict';
import { Loading } from '../../ui/Loading';
import { SaveBadge } from '../../ui/SaveBadge';
import { useStable } from '../../ui/useStable';
import { Page, TopBar } from '../../ui/Screen';
import { Buckets } from './Buckets';
import { Distances } from './Distances';
import { OwnLines } from './OwnLines';
import { Owners } from './Owners';
import { Rates } from './Rates';

/** Changes the job; a sentence refuses what could not be one. */
export type ChangeJob = (change: Partial<Job>, tag?: string) => string | undefined;

/** What the lines of this job are, how far apart they must lie, and what digs for them. */
export function CatalogueScreen({ jobId }: { jobId: string }) {
  const { document: job, error, retry } = useJob(jobId);
  const safety = useSafety(jobId, job?.safety);
  const change: ChangeJob = useStable((part: Partial<Job>, tag?: string) => {
    if (!job) return 'The job is not open yet.';
    const next = { ...job.doc, ...part };
    const [fault] = jobErrors(next);
    if (!fault) job.change(next, tag);
    return fault?.message;
  });
  if (!job)
    return (
      <>
        <TopBar title="Lines and distances" back={`/jobs/${jobId}`} />
        <Loading error={error} retry={retry} what="the job" />
      </>
    );
  return (
    <>
      <TopBar title="Lines and distances" subtitle={job.doc.name} status={<SaveBadge of={safety} />} back={`/jobs/${jobId}`} />
      <Page>
        <Conflict document={job} what="the job" />
        <Card title="Distances between lines">
          <Text variant="bodySmall">Defaults. Owners ask for different distances: ask each, and change them here with who and why.</Text>
          <Distances job={job.doc} change={change} />
        </Card>
        <Card title="Lines of this job">
          <OwnLines job={job.doc} change={change} />
        </Card>
        <Card title="What owners ask for">
          <Owners job={job.doc} change={change} />
        </Card>
        <Card title="Buckets to hand">
          <Buckets job={job.doc} change={change} />
        </Card>
        <Card title="Rough rates">
          <Rates job={job.doc} change={change} />
        </Card>
      </Page>
    </>
  );
}
