import { useState } from 'react';
import { changeMe, holderOf, type Here, type Me } from '../../store/me';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { ByCode, SignIn } from './ComeIn';
import { PassphraseField } from './PassphraseField';
import { again, peopleApi } from './peopleApi';
import { dropPin, hasPin, setPin, tryPin } from './pin';
import { useDoing } from './useDoing';

/** Who is signed in on this device, and who of them holds it: handing it over takes the PIN of whoever takes it. */
export function Holders({ me }: { me: Me }) {
  const holder = holderOf(me);
  const [taking, setTaking] = useState<string>();
  const [other, setOther] = useState(false);
  return (
    <>
      <Card title="Who holds this device">
        <Text variant="bodySmall">What is entered on it carries the name of whoever holds it, with a signal or without.</Text>
        <View role="list" aria-label="Signed in on this device">
          {me.people.map((one) => (
            <Person key={one.id} one={one} holds={one.id === holder?.id} taking={taking === one.id} onTake={setTaking} />
          ))}
        </View>
        {other ? null : (
          <Button mode="outlined" icon="plus" onPress={() => setOther(true)}>
            Somebody else signs in
          </Button>
        )}
      </Card>
      {other ? (
        <>
          <SignIn onDone={() => setOther(false)} />
          <ByCode given="" onDone={() => setOther(false)} />
        </>
      ) : null}
      {holder ? <OwnPin key={holder.id} holder={holder} /> : null}
    </>
  );
}

function Person({ one, holds, taking, onTake }: { one: Here; holds: boolean; taking: boolean; onTake: (id: string | undefined) => void }) {
  const { busy, faults, run } = useDoing();
  const pinned = hasPin(one.id);
  return (
    <View role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 6 }}>
      <Text variant="titleMedium">{one.name}</Text>
      <Text variant="bodySmall">
        {holds ? 'holds it now' : pinned ? 'takes it over by the PIN' : 'has no PIN on this device'}
        {one.keeper ? ' · keeps this Tamper' : ''}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {holds || taking ? null : (
          <Button mode="contained" onPress={() => onTake(one.id)}>
            {`${one.name} takes it over`}
          </Button>
        )}
        <Button
          mode="outlined"
          disabled={busy}
          onPress={() => run(() => peopleApi.signOut(one.id).then(() => dropPin(one.id)))}
        >{`Sign ${one.name} out`}</Button>
      </View>
      {taking && !holds ? <TakeOver one={one} pinned={pinned} onDone={() => onTake(undefined)} /> : null}
      <Faults title="Not signed out" faults={faults} />
    </View>
  );
}

/** The PIN, checked on the device; where there is none, the passphrase, checked by the server. */
function TakeOver({ one, pinned, onDone }: { one: Here; pinned: boolean; onDone: () => void }) {
  const [typed, setTyped] = useState('');
  const { busy, faults, run, refuse } = useDoing();
  const byPin = async () => {
    const why = await tryPin(one.id, typed);
    setTyped('');
    if (why !== undefined) return refuse(why);
    await takenBy(one.id);
    onDone();
  };
  return (
    <View style={{ gap: 6 }}>
      {pinned ? (
        <TextField label={`PIN of ${one.name}`} value={typed} onText={setTyped} keys="numeric" secret="off" autoFocus />
      ) : (
        <PassphraseField label={`Passphrase of ${one.name}`} value={typed} onText={setTyped} fresh={false} autoFocus />
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button
          mode="contained"
          disabled={busy || typed === ''}
          onPress={() => run(pinned ? byPin : () => peopleApi.signIn(one.name, typed).then(onDone))}
        >
          Take it over
        </Button>
        <Button onPress={onDone}>Leave it</Button>
      </View>
      <Faults title="Not taken over" faults={faults} />
    </View>
  );
}

/** Somebody takes the device over: everything is looked at again by what they are. */
async function takenBy(id: string): Promise<void> {
  await changeMe((me) => me && { ...me, as: id });
  again();
}

/** The PIN of whoever holds the device, on this device. */
function OwnPin({ holder }: { holder: Here }) {
  const [typed, setTyped] = useState('');
  const [said, setSaid] = useState('');
  const { busy, faults, run, refuse } = useDoing();
  const set = async () => {
    setSaid('');
    const why = await setPin(holder.id, typed);
    if (why !== undefined) return refuse(why);
    setTyped('');
    setSaid('It is set on this device.');
  };
  return (
    <Card title={`PIN of ${holder.name} on this device`}>
      <Text variant="bodySmall">
        {hasPin(holder.id)
          ? 'There is one. Another takes its place.'
          : 'Without one you cannot take the device over where there is no signal.'}
      </Text>
      <TextField label="New PIN, 4 to 8 figures" value={typed} onText={setTyped} keys="numeric" secret="off" />
      <Button mode="outlined" disabled={busy || typed === ''} onPress={() => run(set)}>
        Set the PIN
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not set" faults={faults} />
    </Card>
  );
}
