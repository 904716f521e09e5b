import { productWith } from '@tamper/core/catalogue';
import type { RunProgress } from '@tamper/core';
import type { Job } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import { formatLength } from '@tamper/core/units';
import { router } from 'expo-router';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { api, sentences } from '../../data/api';
import { useJob } from '../../data/documents';
import { useRuns, type RunHere } from '../../data/jobRuns';
import { jobsChanged } from '../../store/jobs';
import { useBook } from '../../data/useBook';
import { useSafety } from '../../data/useSafety';
import { forgetJob } from '../../store/documents';
import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Confirm } from '../../ui/Confirm';
import { GateLight } from '../../ui/GateLight';
import { Loading } from '../../ui/Loading';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Row } from '../../ui/Row';
import { SaveBadge } from '../../ui/SaveBadge';
import { Conflict } from '../../ui/Conflict';
import { Press } from '../../ui/Press';
import { later } from '../../ui/later';
import { Page, TopBar } from '../../ui/Screen';
import { useProgress } from '../../workers/useProgress';
import { jobPath, runPath } from '../frame/places';
import { ShowAway } from '../../ui/ShowAway';
import { View } from '../../ui/View';
import { RuleBook } from './RuleBook';
import { JobFiles } from './JobFiles';
import { TakeAlong } from './TakeAlong';

const TasksAhead = later(async () => (await import('../practice/TasksAhead')).TasksAhead);

const serviceName = (job: Job, id: string): string => productWith(id, job.products)?.name ?? id;

/** What a run is up to: how long and deep, what is against it, whether it may be dug, and what is next. */
function RunRow({ run, job, jobId, progress }: { run: RunHere; job: Job; jobId: string; progress: RunProgress | undefined }) {
  const { units } = job;
  const counted = (count: number, what: string) => (count === 0 ? [] : [`${count} ${what}${count === 1 ? '' : 's'}`]);
  const figures = progress && [
    formatLength(progress.length, units, 'span'),
    ...(progress.deepest === undefined ? [] : [`to ${formatLength(progress.deepest, units)} deep`]),
    ...counted(progress.stops, 'stop'),
    ...counted(progress.cautions, 'caution'),
  ];
  return (
    <Row
      title={run.doc.archived ? `${run.doc.name} (put away)` : run.doc.name}
      detail={[serviceName(job, run.doc.laid[0]?.product ?? ''), ...(figures ?? [])].join(' · ')}
      to={runPath(jobId, run.id)}
    >
      {progress ? (
        <View style={{ flexDirection: 'row', alignItems: 'flex-start', gap: 6, paddingTop: 2 }}>
          <Icon
            name={SIGNS[progress.next.step]}
            size={18}
            color={progress.next.step === 'site' || progress.next.step === 'issue' ? colours.good : colours.stop}
          />
          <Text variant="bodySmall" style={{ flex: 1 }}>
            <Text variant="labelMedium">{NEXT[progress.next.step]}: </Text>
            {progress.next.what}
          </Text>
        </View>
      ) : null}
    </Row>
  );
}
const NEXT: Record<RunProgress['next']['step'], string> = {
  inputs: 'Put the inputs right',
  plan: 'Mend the plan',
  clear: 'Clear it',
  issue: 'Issue it',
  site: 'On site',
};
const SIGNS: Record<RunProgress['next']['step'], string> = { inputs: 'stop', plan: 'stop', clear: 'clear', issue: 'check', site: 'site' };

