import { Button } from '../../ui/Button';
import { useRoom } from '../../ui/useRoom';
import { gateAfter, procedure, score, stageAfter, tryStep, methodOf, type Practice, type Step } from '@tamper/core/protection';
import { formatPercent } from '@tamper/core/units';
import { useEffect, useState } from 'react';
import { Text } from '../../ui/Text';
import { StageDrawing } from '../../drawing/StageDrawing';
import { Icon } from '../../theme/Icon';
import { colours, TARGET } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { Press } from '../../ui/Press';
import { View } from '../../ui/View';
import { useStable } from '../../ui/useStable';
import { useProtection } from './context';
import { PlacePicker } from './PlacePicker';

const MODES = [
  { value: 'watch', label: 'Step through' },
  { value: 'practise', label: 'Practise the order' },
] as const;
type Mode = (typeof MODES)[number]['value'];
/** A step is shown this long when they play by themselves, ms. */
const BEAT = 1800;
const FRESH: Practice = { done: [], faults: [] };

/** Putting the supports in and taking them out, step by step: shown, or put in order by oneself. */
export function StepsTab() {
  const edit = useProtection();
  const { job, run, place } = edit;
  const { page: width } = useRoom();
  const [mode, setMode] = useState<Mode>('watch');
  const [practice, setPractice] = useState(FRESH);
  const [playing, setPlaying] = useState(false);
  const way = methodOf(place.sides);
  const steps = procedure(way);
  // Another way has other steps: what was done of the old ones does not count.
  const done = practice.done.filter((id) => steps.some((step) => step.id === id));
  const now = { ...practice, done };
  const stage = stageAfter(steps, done);
  const last = steps.find(({ id }) => id === done.at(-1));
  const next = steps.find(({ id }) => !done.includes(id));
  const gate = gateAfter(steps, done);
  const start = (which: Mode) => {
    setMode(which);
    setPlaying(false);
    setPractice(FRESH);
  };
  const wrong = practice.faults.at(-1);
  const goOn = useStable(() => (next ? setPractice({ ...now, done: [...done, next.id] }) : setPlaying(false)));
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(goOn, BEAT);
    return () => clearInterval(timer);
  }, [playing, goOn]);
  return (
    <>
      <PlacePicker edit={edit} />
      <Choice label="How" value={mode} options={MODES} onChange={start} />
      <Card title={last ? last.do : 'Before anything is dug'}>
        <StageDrawing job={job} run={run} place={place} stage={stage} width={Math.min(width, 760) - 50} height={220} />
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
          <Icon name={gate === 'open' ? 'check' : 'stop'} color={gate === 'open' ? colours.good : colours.stop} />
          <Text role="status" variant="titleSmall" style={{ color: gate === 'open' ? colours.good : colours.stop }}>
            Safe to enter: {gate === 'open' ? 'OPEN' : 'SHUT'}
          </Text>
        </View>
        {last ? <Text>Watch for: {last.hazard}.</Text> : null}
        <Text variant="bodySmall">
          Step {done.length} of {steps.length}
        </Text>
        {mode === 'watch' ? (
          <View style={{ flexDirection: 'row', gap: 8 }}>
            <Button mode="outlined" onPress={() => setPlaying(!playing && next !== undefined)}>
              {playing ? 'Stop' : 'Play'}
            </Button>
            <Button mode="outlined" disabled={done.length === 0} onPress={() => setPractice({ ...now, done: done.slice(0, -1) })}>
              Back
            </Button>
            <Button mode="contained" disabled={!next} style={{ flex: 1 }} onPress={goOn}>
              {next ? 'Next step' : 'All done'}
            </Button>
          </View>
        ) : null}
      </Card>
      {mode === 'practise' ? (
        <Practise
          steps={steps}
          practice={now}
          wrong={wrong}
          onPick={(id) => setPractice(tryStep(steps, now, id))}
          onAgain={() => setPractice(FRESH)}
        />
      ) : (
        <Order steps={steps} done={done} wrong={wrong} onPick={(id) => setPractice(tryStep(steps, now, id))} />
      )}
    </>
  );
}

/** One step, as long as it is. */
function StepRow({ text, done, onPress }: { text: string; done: boolean; onPress: () => void }) {
  return (
    <Press
      role="button"
      aria-label={text}
      onPress={onPress}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: 8,
        minHeight: TARGET,
        paddingHorizontal: 12,
        paddingVertical: 6,
        borderRadius: 8,
        borderWidth: 1,
        borderColor: done ? colours.clayWash : colours.line,
        backgroundColor: done ? colours.clayWash : colours.paper,
      }}
    >
      {done ? <Icon name="check" color={colours.good} size={20} /> : null}
      <Text style={{ flex: 1 }}>{text}</Text>
    </Press>
  );
}

/** All steps in order; touching one out of turn says why it cannot come yet. */
function Order({
  steps,
  done,
  wrong,
  onPick,
}: {
  steps: readonly Step[];
  done: readonly string[];
  wrong: Practice['faults'][number] | undefined;
  onPick: (id: string) => void;
}) {
  return (
    <Card title="The order">
      {wrong && !done.includes(wrong.step) ? <Notice kind="stop" role="alert" title={`Not now: ${wrong.why}`} /> : null}
      {steps.map(({ id, do: what }, index) => (
        <StepRow key={id} text={`${index + 1}. ${what}`} done={done.includes(id)} onPress={() => onPick(id)} />
      ))}
    </Card>
  );
}

/** The steps left, by the alphabet; picked in the right order they go, out of it they cost. */
function Practise({
  steps,
  practice,
  wrong,
  onPick,
  onAgain,
}: {
  steps: readonly Step[];
  practice: Practice;
  wrong: Practice['faults'][number] | undefined;
  onPick: (id: string) => void;
  onAgain: () => void;
}) {
  const left = steps.filter(({ id }) => !practice.done.includes(id)).sort((a, b) => a.do.localeCompare(b.do));
  return (
    <Card title="What comes next?">
      {wrong && !practice.done.includes(wrong.step) ? <Notice kind="stop" role="alert" title={`Not now: ${wrong.why}`} /> : null}
      {left.length === 0 ? (
        <Notice
          kind={practice.faults.length === 0 ? 'note' : 'caution'}
          role="status"
          title={`Done, ${formatPercent(score(practice))} of the picks right`}
        >
          {practice.faults.map(({ step, why }, index) => (
            <Text key={index}>
              {steps.find(({ id }) => id === step)?.do}: {why}
            </Text>
          ))}
        </Notice>
      ) : (
        left.map(({ id, do: what }) => <StepRow key={id} text={what} done={false} onPress={() => onPick(id)} />)
      )}
      <Button mode="text" icon="undo" onPress={onAgain}>
        Begin again
      </Button>
    </Card>
  );
}
