import { useState } from 'react';
import { holderOf, useMe } from '../../store/me';
import { Card } from '../../ui/Card';
import { Page, TopBar } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Audit } from './Audit';
import { AnotherJob, ByCode, First, SignIn } from './ComeIn';
import { Everybody } from './Everybody';
import { Holders } from './Holders';
import { Devices, NewPassphrase } from './OwnAccount';

/** Who works here: alone, or as a crew with accounts. @param code that came with a link. */
export function PeopleScreen({ code }: { code: string }) {
  const me = useMe();
  const holder = holderOf(me);
  // A code that somebody has just come in by is used up.
  const [opened] = useState(me?.people.length ?? 0);
  return (
    <>
      <TopBar title="People" subtitle={me?.crew ? 'Who is signed in, and who holds this device' : 'Alone on this machine'} back="/" />
      <Page terms={false}>
        {me === undefined ? <Text>The server was not heard yet: who works here is not known.</Text> : null}
        {me?.crew === false ? (
          <>
            <Card title="Alone">
              <Text>
                Nobody signs in: whoever sits at this machine owns everything on it, and it is not reached from elsewhere. Names on entries
                are as they are typed.
              </Text>
            </Card>
            <First />
          </>
        ) : null}
        {me?.crew && me.people.length === 0 ? (
          <>
            {code ? <ByCode given={code} /> : null}
            <SignIn />
            {code ? null : <ByCode given="" />}
          </>
        ) : null}
        {me?.crew && me.people.length > 0 ? <Holders me={me} /> : null}
        {holder ? (
          <>
            <AnotherJob given={opened > 0 ? code : ''} />
            <Devices key={`devices ${holder.id}`} />
            <NewPassphrase key={`passphrase ${holder.id}`} />
            {holder.keeper ? (
              <>
                <Everybody own={holder.id} />
                <Audit path="/audit" title="Who did what" />
              </>
            ) : null}
          </>
        ) : null}
      </Page>
    </>
  );
}
