import { reachEnd } from '@tamper/core/alignment';
import { placedLines, linesIn, type Reach } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { widthBasis, widthCeiling, widthFloor } from '@tamper/core/trench';
import { figuresIn, formatLength } from '@tamper/core/units';
import { memo } from 'react';
import { Text } from '../../../ui/Text';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { TextField } from '../../../ui/TextField';
import { useRunEdit, useSectionHere } from '../context';
import { Fields, LengthField } from '../fields';
import { Passes } from '../trench/Passes';

/** Clear width at the bottom, between what the lines need and what supports and corridor allow, and whether anybody has to go in. */
export function WidthEditor() {
  const { run, reachIndex, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const path = ['reaches', reach.id];
  const supports = reach.supportWidths;
  return (
    <>
      <Fields>
        <LengthField label="Clear width at the bottom" value={reach.bottomWidth} path={[...path, 'bottomWidth']} />
      </Fields>
      <Choice
        label="Does anybody go in?"
        value={reach.entry ? 'yes' : 'no'}
        options={[
          { value: 'yes', label: 'People go in' },
          { value: 'no', label: 'Nobody goes in' },
        ]}
        onChange={(value) => apply([{ path: [...path, 'entry'], value: value === 'yes' }])}
      />
      <Text variant="bodySmall">
        {reach.entry
          ? 'Room to work beside the line, protection from the depth on, ladders and inspections all apply.'
          : 'Everything is laid from the surface: no room to work, no ladders; nobody steps in, not even for a moment.'}
      </Text>
      <Between />
      {supports ? (
        <>
          <Text variant="labelMedium">Clear widths the supports can be set to</Text>
          <Fields>
            <LengthField label="Narrowest" value={supports.least} path={[...path, 'supportWidths', 'least']} />
            <LengthField label="Widest" value={supports.most} path={[...path, 'supportWidths', 'most']} />
          </Fields>
          <TextField
            label="Whose table says so"
            value={supports.source}
            onText={(source) => void apply([{ path: [...path, 'supportWidths', 'source'], value: source }], 'supportSource')}
          />
          <Button mode="text" icon="trash" onPress={() => apply([{ path: [...path, 'supportWidths'], value: null }])}>
            Forget these supports
          </Button>
        </>
      ) : (
        <Button
          mode="outlined"
          icon="plus"
          onPress={() =>
            apply([
              {
                path: [...path, 'supportWidths'],
                value: { least: Math.max(0.2, reach.bottomWidth - 0.1), most: reach.bottomWidth + 0.1, source: '' },
              },
            ])
          }
        >
          Supports are coming: enter their widths
        </Button>
      )}
      <Passes />
    </>
  );
}

/** What the width lies between, by the section as it is drawn. */
const Between = memo(function Between() {
  const { section, drawn } = useSectionHere();
  const { job, run } = drawn;
  const reach = run.reaches[section.reachIndex] as Reach;
  const rules = resolveRules(job.ruleSet, job.overrides);
  const floor = widthFloor(rules, linesIn(placedLines(job, run), reach.from, reachEnd(run, section.reachIndex)), reach, section.depth);
  const ceiling = widthCeiling(run, reach, section.topWidth - section.digWidth);
  return (
    <>
      <Text variant="bodySmall">
        Least here: {formatLength(floor, job.units)}. {figuresIn(widthBasis(rules, reach), job.units)}.
      </Text>
      <Text variant="bodySmall">
        Most here: {formatLength(Math.max(0, ceiling.width), job.units)}. {figuresIn(ceiling.basis, job.units)}.
      </Text>
      {section.digWidth !== reach.bottomWidth ? (
        <Text variant="bodySmall">Dug {formatLength(section.digWidth, job.units)} wide: clear width plus both panels.</Text>
      ) : null}
    </>
  );
});
