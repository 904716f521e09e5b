import { may, roleIds, roles as allRoles, type Role } from '@tamper/core/roles';
import { roleDoes } from '@tamper/core/roleDoes';
import { router } from 'expo-router';
import { useState } from 'react';
import useSWR from 'swr';
import { fetcher, sentences } from '../../data/api';
import { rolesIn } from '../../data/may';
import { holderOf, useMe } from '../../store/me';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { Page, TopBar } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { ToggleRow } from '../../ui/ToggleRow';
import { View } from '../../ui/View';
import { jobPath } from '../frame/places';
import { Audit } from './Audit';
import { CodeShown } from './CodeShown';
import { peopleApi, type Code, type Invitation, type List, type Member } from './peopleApi';
import { useDoing } from './useDoing';

/** Who is what in a job; its owner lets others in and says what they are. */
export function JobPeopleScreen({ jobId }: { jobId: string }) {
  const me = useMe();
  const holder = holderOf(me);
  const mine = me && holder ? rolesIn(holder, jobId) : [];
  const owns = may(mine, 'own');
  return (
    <>
      <TopBar title="People of the job" back={jobPath(jobId)} />
      <Page terms={false}>
        {me?.crew ? null : (
          <Card title="Alone">
            <Text>There are no accounts here yet: whoever sits at this machine does everything.</Text>
            <Button mode="outlined" onPress={() => router.navigate('/people')}>
              Work as a crew
            </Button>
          </Card>
        )}
        {me?.crew ? <Members jobId={jobId} owns={owns} /> : null}
        {owns ? (
          <>
            <Invite jobId={jobId} />
            <Audit path={`/jobs/${jobId}/audit`} title="Who did what in this job" />
          </>
        ) : null}
      </Page>
    </>
  );
}

/** Whoever is let in stands there soon, ms. */
const OFTEN = 10_000;
const named = (list: readonly Role[]): string => list.map((role) => allRoles[role].name).join(', ');

/** What somebody is to be, each with what it lets them do. */
function RolePicker({ roles, onRoles }: { roles: readonly Role[]; onRoles: (roles: Role[]) => void }) {
  return (
    <View>
      {roleIds.map((role) => (
        <ToggleRow
          key={role}
          label={allRoles[role].name}
          words={`${allRoles[role].name}: ${roleDoes[role]}`}
          on={roles.includes(role)}
          onChange={(on) => onRoles(roleIds.filter((one) => (one === role ? on : roles.includes(one))))}
        />
      ))}
    </View>
  );
}

function Members({ jobId, owns }: { jobId: string; owns: boolean }) {
  const path = `/jobs/${jobId}/people`;
  const { data, error, mutate } = useSWR<List<Member>>(path, fetcher, { refreshInterval: OFTEN });
  const [changing, setChanging] = useState<Member>();
  const { busy, faults, run } = useDoing();
  const set = (id: string, roles: readonly Role[]) =>
    run(async () => {
      await mutate(await peopleApi.setRoles(jobId, id, roles), { revalidate: false });
      setChanging(undefined);
    });
  return (
    <Card title="In this job">
      {error !== undefined && !data ? <Text>{sentences(error)[0]}</Text> : null}
      {data?.items.length === 0 ? <Text>Nobody yet, but for whoever keeps this Tamper.</Text> : null}
      <View role="list" aria-label="In this job">
        {data?.items.map((one) => (
          <View role="listitem" key={one.id} style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 6 }}>
            <Text variant="titleMedium">{one.name}</Text>
            <Text variant="bodySmall">{named(one.roles)}</Text>
            {changing?.id === one.id ? (
              <>
                <RolePicker roles={changing.roles} onRoles={(roles) => setChanging({ ...changing, roles })} />
                <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
                  <Button mode="contained" disabled={busy || changing.roles.length === 0} onPress={() => set(one.id, changing.roles)}>
                    Set it
                  </Button>
                  <Button mode="outlined" disabled={busy} onPress={() => set(one.id, [])}>
                    Take out of the job
                  </Button>
                  <Button onPress={() => setChanging(undefined)}>Leave it</Button>
                </View>
              </>
            ) : owns ? (
              <View style={{ flexDirection: 'row' }}>
                <Button mode="outlined" accessibilityLabel={`Change what ${one.name} is`} onPress={() => setChanging(one)}>
                  Change
                </Button>
              </View>
            ) : null}
          </View>
        ))}
      </View>
      <Faults title="Not changed" faults={faults} />
    </Card>
  );
}

function Invite({ jobId }: { jobId: string }) {
  const [roles, setRoles] = useState<Role[]>(['crew']);
  const [code, setCode] = useState<Code>();
  const { data, mutate } = useSWR<List<Invitation>>(`/jobs/${jobId}/invitations`, fetcher, { refreshInterval: OFTEN });
  const { busy, faults, run } = useDoing();
  const open = data?.items.filter(({ id }) => id !== code?.id) ?? [];
  return (
    <Card title="Let somebody in">
      <Text variant="bodySmall">What they will be here. They choose their name and passphrase themselves.</Text>
      <RolePicker roles={roles} onRoles={setRoles} />
      <Button
        mode="contained"
        disabled={busy || roles.length === 0}
        onPress={() =>
          run(async () => {
            setCode(await peopleApi.invite(jobId, roles));
            await mutate();
          })
        }
      >
        Make a code
      </Button>
      {code ? <CodeShown code={code} why="Whoever has it comes into this job." /> : null}
      <Faults title="No code was made" faults={faults} />
      {open.length > 0 ? (
        <View role="list" aria-label="Codes that are still good">
          {open.map(({ id, roles: to, endsAt }) => (
            <View role="listitem" key={id} style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 6 }}>
              <Text variant="bodySmall">{`A code for ${named(to)}, good until ${showMoment(endsAt)}`}</Text>
              <View style={{ flexDirection: 'row' }}>
                <Button mode="outlined" disabled={busy} onPress={() => run(() => peopleApi.takeBack(jobId, id).then(() => mutate()))}>
                  Take it back
                </Button>
              </View>
            </View>
          ))}
        </View>
      ) : null}
    </Card>
  );
}
