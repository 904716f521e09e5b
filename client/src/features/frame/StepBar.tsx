import { router } from 'expo-router';
import { memo, useState } from 'react';
import { Text } from '../../ui/Text';
import { useSafeAreaInsets } from 'react-native-safe-area-context';
import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Press } from '../../ui/Press';
import { View } from '../../ui/View';
import { useRoom } from '../../ui/useRoom';
import { firstOf, phaseOf, phases, runPath, stepIds, steps, type Phase, type StepId } from './places';

/** The order of the work, under the thumb or beside a wide page. */
export const StepBar = memo(function StepBar({ jobId, runId, step }: { jobId: string; runId: string; step: StepId | undefined }) {
  const { wide, low, rail } = useRoom();
  const { bottom, left } = useSafeAreaInsets();
  // On a phone the steps of planning or those on site: ten in a row are too small for a glove.
  const few = !wide || low;
  const own = phaseOf(step);
  const [shown, setShown] = useState<{ at: StepId | undefined; phase: Phase }>();
  const phase = shown && shown.at === step ? shown.phase : own;
  const other = phase === 'plan' ? 'work' : 'plan';
  const turn = (
    <Press
      role="button"
      aria-label={phase === 'plan' ? 'On site: show its steps' : 'Plan: show its steps'}
      onPress={() => setShown({ at: step, phase: other })}
      style={{
        flex: wide ? undefined : 1,
        minHeight: 56,
        alignItems: 'center',
        justifyContent: 'center',
        gap: 2,
        borderColor: colours.line,
        ...(wide ? {} : phase === 'plan' ? { borderLeftWidth: 1 } : { borderRightWidth: 1 }),
      }}
    >
      <Icon name={phase === 'plan' ? 'chevron-right' : 'chevron-left'} size={24} color={colours.faded} />
      <Text variant="labelMedium" style={{ color: colours.faded }}>
        {phase === 'plan' ? 'On site' : 'Plan'}
      </Text>
    </Press>
  );
  return (
    <View
      role="navigation"
      aria-label="Order of the work"
      style={{
        flexDirection: wide ? 'column' : 'row',
        backgroundColor: colours.paper,
        borderColor: colours.line,
        ...(wide ? { width: rail + left, paddingLeft: left, borderRightWidth: 1 } : { borderTopWidth: 1, paddingBottom: bottom }),
      }}
    >
      {few && phase === 'work' ? turn : null}
      {(few ? phases[phase] : stepIds).map((id) => {
        const on = id === step;
        const to = runPath(jobId, runId, firstOf(id));
        return (
          <Press
            key={id}
            role="link"
            href={to}
            onPress={() => router.navigate(to)}
            aria-current={on ? 'page' : undefined}
            style={{
              flex: wide ? undefined : 1,
              minHeight: wide && !low ? 68 : 56,
              alignItems: 'center',
              justifyContent: 'center',
              gap: 2,
              backgroundColor: on ? colours.clayWash : 'transparent',
              borderColor: on ? colours.clay : 'transparent',
              ...(wide ? { borderLeftWidth: 4 } : { borderTopWidth: 3 }),
            }}
          >
            <Icon name={steps[id].icon} size={24} color={on ? colours.clay : colours.faded} />
            <Text variant="labelMedium" style={{ color: on ? colours.clay : colours.faded }}>
              {steps[id].title}
            </Text>
          </Press>
        );
      })}
      {few && phase === 'plan' ? turn : null}
    </View>
  );
});