/** One job: its runs, its rules, its file. */
export function JobScreen({ jobId }: { jobId: string }) {
  const { document: job, error, retry } = useJob(jobId);
  const { runs, error: runsError, refresh } = useRuns(jobId);
  const { book, heard } = useBook(jobId);
  const safety = useSafety(jobId, job?.safety);
  const progress = useProgress(jobId, job?.doc, runs, heard);
  const [asking, setAsking] = useState(false);
  const [away, setAway] = useState(false);
  const [fault, setFault] = useState<string>();
  if (!job)
    return (
      <>
        <TopBar title="Job" back="/" />
        <Loading error={error} retry={retry} what="the job" />
      </>
    );

  const attempt = (work: () => Promise<void>) => {
    setFault(undefined);
    work().catch((reason: unknown) => setFault(sentences(reason).join(' ')));
  };
  const remove = () =>
    attempt(async () => {
      setAsking(false);
      // One that was only made here is nowhere else.
      if (job.version() > 0) await api.removeJob(jobId, job.version());
      await forgetJob(jobId);
      jobsChanged();
      router.dismissTo('/');
    });
  const rename = (name: string) => {
    const next = { ...job.doc, name };
    const [bad] = jobErrors(next);
    if (!bad) job.change(next, 'name');
    return bad?.message;
  };

  return (
    <>
      <TopBar title={job.doc.name} status={<SaveBadge of={safety} />} back="/" />
      <Page>
        <Conflict document={job} what="the job" />
        {job.doc.archived ? <Notice kind="note" title="This job is put away: it is in the list of jobs put away." /> : null}
        {fault ? <Notice kind="stop" role="alert" title={fault} /> : null}
        <Press
          role="link"
          aria-label="Clear to dig: permit, request, marks, way in"
          onPress={() => router.navigate(`${jobPath(jobId)}/clear`)}
        >
          <GateLight name="Clear to dig" gate={progress?.gate} />
        </Press>
        {book?.some(({ entry }) => entry.fact.kind === 'drillSet') ? <TasksAhead jobId={jobId} job={job.doc} book={book} /> : null}
        <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 8 }}>
          <Text variant="titleLarge" role="heading" aria-level={2}>
            Runs
          </Text>
          <Button mode="contained" icon="plus" onPress={() => router.navigate(`/jobs/${jobId}/new-run`)}>
            New run
          </Button>
        </View>
        {runs === undefined ? <Loading error={runsError} retry={() => void refresh()} what="the runs" /> : null}
        {runs?.length === 0 ? (
          <Notice kind="note" title="No runs yet. A run is one line from here to there: give its length and what goes in." />
        ) : null}
        <View role="list" style={{ gap: 10 }}>
          {runs
            ?.filter(({ doc }) => away || !doc.archived)
            .map((run) => (
              <View role="listitem" key={run.id}>
                <RunRow run={run} job={job.doc} jobId={jobId} progress={progress?.byId.get(run.id)} />
              </View>
            ))}
        </View>
        <ShowAway away={away} onAway={setAway} count={runs?.filter(({ doc }) => doc.archived).length ?? 0} />
        {(runs?.length ?? 0) > 1 ? (
          <Button mode="outlined" icon="compare" onPress={() => router.navigate(`/jobs/${jobId}/compare`)}>
            Compare two runs
          </Button>
        ) : null}

        {job.version() > 0 ? <TakeAlong jobId={jobId} /> : null}
        {job.version() > 0 ? <JobFiles jobId={jobId} /> : null}
        <Text variant="titleLarge" role="heading" aria-level={2} style={{ marginTop: 12 }}>
          This job
        </Text>
        <NameField label="Name of the job" value={job.doc.name} onName={rename} />
        <RuleBook job={job.doc} onChange={job.change} />
        <Button mode="outlined" icon="list" onPress={() => router.navigate(`/jobs/${jobId}/catalogue`)}>
          Lines, distances and buckets
        </Button>
        <Button mode="outlined" icon="site" onPress={() => router.navigate(`/people?job=${jobId}`)}>
          People of this job
        </Button>
        <Button mode="outlined" icon="machine" onPress={() => router.navigate(`/practice?job=${jobId}`)}>
          Practice for this job
        </Button>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 12 }}>
          <Button mode="outlined" onPress={() => job.change({ ...job.doc, archived: !job.doc.archived }, 'archived')}>
            {job.doc.archived ? 'Take the job out again' : 'Put the job away'}
          </Button>
          <Button icon="trash" colour="#8f130c" onPress={() => setAsking(true)}>
            Delete the job
          </Button>
        </View>
      </Page>
      <Confirm
        open={asking}
        title={`Delete “${job.doc.name}”?`}
        text="The job and all its runs go into the bin: the list of jobs takes them out again for 30 days."
        action="Delete"
        onYes={remove}
        onNo={() => setAsking(false)}
      />
    </>
  );
}
