import { useState } from 'react';
import useSWR from 'swr';
import { fetcher, sentences } from '../../data/api';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Confirm } from '../../ui/Confirm';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { CodeShown } from './CodeShown';
import { peopleApi, type Account, type Code, type List } from './peopleApi';
import { useDoing } from './useDoing';

/** Every account, for whoever keeps this Tamper. */
export function Everybody({ own }: { own: string }) {
  const { data, error, mutate } = useSWR<List<Account>>('/people', fetcher);
  const [code, setCode] = useState<Code & { name: string }>();
  const [closing, setClosing] = useState<Account>();
  const { busy, faults, run } = useDoing();
  return (
    <Card title="Everybody here">
      {error !== undefined && !data ? <Text>{sentences(error)[0]}</Text> : null}
      <Text variant="bodySmall">New people come in by an invitation to a job: open it, and go to its people.</Text>
      <View role="list" aria-label="Everybody here">
        {data?.items.map((one) => (
          <View role="listitem" key={one.id} style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 6 }}>
            <Text>{`${one.name}${one.keeper ? ' · keeps this Tamper' : ''}${one.closedAt === null ? '' : ' · closed'}`}</Text>
            {one.id === own || one.closedAt !== null ? null : (
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
                <Button
                  mode="outlined"
                  disabled={busy}
                  accessibilityLabel={`Code for a new passphrase of ${one.name}`}
                  onPress={() => run(async () => setCode({ ...(await peopleApi.codeFor(one.id)), name: one.name }))}
                >
                  Passphrase lost
                </Button>
                <Button
                  mode="outlined"
                  disabled={busy}
                  accessibilityLabel={one.keeper ? `${one.name} does not keep this Tamper any more` : `${one.name} keeps this Tamper too`}
                  onPress={() => run(() => peopleApi.setKeeper(one.id, !one.keeper).then(() => mutate()))}
                >
                  {one.keeper ? 'No more a keeper' : 'Keeper too'}
                </Button>
                <Button
                  mode="outlined"
                  disabled={busy}
                  accessibilityLabel={`Close the account of ${one.name}`}
                  onPress={() => setClosing(one)}
                >
                  Close
                </Button>
              </View>
            )}
            {code?.name === one.name ? (
              <CodeShown code={code} why={`${one.name} sets a new passphrase with it, under their own name.`} />
            ) : null}
          </View>
        ))}
      </View>
      <Faults title="Not done" faults={faults} />
      <Confirm
        open={closing !== undefined}
        title={`Close the account of ${closing?.name}?`}
        text="They are signed out everywhere and cannot sign in again. What they entered stays under their name."
        action="Close it"
        onYes={() => {
          const id = closing?.id;
          setClosing(undefined);
          if (id !== undefined) run(() => peopleApi.close(id).then(() => mutate()));
        }}
        onNo={() => setClosing(undefined)}
      />
    </Card>
  );
}
