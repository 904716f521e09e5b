import { designerWords, noneWorks, optionWords, type ProtectionOption } from '@tamper/core/studies/protection';
import { keyOf, sameJson, type Job, type Run, type Wall } from '@tamper/core/job';
import { say, sayFix } from '@tamper/core/words';
import { figuresIn, formatBatter, formatHours, formatLength, formatMassOf, formatVolume, type UnitSystem } from '@tamper/core/units';
import type { Remote } from 'comlink';
import { sidesOf } from '@tamper/core/protection';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { MiniSection } from '../../drawing/MiniSection';
import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { View } from '../../ui/View';
import type { StudyWorker } from '../../workers/study.worker';
import type { Worked } from '../../workers/worked';
import { studyWorker } from '../../workers/studyWorker';
import { useLatest } from '../../workers/useLatest';
import { BesideCard } from './BesideCard';
import { useProtection } from './context';
import { PlacePicker } from './PlacePicker';

const SORTS = [
  { value: 'cost', label: 'Cheapest' },
  { value: 'time', label: 'Quickest' },
  { value: 'room', label: 'Narrowest' },
] as const;
type Sort = (typeof SORTS)[number]['value'];
const BY: Record<Sort, (option: ProtectionOption) => number> = {
  cost: ({ cost }) => cost,
  time: ({ crewHours }) => crewHours,
  room: ({ topWidth }) => topWidth,
};

const worked = async (
  remote: Remote<StudyWorker>,
  { job, run, place }: { job: Job; run: Run; place: string },
): Promise<Worked<ProtectionOption[]>> => (await remote.options(job, run, place)) as Worked<ProtectionOption[]>;

/** Every way to hold a hole side by side: what works, what does not and why, and what each takes. */
export function WaysTab() {
  const edit = useProtection();
  const { job, run } = edit;
  const { id: place } = edit.place;
  const [sort, setSort] = useState<Sort>('cost');
  const inputs = useMemo(() => ({ job, run, place }), [job, run, place]);
  const { result, crash } = useLatest(studyWorker, inputs, worked);
  // Ways to hold another hole than the one looked at are not for choosing.
  const options = result?.inputs.place === place && 'value' in result.value ? result.value.value : undefined;
  const sorted = options && [...options].sort((a, b) => Number(b.feasible) - Number(a.feasible) || BY[sort](a) - BY[sort](b));
  const none = options && noneWorks(options);
  return (
    <>
      <PlacePicker edit={edit} />
      <Choice label="Sort by" value={sort} options={SORTS} onChange={setSort} />
      <Faults title="Not worked out" faults={crash ? [crash] : []} />
      {sorted ? null : <Text role="status">Working out every way…</Text>}
      {none ? <Notice kind="stop" role="alert" title={none} /> : null}
      {sorted && sorted.length === 0 ? <Text>Nothing is dug here.</Text> : null}
      <View role="list" aria-label="Ways to hold it" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12 }}>
        {sorted?.map((option) => (
          <OneWay key={option.id} option={option} />
        ))}
      </View>
      <Text variant="bodySmall">
        Shields protect people, they do not hold the ground; shores hold the ground. Hours and cost are rough, to compare by. Defaults, not
        a design: check your local code and the supplier’s table.
      </Text>
      {/* Below the ways, so not before them: it would be pushed away under a finger. */}
      {result || crash ? <BesideCard /> : null}
    </>
  );
}

/** A side in words: its slope by rise and by degrees, or its benches. */
function wallWords(wall: Wall, units: UnitSystem): string {
  if (wall.kind === 'vertical') return 'vertical';
  if (wall.kind === 'bench')
    return `${wall.count} ${wall.count === 1 ? 'bench' : 'benches'} of ${formatLength(wall.riser, units)} up, ${formatLength(wall.tread, units)} out`;
  return `${formatBatter(wall.ratio)}${wall.foot ? ` over ${formatLength(wall.foot, units)} upright` : ''}`;
}

const SIDE = { left: 'Left side', right: 'Right side', ends: 'Ends' } as const;

function OneWay({ option }: { option: ProtectionOption }) {
  const { job, run, apply, reader } = useProtection();
  const [fault, setFault] = useState<string>();
  const on = sameJson(option.run, run);
  const { units, rates } = job;
  const { name, must, mustNot } = optionWords[option.id];
  const said = option.mends.map((fix) => ({ label: sayFix(fix, reader), patches: fix.patches }));
  const mends = said.filter(({ label }, i) => said.findIndex((other) => other.label === label) === i);
  const spare = Math.min(option.spare.left, option.spare.right);
  return (
    <View role="listitem" style={{ flexGrow: 1, flexBasis: 340, maxWidth: '100%' }}>
      <Card title={name}>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
          <Icon name={option.feasible ? 'check' : 'stop'} color={option.feasible ? colours.good : colours.stop} size={20} />
          <Text variant="titleSmall" style={{ color: option.feasible ? colours.good : colours.stop, flex: 1 }}>
            {option.feasible ? (on ? 'Works, and is planned' : 'Works') : 'Does not work here'}
            {option.kit ? ` · ${figuresIn(option.kit.name, job.units)}` : ''}
          </Text>
        </View>
        <View style={{ flexDirection: 'row', gap: 10 }}>
          <MiniSection job={job} run={option.run} place={option.place} width={116} height={104} name={name} />
          <View style={{ flex: 1, gap: 2 }}>
            <Text>
              {formatLength(option.topWidth, units)} at the top,{' '}
              {spare >= 0 ? `${formatLength(spare, units)} to spare` : `${formatLength(-spare, units)} too wide`}
            </Text>
            <Text>
              Dig {formatVolume(option.dig, units)}, spoil {formatVolume(option.spoil, units)} loose
            </Text>
            {option.lift > 0 ? <Text>Heaviest lift {formatMassOf(option.lift, units)}</Text> : null}
            <Text>
              {formatHours(option.crewHours)} of work{option.hireDays > 0 ? `, ${option.hireDays} days of hire` : ''}
            </Text>
            <Text variant="titleSmall">
              {rates.currency} {Math.round(option.cost).toLocaleString('en-GB')}
            </Text>
          </View>
        </View>
        {sidesOf(option.place).map(({ side, wall }) =>
          wall.kind === 'vertical' ? null : (
            <Text key={side}>
              {SIDE[side]} {wallWords(wall, units)}
            </Text>
          ),
        )}
        {option.list.length > 0 ? <Text>{option.list.map(({ what, count }) => `${count} × ${what.toLowerCase()}`).join(', ')}</Text> : null}
        {option.against.map((against) => (
          <Text key={keyOf(against)} style={{ color: colours.stop }}>
            {say(against, reader).what}
          </Text>
        ))}
        {option.designer ? <Text variant="titleSmall">{designerWords[option.designer]}.</Text> : null}
        <Text variant="bodySmall">Do: {must}</Text>
        <Text variant="bodySmall">Do not: {mustNot}</Text>
        {on ? null : (
          <Button
            mode={option.feasible ? 'contained' : 'outlined'}
            accessibilityLabel={`Choose: ${name}`}
            onPress={() => setFault(apply(option.patches))}
          >
            {option.feasible ? 'Choose this' : 'Plan it all the same and mend it'}
          </Button>
        )}
        {mends.map(({ label, patches }) => (
          <Button
            key={label}
            mode="outlined"
            accessibilityLabel={`${name}, and: ${label}`}
            onPress={() => setFault(apply([...option.patches, ...patches]))}
          >
            Choose it, and: {label}
          </Button>
        ))}
        <Faults title="Not changed" faults={fault ? [fault] : []} />
      </Card>
    </View>
  );
}
