import { closureOf, poseIds, poses, type TrialPose } from '@tamper/core/book';
import { readyWords } from '@tamper/core/dig';
import { bareUnit, figuresIn, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { useFormDraft } from '../../data/useFormDraft';
import { useSaid } from '../../data/useSaid';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useCursor } from '../frame/session';
import { useEnter, useEnterJob, useSite } from '../site/context';
import { useDig } from './context';
import { StandInCard } from './StandInCard';

/** Sensors on the arm: moved and struck again, tried on one point, knocked; and made-up ones to try all of it on. */
export function SensorsTab() {
  const { inForce } = useDig().levels;
  const sensors = inForce?.kept.entry.fact.means === 'sensors';
  return (
    <>
      {sensors ? <Strike /> : <Notice kind="note" title="Levels do not come from sensors on the arm now" />}
      <TrialCard />
      <StandInCard />
    </>
  );
}

/** After every move of the tracks the sensors are struck again: a place begins there. */
function Strike() {
  const { job } = useSite();
  const { inForce } = useDig().levels;
  const cursor = useCursor().cursor ?? 0;
  const enter = useEnter();
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const { said, say, unsay } = useSaid();
  if (!inForce) return null;
  const text = typed ?? formatStation(cursor, job.units);
  const write = () => {
    const parsed = parseStation(text, job.units);
    unsay();
    const refused = parsed.ok
      ? enter(
          { kind: 'strike', setUp: inForce.id, station: parsed.value, note: '' },
          undefined,
          [],
          say(`Kept: a place begins at ${formatStation(parsed.value, job.units)}.`),
        )
      : parsed.error;
    setFault(refused);
    if (refused === undefined) setTyped(undefined);
  };
  return (
    <Card title="The machine moved">
      <Text variant="bodySmall">Strike the laser again with the teeth, then read an earlier cut once more before digging on.</Text>
      <TextField label="Struck at station" value={text} onText={setTyped} />
      <Button mode="outlined" onPress={write}>
        Moved, and struck again
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}

const EMPTY: Record<TrialPose, string> = { out: '', in: '', curled: '', turned: '' };

/** The teeth brought back to one point in several poses: what the sensors say of it each time is the same, or they are not to be dug by. */
function TrialCard() {
  const { job, jobId, rules } = useSite();
  const { ready, levels } = useDig();
  const { units } = job;
  const enter = useEnterJob();
  const [form, put, clear] = useFormDraft(`trial.${jobId}`, () => EMPTY);
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const typed = poseIds
    .filter((pose) => form[pose].trim() !== '')
    .map((pose) => ({ pose, parsed: parseLength(form[pose], bareUnit(units)) }));
  const read = typed.flatMap(({ pose, parsed }) => (parsed.ok ? [{ pose, level: parsed.value }] : []));
  const closure = read.length >= 2 ? closureOf({ poses: read }) : undefined;
  const within = rules.returnsWithin.value ?? 0;
  const write = () => {
    unsay();
    const wrong = typed.flatMap(({ parsed }) => (parsed.ok ? [] : [parsed.error]));
    if (wrong.length > 0) return setFaults(wrong);
    if (ready.bucket === undefined)
      return setFaults(['Say first which bucket is on, and that it held when it was dropped and dragged: on Machine.']);
    const refused = enter(
      { kind: 'calibration', machine: job.machine, bucket: ready.bucket, poses: read, note: '' },
      undefined,
      [],
      say(`Kept: within ${formatLength(closure ?? 0, units, 'level')}.`),
    );
    setFaults(refused === undefined ? [] : [refused]);
    if (refused !== undefined) return;
    clear();
  };
  const knocked = () => {
    unsay();
    const refused = enter(
      { kind: 'knock', machine: job.machine, note: '' },
      undefined,
      [],
      say('Kept: try the sensors again before digging by them.'),
    );
    setFaults(refused === undefined ? [] : [refused]);
  };
  const lack = ready.lacks.find(({ about }) => about === 'sensors');
  const sensors = levels.inForce?.kept.entry.fact.means === 'sensors';
  return (
    <Card title="Do the sensors come back to one point?">
      {lack ? (
        <Notice kind="stop" title={readyWords(lack, rules, units).what}>
          <Text>{readyWords(lack, rules, units).todo}</Text>
        </Notice>
      ) : sensors && ready.calibration ? (
        <Text variant="bodySmall">
          Tried with the bucket of {formatLength(ready.calibration.entry.fact.bucket, units)}: within{' '}
          {formatLength(closureOf(ready.calibration.entry.fact), units, 'level')}. Void with another bucket, a knock, or the next shift.
        </Text>
      ) : null}
      <Text variant="bodySmall">
        A nail in a board: bring the teeth to it each way, and read the level. Within {formatLength(within, units, 'size')}.{' '}
        {figuresIn(rules.returnsWithin.basis, units)}.
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {poseIds.map((pose) => (
          <View key={pose} style={{ flexGrow: 1, flexBasis: '45%' }}>
            <TextField
              label={poses[pose]}
              value={form[pose]}
              onText={(text) => put((before) => ({ ...before, [pose]: text }))}
              keys="decimal"
            />
          </View>
        ))}
      </View>
      {closure === undefined ? null : (
        <Text role="status">
          {formatLength(closure, units, 'level')} apart: {closure <= within + 1e-9 ? 'within what they may be' : 'more than they may be'}.
        </Text>
      )}
      <Button mode="contained" icon="check" onPress={write}>
        Enter the trial
      </Button>
      <Button mode="outlined" icon="caution" onPress={knocked}>
        Arm or sensor was knocked
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}
