import { useState } from 'react';
import useSWR from 'swr';
import { fetcher, sentences } from '../../data/api';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { PassphraseField } from './PassphraseField';
import { peopleApi, type List, type SignedIn } from './peopleApi';
import { useDoing } from './useDoing';

/** The devices of whoever holds this one: a lost one is signed out from here. */
export function Devices() {
  const { data, error, mutate } = useSWR<List<SignedIn>>('/devices', fetcher);
  const { busy, faults, run } = useDoing();
  return (
    <Card title="Where I am signed in">
      {error !== undefined && !data ? <Text>{sentences(error)[0]}</Text> : null}
      <View role="list" aria-label="Where I am signed in">
        {data?.items.map(({ id, device, since, used, here }) => (
          <View role="listitem" key={id} style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 4 }}>
            <Text>{here ? 'This device' : browserOf(device)}</Text>
            <Text variant="bodySmall">{`since ${showMoment(since)} · last used ${used}`}</Text>
            {here ? null : (
              <View style={{ flexDirection: 'row' }}>
                <Button mode="outlined" disabled={busy} onPress={() => run(() => peopleApi.signOutDevice(id).then(() => mutate()))}>
                  It is lost: sign it out
                </Button>
              </View>
            )}
          </View>
        ))}
      </View>
      {(data?.items.length ?? 0) > 1 ? (
        <Button mode="outlined" disabled={busy} onPress={() => run(() => peopleApi.signOutElsewhere().then(() => mutate()))}>
          Sign me out everywhere else
        </Button>
      ) : null}
      <Faults title="Not signed out" faults={faults} />
    </Card>
  );
}

/** What a browser says of itself, as far as anybody wants to read it. */
function browserOf(agent: string): string {
  const kind = ['Firefox', 'Edg', 'Chrome', 'Safari'].find((name) => agent.includes(name)) ?? 'A browser';
  const on = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac OS', 'Linux'].find((name) => agent.includes(name));
  return on ? `${kind === 'Edg' ? 'Edge' : kind} on ${on}` : kind;
}

export function NewPassphrase() {
  const [old, setOld] = useState('');
  const [next, setNext] = useState('');
  const [said, setSaid] = useState('');
  const { busy, faults, run } = useDoing();
  return (
    <Card title="My passphrase">
      <PassphraseField label="Passphrase you have now" value={old} onText={setOld} fresh={false} />
      <PassphraseField label="New passphrase" value={next} onText={setNext} fresh />
      <Button
        mode="outlined"
        disabled={busy || old === '' || next === ''}
        onPress={() =>
          run(async () => {
            setSaid('');
            await peopleApi.newPassphrase(old, next);
            setOld('');
            setNext('');
            setSaid('Changed. Your other devices have to sign in again.');
          })
        }
      >
        Change the passphrase
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not changed" faults={faults} />
    </Card>
  );
}
