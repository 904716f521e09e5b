import { MAX_FILE, readJobFile, InputError, type Job } from '@tamper/core/job';
import { ruleSets } from '@tamper/core/rules';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { api, sentences, type Stored } from '../../data/api';
import { usePages } from '../../data/usePages';
import { colours } from '../../theme/tokens';
import { pickText } from '../../ui/files';
import { Loading } from '../../ui/Loading';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Row } from '../../ui/Row';
import { Page, TopBar } from '../../ui/Screen';
import { NewJob } from './NewJob';

/** All jobs: open one, start one, bring one in from a file. */
export function JobsScreen() {
  const { items, error, more, refresh } = usePages<Stored<Job>>('/jobs');
  const [asking, setAsking] = useState(false);
  const [faults, setFaults] = useState<string[]>([]);

  const bringIn = async () => {
    setFaults([]);
    try {
      const picked = await pickText(['application/json', '.json'], MAX_FILE);
      if (!picked) return;
      const job = await api.importJob(crypto.randomUUID(), readJobFile(picked.text));
      refresh();
      router.navigate(`/jobs/${job.id}`);
    } catch (fault) {
      setFaults(
        fault instanceof InputError ? fault.errors.slice(0, 8).map(({ field, message }) => `${field}: ${message}`) : sentences(fault),
      );
    }
  };

  return (
    <>
      <TopBar title="Tamper" subtitle="Trench plans that hold together" />
      <Page>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
          <Button mode="contained" icon="plus" onPress={() => setAsking(true)}>
            New job
          </Button>
          <Button mode="outlined" icon="upload" onPress={() => void bringIn()}>
            Import a job file
          </Button>
        </View>
        <Faults title="The file was not brought in. Nothing was changed." faults={faults} />
        <NewJob open={asking} onClose={() => setAsking(false)} onAdded={refresh} />
        {items === undefined ? <Loading error={error} retry={refresh} what="the jobs" /> : null}
        {items?.length === 0 ? <Notice kind="note" title="No jobs yet. Start one: a name is all it takes." /> : null}
        <View role="list" style={{ gap: 10 }}>
          {items?.map((job) => (
            <View role="listitem" key={job.id}>
              <Row
                title={job.doc.name}
                detail={`${ruleSets[job.doc.ruleSet].name} rules · ${job.doc.units === 'us' ? 'feet and inches' : 'metric'}`}
                to={`/jobs/${job.id}`}
              />
            </View>
          ))}
        </View>
        {more ? <Button onPress={more}>More jobs</Button> : null}
        <Text variant="bodySmall" style={{ color: colours.faded, marginTop: 8 }}>
          Tamper works out and warns; it does not make ground safe. Local codes and a competent person on site decide.
        </Text>
      </Page>
    </>
  );
}
