import type { Job, Run } from '@tamper/core/job';
import { formatLength } from '@tamper/core/units';
import { useEffect, useState } from 'react';
import { sentences } from '../../data/api';
import { useJob } from '../../data/documents';
import { useRuns } from '../../data/jobRuns';
import { Button } from '../../ui/Button';
import { Loading } from '../../ui/Loading';
import { Notice } from '../../ui/Notice';
import { Page, TopBar } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { ArmRoom } from './ArmRoom';
import { Tasks } from './Tasks';

type Ready = Awaited<ReturnType<typeof readyFor>>;
/** The planner comes only with a run that is chosen. */
async function readyFor(job: Job, run: Run) {
  const { plannedExercise } = await import('@tamper/core/plannedExercise');
  try {
    return { planned: plannedExercise(job, run) };
  } catch (error) {
    return { why: sentences(error).join(' ') };
  }
}

/** The runs of a job to be practised, and the one that was chosen. */
export function OwnRunScreen({ jobId }: { jobId: string }) {
  const { document: job, error, retry } = useJob(jobId);
  const { runs, error: runsError, refresh } = useRuns(jobId);
  const [chosen, setChosen] = useState<Run>();
  if (job && chosen) return <Chosen job={job.doc} run={chosen} onAnother={() => setChosen(undefined)} />;
  return (
    <>
      <TopBar title="Practice for this job" subtitle={job?.doc.name} back={`/jobs/${jobId}`} />
      <Page terms={false}>
        {job ? <Tasks jobId={jobId} job={job.doc} /> : null}
        <Text variant="titleLarge" role="heading" aria-level={2}>
          Its runs
        </Text>
        <Text>Its ground, its depth, its lines and the machine of the job: on the levers, before it is dug.</Text>
        {job && runs ? (
          <View role="list" style={{ gap: 8 }}>
            {runs
              .filter(({ doc }) => !doc.archived)
              .map(({ id, doc }) => (
                <View role="listitem" key={id}>
                  <Button mode="outlined" start icon="next" onPress={() => setChosen(doc)}>
                    {doc.name}
                  </Button>
                </View>
              ))}
          </View>
        ) : (
          <Loading error={error ?? runsError} retry={() => (retry(), void refresh())} what="the runs" />
        )}
        {runs?.length === 0 ? <Notice kind="note" title="This job has no run yet. Plan one first." /> : null}
      </Page>
    </>
  );
}

function Chosen({ job, run, onAnother }: { job: Job; run: Run; onAnother: () => void }) {
  const [ready, setReady] = useState<Ready>();
  useEffect(() => {
    let wanted = true;
    void readyFor(job, run).then((found) => wanted && setReady(found));
    return () => void (wanted = false);
    // A run changed elsewhere while somebody digs it is not pulled from under them.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [run]);
  const another = <Button onPress={onAnother}>Another run</Button>;
  const planned = ready && 'planned' in ready ? ready.planned : undefined;
  if (planned && !planned.too)
    return (
      <ArmRoom
        title={run.name}
        about={job.name}
        what="own"
        by={`${run.name}, ${planned.pit.machine.name}`}
        pit={planned.pit}
        exercise={planned.exercise}
        chooser={another}
        back={onAnother}
      />
    );
  const lacks = !ready
    ? undefined
    : 'why' in ready
      ? `Its inputs make no plan yet: ${ready.why}`
      : planned?.too
        ? `The job’s machine gets ${formatLength(planned.too.reaches, job.units)} deep; the run is ${formatLength(planned.too.deepest, job.units)}. Choose another machine under Works.`
        : 'Nothing of its first stretch is dug by machine: there is nothing to practise on the arm.';
  return (
    <>
      <TopBar title={run.name} subtitle={job.name} back={onAnother} />
      <Page terms={false}>
        {lacks ? <Notice kind="caution" title={lacks} /> : <Text role="status">Planning the run …</Text>}
        {another}
      </Page>
    </>
  );
}
