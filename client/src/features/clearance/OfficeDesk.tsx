import type { ExistingLine, LocateRequest } from '@tamper/core/job';
import type { OfficeAnswer } from '@tamper/core/office';
import { formatStation } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import useSWR from 'swr';
import { Button } from '../../ui/Button';
import { api, ApiError, fetcher, sentences, type OfficeReceipt } from '../../data/api';
import { changeRun } from '../../data/documents';
import { allRuns, useRuns, type RunHere } from '../../data/jobRuns';
import { newId } from '../../data/newId';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { Notice } from '../../ui/Notice';
import { View } from '../../ui/View';
import { sentencesOf } from '../../ui/sentences';
import { filed } from '../../workers/filed';
import { useClear } from './edit';

const PATIENCE = [
  { value: '0', label: 'At once' },
  { value: '60', label: '1 minute' },
  { value: '3600', label: '1 hour' },
  { value: '172800', label: '2 days' },
];
/** How often a waiting request is looked at, milliseconds. */
const LOOK = 3000;

/** The practice locate office: takes the routes of all runs, answers in its time, and its marks can be put on the runs. */
export function OfficeDesk() {
  const { job, jobId, today, put } = useClear();
  const { request } = job.clearance;
  const { refresh } = useRuns(jobId);
  const [patience, setPatience] = useState('0');
  const [faults, setFaults] = useState<string[]>([]);
  const [done, setDone] = useState<string>();
  const [busy, setBusy] = useState(false);
  const { data: receipt } = useSWR<OfficeReceipt>(request?.office ? `/locate-office/${request.office}` : null, fetcher, {
    refreshInterval: (latest) => (latest?.answer ? 0 : LOOK),
  });
  const attempt = (work: () => Promise<void>) => {
    setFaults([]);
    setDone(undefined);
    setBusy(true);
    work()
      .catch((fault: unknown) => setFaults(fault instanceof ApiError ? sentences(fault) : sentencesOf(fault)))
      .finally(() => setBusy(false));
  };

  const ask = () =>
    attempt(async () => {
      const runs = await allRuns(jobId);
      if (runs.length === 0) throw new Error('There is no run yet: the office needs to know where the digging is.');
      const route = await filed<string>((worker) =>
        worker.geoJson(
          job,
          runs.map(({ doc }) => doc),
        ),
      );
      const asked = await api.askOffice(newId(), { job: job.name, route, origin: job.origin }, Number(patience));
      const next: LocateRequest = { reference: asked.reference, made: today, office: asked.id, utilities: [] };
      const fault = put({ request: next });
      if (fault) throw new Error(fault);
    });

  const takeIn = (answer: OfficeAnswer) =>
    attempt(async () => {
      if (!request) return;
      const runs = await allRuns(jobId);
      const docs = runs.map(({ doc }) => doc);
      const drawn = answer.marks.includes('LineString')
        ? await filed<ExistingLine[][]>((worker) => worker.marksOn(job, docs, answer.marks))
        : [];
      const changed = withMarks(runs, drawn);
      for (const { run, lines } of changed) await changeRun(run.id, (doc) => ({ ...doc, existing: [...doc.existing, ...lines] }));
      const utilities = answer.utilities.map((utility) => ({ ...utility, asks: '' }));
      const fault = put({ request: { ...request, utilities } });
      if (fault) throw new Error(fault);
      await refresh();
      const entered = changed.flatMap(({ run, lines }) =>
        lines.map((line) => `${line.name} on ${run.doc.name}${placeOf(line, job.units)}`),
      );
      setDone(entered.length > 0 ? `Marked: ${entered.join('; ')}.` : 'Answered. There was no mark to enter.');
    });

  return (
    <View style={{ gap: 8 }}>
      {request ? null : (
        <>
          <Choice label="Practice office answers" value={patience} options={PATIENCE} onChange={setPatience} />
          <Button mode="contained" icon="find" disabled={busy} onPress={ask}>
            Ask the practice office
          </Button>
          <Text variant="bodySmall">A stand-in that ships with Tamper, to try the way of a request. It marks no real line.</Text>
        </>
      )}
      {request?.office && receipt ? (
        receipt.answer ? (
          <Notice kind="note" title={`Practice office ${receipt.reference} has answered`}>
            <Text variant="bodySmall">{receipt.answer.utilities.map(({ name, answer }) => `${name}: ${WORDS[answer]}`).join(', ')}.</Text>
            <Button mode="contained" icon="check" disabled={busy} onPress={() => receipt.answer && takeIn(receipt.answer)}>
              Take in the answer and enter the marks
            </Button>
          </Notice>
        ) : (
          <Notice kind="note" role="status" title={`Practice office ${receipt.reference}: no answer yet`}>
            <Text variant="bodySmall">It will answer at {showMoment(receipt.answerAt)}.</Text>
          </Notice>
        )
      ) : null}
      {done ? <Notice kind="note" role="status" title={done} /> : null}
      <Faults title="The office could not be asked" faults={faults} />
    </View>
  );
}

const WORDS = { none: 'no answer', marked: 'marked', clear: 'clear' } as const;

const placeOf = ({ where }: ExistingLine, units: 'metric' | 'us'): string =>
  where.kind === 'crossing' ? ` at ${formatStation(where.station, units)}` : ` along ${formatStation(where.from, units)}`;

/** Runs with the marks that are not entered on them yet; `drawn` has a list a run. */
function withMarks(runs: readonly RunHere[], drawn: readonly ExistingLine[][]) {
  return runs.flatMap((run, index) => {
    const known = new Set(run.doc.existing.map(({ name }) => name));
    const lines = (drawn[index] ?? []).filter(({ name }) => !known.has(name));
    return lines.length === 0 ? [] : [{ run, lines }];
  });
}
