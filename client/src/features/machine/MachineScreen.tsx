import { machines } from '@tamper/core/catalogue';
import { DEPTH_TO_SPARE, machineFits, SHORT_WINDOW, type MachineFit } from '@tamper/core/machine';
import { errorsOf, jobSchema } from '@tamper/core/job';
import { formatHours, formatLength, formatPercent } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { useJob, useRun, type JobDocument, type RunDocument } from '../../data/documents';
import { ReachDrawing } from '../../drawing/ReachDrawing';
import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Loading } from '../../ui/Loading';
import { Notice } from '../../ui/Notice';
import { SaveBadge } from '../../ui/SaveBadge';
import { backOr, Page, TopBar } from '../../ui/Screen';
import { usePlan } from '../../workers/usePlan';

/** Can this machine do it: its reach at the deepest of the run, and every class beside it. */
export function MachineScreen({ jobId, runId }: { jobId: string; runId: string }) {
  const job = useJob(jobId);
  const run = useRun(runId);
  const back = backOr(`/jobs/${jobId}/runs/${runId}`);
  if (!job.document || !run.document)
    return (
      <>
        <TopBar title="Machine" back={back} />
        <Page>
          <Loading error={job.error ?? run.error} retry={() => void Promise.all([job.retry(), run.retry()])} what="the run" />
        </Page>
      </>
    );
  return (
    <>
      <TopBar title={`Machine: ${run.document.doc.name}`} status={<SaveBadge save={job.document.save} />} back={back} />
      <Page>
        <Machines job={job.document} run={run.document} />
      </Page>
    </>
  );
}

function Machines({ job, run }: { job: JobDocument; run: RunDocument }) {
  const { width } = useWindowDimensions();
  const { good, errors } = usePlan(job.doc, run.doc);
  const [fault, setFault] = useState<string>();
  const fits = useMemo(() => good && machineFits(good.job, good.run, good.plan.profile, good.plan.dig.machine), [good]);
  const choose = (id: MachineFit['id']) => {
    const next = { ...job.doc, machine: id };
    const [refused] = errorsOf(jobSchema, next);
    setFault(refused?.message);
    if (!refused) job.change(next);
  };
  if (!good || !fits)
    return errors.length > 0 ? (
      <Faults title="These inputs cannot be dug" faults={errors.map(({ message }) => message)} />
    ) : (
      <Text role="status">Working it out…</Text>
    );
  const { units } = good.job;
  const depth = good.plan.deepest.depth;
  const findings = good.plan.findings.filter(({ chapter }) => chapter === 'machine');
  return (
    <>
      <Card title={`${machines[good.job.machine].name} at ${formatLength(depth, units)}`}>
        <ReachDrawing machine={good.job.machine} depth={depth} units={units} width={Math.min(width, 760) - 50} height={260} />
        <Text variant="bodySmall">
          Dashed: how far its teeth reach. Measured on the floor: what it shaves level from one place. {machines[good.job.machine].basis}.
        </Text>
      </Card>
      {findings.map((finding) => (
        <Notice key={finding.id} kind={finding.severity} title={finding.what}>
          <Text>{finding.why}</Text>
          <Text variant="bodySmall">{finding.basis}.</Text>
        </Notice>
      ))}
      <Faults title="Not changed" faults={fault ? [fault] : []} />
      <View role="list" aria-label="Machines for this run" style={{ gap: 12 }}>
        {fits.map((fit) => (
          <OneMachine key={fit.id} fit={fit} on={fit.id === good.job.machine} units={units} onChoose={() => choose(fit.id)} />
        ))}
      </View>
      <Text variant="bodySmall">
        Typical of each class; measure yours. A machine needs depth to spare and room to work: {formatPercent(DEPTH_TO_SPARE)} and a floor
        of {formatLength(SHORT_WINDOW, units)} at the least. Hours are digging alone.
      </Text>
    </>
  );
}

function OneMachine({ fit, on, units, onChoose }: { fit: MachineFit; on: boolean; units: 'metric' | 'us'; onChoose: () => void }) {
  const shaved = fit.window ? fit.window.to - fit.window.from : 0;
  const against = [
    ...(fit.spare < 0 ? ['does not get down'] : fit.spare < DEPTH_TO_SPARE ? ['little depth to spare'] : []),
    ...(fit.spare >= 0 && shaved < SHORT_WINDOW ? ['short floor from one place'] : []),
    ...(fit.gap !== undefined && fit.gap < 0 ? ['too wide for the way in'] : []),
  ];
  const fine = against.length === 0;
  return (
    <View role="listitem">
      <Card title={machines[fit.id].name}>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
          <Icon name={fine ? 'check' : 'caution'} color={fine ? colours.good : colours.caution} size={20} />
          <Text variant="titleSmall" style={{ flex: 1, color: fine ? colours.good : colours.caution }}>
            {fine ? 'Does it' : against.join(', ')}
            {on ? ' · planned' : ''}
          </Text>
        </View>
        <Text>
          Reaches {formatLength(fit.deepest, units)} down, {fit.spare >= 0 ? `${formatPercent(fit.spare)} to spare` : 'too little'}
          {fit.window ? `; shaves ${formatLength(shaved, units)}, ${fit.setUps} ${fit.setUps === 1 ? 'place' : 'places'}` : ''}
        </Text>
        <Text>
          {formatHours(fit.hours)} of digging
          {fit.gap === undefined
            ? ''
            : fit.gap >= 0
              ? `; ${formatLength(fit.gap, units)} of room on the way in`
              : `; ${formatLength(-fit.gap, units)} too wide on the way in`}
        </Text>
        {on ? null : (
          <Button mode={fine ? 'contained' : 'outlined'} accessibilityLabel={`Take the ${machines[fit.id].name}`} onPress={onChoose}>
            Take this one
          </Button>
        )}
      </Card>
    </View>
  );
}
