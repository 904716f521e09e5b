import { machineOf, type Run } from '@tamper/core/job';
import { backingOut, handRate } from '@tamper/core/machine';
import { resolveRules } from '@tamper/core/rules';
import { formatHours, formatLength } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { Choice } from '../../../ui/Choice';
import { usePlanOnScreen, useRunEdit } from '../context';

const EXITS: { value: Run['access']['exit']; label: string }[] = [
  { value: 'start', label: 'Start' },
  { value: 'end', label: 'End' },
  { value: 'both', label: 'Both' },
  { value: 'side', label: 'Side' },
];

/** Which way the machine digs, and where it can leave again. */
export function AccessEditor() {
  const { job, run, apply } = useRunEdit();
  const plan = usePlanOnScreen();
  const set = (key: keyof Run['access']) => (value: string) => void apply([{ path: ['access', key], value }]);
  const machine = machineOf(job);
  const back = plan && backingOut(run, plan.profile, machine, resolveRules(job.ruleSet, job.overrides), handRate(job, run.spoil.ground));
  const blind = run.access.exit === 'start' ? 'end' : run.access.exit === 'end' ? 'start' : undefined;
  const show = (metres: number) => formatLength(metres, job.units);
  return (
    <>
      <Choice
        label="Dug from the"
        value={run.access.digFrom}
        options={[
          { value: 'start', label: 'Start' },
          { value: 'end', label: 'End' },
        ]}
        onChange={set('digFrom')}
      />
      <Choice label="The machine can leave at" value={run.access.exit} options={EXITS} onChange={set('exit')} />
      <Text>
        {blind ? `The ${blind} is blind: dig from there, backing towards the way out.` : 'It can leave as it backs, whichever way it digs.'}
      </Text>
      {back ? (
        <Text variant="bodySmall">
          To come back past its trench the {machine.name} needs {show(back.besideNeeded)} from the centre line, and there is{' '}
          {show(back.besideHad)}. Straddling it, {show(Math.max(0, back.berm))} is left under each track, and it needs{' '}
          {show(back.bermNeeded)}
          {back.thinVolume > 0 ? `: about ${formatHours(back.handHours)} by hand and barrow where it is thinner` : ''}. Set the machine and
          its way in under “Clear to dig”.
        </Text>
      ) : null}
    </>
  );
}
