import { formatLength, laidLines, linesIn, reachEnd, resolveRules, widthBasis, widthFloor, type Reach } from '@tamper/core';
import { Text } from 'react-native-paper';
import { Choice } from '../../../ui/Choice';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

/** Clear width at the bottom, and whether anybody has to go in. */
export function WidthEditor() {
  const { job, run, reachIndex, section, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const rules = resolveRules(job.ruleSet, job.overrides);
  const floor = widthFloor(rules, linesIn(laidLines(job, run), reach.from, reachEnd(run, reachIndex)), reach, section.depth);
  return (
    <>
      <Fields>
        <LengthField label="Clear width at the bottom" value={reach.bottomWidth} path={['reaches', reachIndex, 'bottomWidth']} />
      </Fields>
      <Choice
        label="Does anybody go in?"
        value={reach.entry ? 'yes' : 'no'}
        options={[
          { value: 'yes', label: 'People go in' },
          { value: 'no', label: 'Nobody goes in' },
        ]}
        onChange={(value) => apply([{ path: ['reaches', reachIndex, 'entry'], value: value === 'yes' }])}
      />
      <Text variant="bodySmall">
        Least here: {formatLength(floor, job.units)}. {widthBasis(rules, reach)}.
      </Text>
      {section.digWidth !== reach.bottomWidth ? (
        <Text variant="bodySmall">Dug {formatLength(section.digWidth, job.units)} wide: clear width plus both panels.</Text>
      ) : null}
    </>
  );
}
