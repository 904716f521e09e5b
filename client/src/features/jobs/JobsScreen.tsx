import { DEMO_JOB_ID } from '@tamper/core/demoId';
import { router } from 'expo-router';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import type { ListedJob } from '../../data/api';
import { useSignInWanted } from '../../store/signInWanted';
import { useJobs } from '../../data/useJobs';
import { colours } from '../../theme/tokens';
import { Loading } from '../../ui/Loading';
import { Faults } from '../../ui/Faults';
import { later } from '../../ui/later';
import { Notice } from '../../ui/Notice';
import { showMoment } from '../../ui/moment';
import { Row } from '../../ui/Row';
import { ShowAway } from '../../ui/ShowAway';
import { Page, TopBar } from '../../ui/Screen';
import { View } from '../../ui/View';
import { useAfterPaint } from '../../ui/useAfterPaint';
import { WalkOffer } from '../walk/WalkOffer';
import { SHORT_NAMES } from '../job/ruleNames';

// What the list itself can do without comes when it is asked for: neither the form nor the schema of a job's file loads with the first screen.
const NewJob = later(async () => (await import('./NewJob')).NewJob);

const KeptHere = later(async () => (await import('../../ui/KeptHere')).KeptHere);
const Deleted = later(async () => (await import('../../ui/KeptHere')).Deleted);

/** What a job is up to. */
function inBrief({ runs, issued, workedOn }: ListedJob): string {
  if (runs === 0) return 'No run planned yet';
  const plans = issued === 0 ? 'no plan issued' : issued === runs ? 'every plan issued' : `${issued} with an issued plan`;
  return `${runs} ${runs === 1 ? 'run' : 'runs'}, ${plans}; last worked on ${showMoment(workedOn)}`;
}

/** All jobs: open one, start one, bring one in from a file. */
export function JobsScreen() {
  const { items, error, more, refresh } = useJobs();
  const [asking, setAsking] = useState(false);
  const [away, setAway] = useState(false);
  const shownJobs = items?.filter(({ archived }) => away || !archived);
  const shown = useAfterPaint();
  const unknown = useSignInWanted();
  const [faults, setFaults] = useState<string[]>([]);

  const bringIn = async () => {
    setFaults([]);
    const { bringIn: choose } = await import('./bringIn');
    const brought = await choose();
    if (!brought) return;
    if ('faults' in brought) return setFaults(brought.faults);
    refresh();
    router.navigate(`/jobs/${brought.id}`);
  };

  return (
    <>
      <TopBar title="Tamper" subtitle="Trench plans that hold together" />
      <Page terms={false}>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
          <Button mode="contained" icon="plus" onPress={() => setAsking(true)}>
            New job
          </Button>
          <Button mode="outlined" icon="upload" onPress={() => void bringIn()}>
            Import a job file
          </Button>
        </View>
        {shown ? <KeptHere unknown={unknown} /> : null}
        <Faults title="The file was not brought in. Nothing was changed." faults={faults} />
        {asking ? <NewJob open onClose={() => setAsking(false)} /> : null}
        {items === undefined ? <Loading error={error} retry={refresh} what="the jobs" /> : null}
        {items?.length === 0 ? <Notice kind="note" title="No jobs yet. Start one: a name is all it takes." /> : null}
        <View role="list" style={{ gap: 10 }}>
          {shownJobs?.map((job) => (
            <View role="listitem" key={job.id}>
              <Row
                title={job.name}
                detail={`${SHORT_NAMES[job.ruleSet]} rules · ${job.units === 'us' ? 'feet and inches' : 'metric'}`}
                to={`/jobs/${job.id}`}
              >
                <Text variant="bodySmall">{inBrief(job)}</Text>
              </Row>
            </View>
          ))}
        </View>
        <ShowAway away={away} onAway={setAway} count={items?.filter(({ archived }) => archived).length ?? 0} />
        {shown ? <Deleted /> : null}
        {items?.some(({ id }) => id === DEMO_JOB_ID) ? <WalkOffer jobId={DEMO_JOB_ID} /> : null}
        {more ? <Button onPress={more}>More jobs</Button> : null}
        <Text variant="bodySmall" style={{ color: colours.faded, marginTop: 8 }}>
          Tamper works out and warns; it does not make ground safe. Local codes and a competent person on site decide.
        </Text>
      </Page>
    </>
  );
}
