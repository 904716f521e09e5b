import { useState } from 'react';
import { api, sentences } from '../data/api';
import { tell } from '../store/bus';
import { keyWanted } from '../store/key';
import { Button } from './Button';
import { Card } from './Card';
import { Faults } from './Faults';
import { Text } from './Text';
import { TextField } from './TextField';

/** Asks for the site key, once on each device. What is on the device can be worked on meanwhile. */
export function SiteKey() {
  const [key, setKey] = useState('');
  const [faults, setFaults] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const send = () => {
    setBusy(true);
    setFaults([]);
    api
      .sayKey(key.trim())
      .then(() => {
        keyWanted(false);
        tell({ kind: 'again' });
        tell({ kind: 'poke', now: true });
      })
      .catch((error: unknown) => setFaults(sentences(error)))
      .finally(() => setBusy(false));
  };
  return (
    <Card title="This device is not known here">
      <Text>Type the site key once: it stands where Tamper was started. What is kept on this device stays, and is sent then.</Text>
      <TextField label="Site key" value={key} onText={setKey} placeholder="like k7mq-ab2c-xy9z" />
      <Button mode="contained" disabled={busy || key.trim() === ''} onPress={send}>
        Let this device in
      </Button>
      <Faults title="Not let in" faults={faults} />
    </Card>
  );
}
