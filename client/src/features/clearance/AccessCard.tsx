import { wayinNames, wayinSurfaces } from '@tamper/core/catalogue';
import { sayAccess } from '@tamper/core/accessWords';
import { accessChecks, pinchRoom } from '@tamper/core/clearance';
import { blankPinch, errorsOf, findingsOf, keyOf, machineOf, machinesFor, type Pinch } from '@tamper/core/job';
import { pinchSchema } from '@tamper/core/job/schema';
import { resolveRules } from '@tamper/core/rules';
import { bareUnit, figuresIn, formatLength, formatMassOf, parseAngle, parseLength, parseMass } from '@tamper/core/units';
import { useState } from 'react';
import { Divider } from 'react-native-paper';
import { Text } from '../../ui/Text';
import { WhoField } from '../../ui/WhoField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Button } from '../../ui/Button';
import { newId } from '../../data/newId';
import { useWho } from '../../data/who';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { QuantityField } from '../../ui/QuantityField';
import { OptionalField } from '../../ui/OptionalField';
import { View } from '../../ui/View';
import { writeBy } from '../../data/write';
import { useClear } from './edit';

const SURFACES = wayinSurfaces.map((value) => ({ value, label: wayinNames[value] }));

const WHO_WALKED = 'Say who walked it: a role will do.';

/** The walk, and the tight places on the way in against the machine that is to come. */
export function AccessCard() {
  const { job, book, put, putJob } = useClear();
  const { pinches, walked } = job.clearance;
  const machine = machineOf(job);
  const rules = resolveRules(job.ruleSet, job.overrides);
  const findings = findingsOf(accessChecks, { pinches, machine, rules });
  const { who } = useWho();
  const [fault, setFault] = useState<string>();
  const [open, setOpen] = useState<string>();
  const walk = () => setFault(writeBy({ book, who }, WHO_WALKED)({ kind: 'walk', note: '' }));
  return (
    <Card title="Way in and walk">
      <Picker
        label="Machine"
        value={job.machine}
        options={machinesFor(job).map(({ id, machine: one }) => ({ value: id, label: one.name }))}
        onChange={(id) => void putJob({ machine: id })}
      />
      <Text variant="bodySmall">
        {formatLength(machine.width, job.units)} wide with its tracks in, {formatLength(machine.height, job.units)} high,{' '}
        {formatMassOf(machine.mass, job.units)}, reaches {formatLength(machine.reachUp, job.units)} up. {machine.basis}.
      </Text>
      {pinches.map((pinch) => {
        const { needed, had } = pinchRoom(pinch, machine);
        const here = findings
          .filter(({ subject }) => subject?.id === pinch.id)
          .map((finding) => ({ key: keyOf(finding), kind: finding.severity, ...sayAccess(finding, { rules, units: job.units }) }));
        return (
          <View key={pinch.id} style={{ gap: 6 }}>
            <Button
              mode={open === pinch.id ? 'contained' : 'outlined'}
              start
              onPress={() => setOpen(open === pinch.id ? undefined : pinch.id)}
            >
              {`${pinch.name} · needs ${formatLength(needed, job.units)}, has ${formatLength(had, job.units)}`}
            </Button>
            {here.map(({ key, kind, what, why, basis }) => (
              <Notice key={key} kind={kind} title={what}>
                <Text variant="bodySmall">
                  {why} {figuresIn(basis, job.units)}.
                </Text>
              </Notice>
            ))}
            {open === pinch.id ? <PinchFields pinch={pinch} onGone={() => setOpen(undefined)} /> : null}
          </View>
        );
      })}
      <Button
        icon="plus"
        mode="tonal"
        onPress={() => {
          const added = blankPinch(newId());
          void put({ pinches: [...pinches, added] });
          setOpen(added.id);
        }}
      >
        Add a tight place
      </Button>
      <Divider />
      {walked ? (
        <Text>
          Route and way in walked on {showMoment(walked.at)} by {walked.by}.
        </Text>
      ) : (
        <Text>Nobody has walked the route and the way in yet. Look for covers, posts, patches, meters.</Text>
      )}
      <WhoField label="Who walked it" />
      <Faults title="Not recorded" faults={fault ? [fault] : []} />
      <Button mode="contained" icon="check" onPress={walk}>
        Walked just now
      </Button>
    </Card>
  );
}

function PinchFields({ pinch, onGone }: { pinch: Pinch; onGone: () => void }) {
  const { job, put } = useClear();
  const { pinches } = job.clearance;
  const set =
    <K extends keyof Pinch>(key: K) =>
    (value: Pinch[K]) => {
      const next = { ...pinch, [key]: value };
      return (
        errorsOf(pinchSchema, next)[0]?.message ??
        put({ pinches: pinches.map((one) => (one.id === next.id ? next : one)) }, `pinch.${next.id}.${key}`)
      );
    };
  const metres = (text: string) => parseLength(text, bareUnit(job.units));
  const show = (value: number) => formatLength(value, job.units);
  const optional = (label: string, key: 'barrier' | 'overhead') => (
    <OptionalField
      label={label}
      value={pinch[key] ?? undefined}
      format={show}
      parse={metres}
      onValue={(value) => set(key)(value ?? null)}
      basis={150}
    />
  );
  const toggle = (label: string, key: 'alongSlope' | 'live' | 'tightTurn') => (
    <ToggleRow on={pinch[key]} onChange={(value) => void set(key)(value)} label={label} />
  );
  return (
    <View style={{ gap: 6, paddingLeft: 4 }}>
      <NameField label="Name of the place" value={pinch.name} onName={set('name')} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        <QuantityField label="Gap" value={pinch.gap} format={show} parse={metres} onValue={set('gap')} />
        <QuantityField
          label="Cross-fall, degrees"
          value={pinch.crossFall}
          format={(angle) => `${Number(((angle * 180) / Math.PI).toFixed(1))}°`}
          parse={parseAngle}
          onValue={set('crossFall')}
        />
      </View>
      {toggle('The gap was taped along the slope', 'alongSlope')}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        {optional('Fence height, downhill', 'barrier')}
        {optional('Height overhead', 'overhead')}
        <OptionalField
          label="Bears at most"
          value={pinch.bears ?? undefined}
          format={(value) => formatMassOf(value, job.units)}
          parse={(text) => parseMass(text, job.units)}
          onValue={(value) => set('bears')(value ?? null)}
          basis={150}
        />
      </View>
      {toggle('What hangs overhead is a live line', 'live')}
      <Picker label="Ground" value={pinch.surface} options={SURFACES} onChange={(value) => void set('surface')(value)} />
      {toggle('A tight turn', 'tightTurn')}
      <Button
        icon="trash"
        onPress={() => {
          void put({ pinches: pinches.filter(({ id }) => id !== pinch.id) });
          onGone();
        }}
      >
        Remove this place
      </Button>
    </View>
  );
}
