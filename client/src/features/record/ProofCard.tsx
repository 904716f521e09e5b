import { contradict, shortHead } from '@tamper/core/seals';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { fileName, saveText } from '../../ui/files';
import { Notice } from '../../ui/Notice';
import { sentencesOf } from '../../ui/sentences';
import { Text } from '../../ui/Text';
import { useSite } from '../site/context';
import { checkSeal, useSeen, type SealCheck } from './seal';

/** The seal of the run's record as this device heard it, and whether all of the record still holds. */
export function ProofCard() {
  const { job, jobId, runId, book } = useSite();
  const heads = useSeen(jobId, book.book)?.[runId] ?? [];
  const [checked, setChecked] = useState<SealCheck>();
  const [faults, setFaults] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const head = heads.at(-1);
  const check = async () => {
    setFaults([]);
    setBusy(true);
    try {
      const found = await checkSeal(jobId);
      setChecked(found);
      return found;
    } catch (fault) {
      setFaults(sentencesOf(fault));
      return undefined;
    } finally {
      setBusy(false);
    }
  };
  const save = async () => {
    const found = await check();
    if (found) await saveText(fileName(`${job.name} proof`, 'json'), JSON.stringify(found.proof), 'application/json');
  };
  return (
    <Card title="Seal of the record">
      <Text>
        Every entry and issued plan is sealed with all before it. Read the seal to somebody who writes it down: what it stands for cannot be
        changed unseen after that.
      </Text>
      <Text variant="titleMedium" accessibilityLabel="Seal of this run">
        {head ? shortHead(head) : 'None yet: nothing was taken by the server'}
      </Text>
      {contradict(heads) ? (
        <Notice kind="stop" role="alert" title="This device was told two records">
          <Text>The server once had another record of this run than it has now. Check it, and keep this device as it is.</Text>
        </Notice>
      ) : null}
      {checked && checked.faults.length === 0 ? (
        <Notice kind="note" role="status" title="The record holds">
          <Text>{`${checked.links} entries and issued plans of the job, each as it was taken.`}</Text>
        </Notice>
      ) : null}
      <Faults title="The record does not hold" faults={checked?.faults ?? []} />
      <Button mode="contained" disabled={busy} onPress={() => void check()}>
        Check the whole record
      </Button>
      <Button mode="outlined" icon="download" disabled={busy} onPress={() => void save()}>
        Proof as a file
      </Button>
      <Faults title="Not checked" faults={faults} />
    </Card>
  );
}
