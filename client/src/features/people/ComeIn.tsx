import { PASSPHRASE } from '@tamper/core/roles';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { PassphraseField } from './PassphraseField';
import { peopleApi } from './peopleApi';
import { useDoing } from './useDoing';

interface Ways {
  title: string;
  children?: string;
  action: string;
  /** Why it was not done, as a heading. */
  failed: string;
  fresh: boolean;
  go: (name: string, passphrase: string) => Promise<void>;
  onDone?: (() => void) | undefined;
}

/** A name and a passphrase. @param fresh the passphrase is a new one. */
function NameAndPassphrase({ title, children, action, failed, fresh, go, onDone }: Ways) {
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const { busy, faults, run } = useDoing();
  return (
    <Card title={title}>
      {children ? <Text>{children}</Text> : null}
      <TextField label="Your name" value={name} onText={setName} />
      <PassphraseField label="Passphrase" value={passphrase} onText={setPassphrase} fresh={fresh} />
      {fresh ? (
        <Text variant="bodySmall">
          {PASSPHRASE.least} characters at least: four words that have nothing to do with each other. Your name stands on what you enter.
        </Text>
      ) : null}
      <Button
        mode="contained"
        disabled={busy || name.trim() === '' || passphrase === ''}
        onPress={() => run(() => go(name.trim(), passphrase).then(() => (setPassphrase(''), onDone?.())))}
      >
        {action}
      </Button>
      <Faults title={failed} faults={faults} />
    </Card>
  );
}

/** Somebody who has an account. */
export const SignIn = ({ onDone }: { onDone?: () => void }) => (
  <NameAndPassphrase title="Sign in" action="Sign in" failed="Not signed in" fresh={false} go={peopleApi.signIn} onDone={onDone}>
    Once on each device. Who lost the passphrase asks whoever keeps this Tamper for a code.
  </NameAndPassphrase>
);

/** From alone to a crew. */
export const First = () => (
  <NameAndPassphrase title="Work as a crew" action="Make the first account" failed="Not made" fresh go={peopleApi.first}>
    With the first account everybody has to sign in, on every device. It keeps this Tamper: it is an owner of every job, and lets the others
    in. This cannot be taken back.
  </NameAndPassphrase>
);

/** Somebody new, or with a new passphrase, by a code. @param given the code that came with a link. */
export function ByCode({ given, onDone }: { given: string; onDone?: () => void }) {
  const [code, setCode] = useState(given);
  return (
    <>
      <Card title="I have a code">
        <Text>It is on the screen of whoever lets you in: type it, or scan the square beside it with the camera of this phone.</Text>
        <TextField label="Code" value={code} onText={setCode} placeholder="like k7mq-ab2c-xy9z" />
      </Card>
      {code.trim() === '' ? null : (
        <NameAndPassphrase
          title="Come in by the code"
          action="Come in"
          failed="Not let in"
          fresh
          go={(name, passphrase) => peopleApi.join(code, name, passphrase)}
          onDone={onDone}
        />
      )}
    </>
  );
}

/** Another job for somebody who is signed in. */
export function AnotherJob({ given }: { given: string }) {
  const [code, setCode] = useState(given);
  const [said, setSaid] = useState('');
  const { busy, faults, run } = useDoing();
  return (
    <Card title="Another job by a code">
      <TextField label="Code of the other job" value={code} onText={setCode} placeholder="like k7mq-ab2c-xy9z" />
      <Button
        mode="outlined"
        disabled={busy || code.trim() === ''}
        onPress={() =>
          run(async () => {
            setSaid('');
            await peopleApi.accept(code);
            setCode('');
            setSaid('You are in: the job is in the list.');
          })
        }
      >
        Come into the job
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not let in" faults={faults} />
    </Card>
  );
}
