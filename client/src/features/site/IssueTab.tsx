import { changesBetween, stopsAt, type RevisionHead } from '@tamper/core/issue';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { WhoField } from '../../ui/WhoField';
import useSWR from 'swr';
import { Button } from '../../ui/Button';
import { api, sentences } from '../../data/api';
import { fromDevice } from '../../data/localFirst';
import { newId } from '../../data/newId';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { Notice } from '../../ui/Notice';
import { Sentences } from '../../ui/Sentences';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useSite } from './context';
import { OldPlan } from './OldPlan';

/** The plan people work to: issue the draft, and everything issued so far. */
export function IssueTab() {
  return (
    <>
      <IssueCard />
      <IssuedList />
    </>
  );
}

/** What the draft says that the issued plan does not, and the press that issues it. */
export function IssueCard() {
  const { draft, force, job, book, runId, who } = useSite();
  const { good, planned } = draft;
  // What an edit of this moment changes is not known before it is planned.
  const newest = good?.run === draft.run.doc && good.job === draft.job.doc ? good : undefined;
  const changes = useMemo(
    () => (force && newest ? [...(force.drifted ?? []), ...changesBetween(force, newest, job.units)] : undefined),
    [force, newest, job.units],
  );
  const stops = useMemo(() => (newest ? stopsAt(newest, force, book.book ?? []) : []), [newest, force, book.book]);
  const [typed, setTyped] = useState<string>();
  const [faults, setFaults] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  // Why a plan that says STOP is issued all the same nobody can say for whoever issues it.
  const offered = stops.length > 0 ? '' : !force ? 'First plan' : (changes?.[0] ?? '').slice(0, 300);
  const why = typed ?? offered;
  const issue = async () => {
    setFaults([]);
    if (who.trim().length < 2) return setFaults(['Say who you are first: a role will do.']);
    if (why.trim() === '') return setFaults(['Say why, in a few words.']);
    setBusy(true);
    try {
      await Promise.all([draft.job.sent(), draft.run.sent()]);
      await api.issue(runId, { id: newId(), author: who.trim(), why: why.trim(), job: draft.job.version(), run: draft.run.version() });
      setTyped(undefined);
      await book.refresh();
    } catch (error) {
      setFaults(sentences(error));
    } finally {
      setBusy(false);
    }
  };
  const same = force !== undefined && changes?.length === 0;
  return (
    <Card title={force ? `Plan ${force.number} is issued` : 'No plan is issued yet'}>
      {!planned ? (
        <Notice kind="stop" title="The draft cannot be dug as it stands">
          <Text>Mend its inputs first; what is issued stays as it is.</Text>
        </Notice>
      ) : !newest ? (
        <Text>Planning the draft…</Text>
      ) : same ? (
        <Text>The draft says the same. People on site work to this.</Text>
      ) : (
        <>
          <Text>
            {force
              ? 'The draft differs from it. People work to the issued plan until you issue the draft:'
              : 'People on site work to an issued plan: a numbered copy nobody can change. Editing goes on in the draft.'}
          </Text>
          <Changes changes={changes ?? []} />
          <Stops stops={stops} />
          <WhoField label="Who issues" placeholder="Foreman" />
          <TextField label={stops.length > 0 ? 'Why all the same' : 'Why'} value={why} onText={setTyped} />
          <Button mode="contained" icon="check" onPress={() => void issue()} disabled={busy}>
            {busy ? 'Issuing…' : force ? `Issue as plan ${force.number + 1}` : 'Issue this plan'}
          </Button>
          {force ? (
            <Text variant="bodySmall">
              It shuts Safe to enter wherever it says something else of what was inspected, until somebody inspects by it. Units of this
              job: {job.units === 'us' ? 'feet and inches' : 'metric'}.
            </Text>
          ) : null}
        </>
      )}
      <Faults title="Not issued" faults={faults} />
    </Card>
  );
}

/** What the plan says STOP to: whoever issues it has read it, and the reason is kept with the plan. */
const Stops = ({ stops }: { stops: readonly string[] }) =>
  stops.length === 0 ? null : (
    <Notice kind="stop" title={stops.length === 1 ? 'This plan says STOP' : `This plan says STOP ${stops.length} times`}>
      <Sentences label="What it says STOP to" list={stops} />
      <Text>Mend it first, or say why it is issued all the same: that is kept with the plan, and the card in the cab says it.</Text>
    </Notice>
  );

const Changes = ({ changes }: { changes: readonly string[] }) =>
  changes.length === 0 ? null : <Sentences label="What changed" list={changes} />;

/** Everything that was issued, the newest first. */
function IssuedList() {
  const { jobId, runId, force, job } = useSite();
  const { data, error } = useSWR<{ items: RevisionHead[] }>(force ? `/runs/${runId}/revisions?${force.number}` : null, (path: string) =>
    fromDevice<{ items: RevisionHead[] }>(path, jobId),
  );
  const [open, setOpen] = useState<string>();
  if (!force) return null;
  return (
    <Card title="Issued so far">
      {error ? <Faults title="Not fetched" faults={sentences(error)} /> : null}
      <View role="list" aria-label="Issued plans">
        {data?.items.map((head) => (
          <View key={head.id} role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 4 }}>
            <Text variant="titleSmall">
              Plan {head.number}: {head.why}
            </Text>
            <Text variant="bodySmall">
              {showMoment(head.at)}, {head.author} · {head.digest.slice(0, 12)}
            </Text>
            <Changes changes={head.changes} />
            <View style={{ flexDirection: 'row' }}>
              <Button mode="outlined" onPress={() => setOpen(open === head.id ? undefined : head.id)}>
                {open === head.id ? `Close plan ${head.number}` : `Read plan ${head.number}`}
              </Button>
            </View>
            {open === head.id ? <OldPlan jobId={jobId} id={head.id} units={job.units} /> : null}
          </View>
        ))}
      </View>
    </Card>
  );
}
