import {
  ARM_VERSION,
  armEventWords,
  beginning,
  leverPatterns,
  leversOf,
  replayed,
  resultOf,
  sayNow,
  sayResult,
  type ArmEvent,
  type ArmResult,
  type Exercise,
  type LeverPattern,
  type Pit,
  type Thumb,
} from '@tamper/core/practiceArm';
import type { Practised } from '@tamper/core/practised';
import { sameJson } from '@tamper/core/merge';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { putOwn, useOwn } from '../../store/own';
import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Page, TopBar } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { useRoom } from '../../ui/useRoom';
import { useStable } from '../../ui/useStable';
import { armRun, type ArmRun } from './armRun';
import { addAttempt, useSetting } from './attempts';
import { armView, drawArm } from './drawArm';
import { ThumbPad } from './ThumbPad';
import { useHeld } from './useHeld';
import { useKeys } from './useKeys';

const CENTRE: Thumb = { x: 0, y: 0 };
/** Words beside the picture change so often, ms: they are read, not watched. */
const TOLD = 250;
const PATTERN = 'practice levers';
const PATTERNS = (Object.keys(leverPatterns) as LeverPattern[]).map((value) => ({ value, label: leverPatterns[value].name }));
/** What each way of a lever does, whichever hand has it. */
const WORDS = {
  stick: { up: 'stick out', down: 'stick in', left: 'to heap', right: 'back' },
  boom: { up: 'boom down', down: 'boom up', left: 'curl', right: 'open' },
} as const;

/** What is read beside the picture. */
interface Told {
  line: string;
  events: readonly ArmEvent[];
  /** It tipped, or struck a line. */
  ended: boolean;
}

/** The levers, the arm they move, and what came of it. @param what it is kept as; undefined: a run of one's own. */
export function ArmRoom({
  title,
  about,
  what,
  by,
  pit,
  exercise,
  chooser,
  back = '/practice',
}: {
  title: string;
  about: string;
  what: Practised;
  /** With what it was dug, as it stands on the record. */
  by: string;
  pit: Pit;
  exercise: Exercise;
  chooser: ReactNode;
  back?: string | (() => void);
}) {
  const { units } = useSetting();
  const pattern = useOwn<LeverPattern>(PATTERN) ?? 'a';
  // Begun again it is a new machine on new ground.
  const [run, setRun] = useState(() => armRun(pit, exercise));
  const [result, setResult] = useState<{ of: ArmResult; own: boolean }>();
  const thumbs = useRef({ left: CENTRE, right: CENTRE, travel: 0 });
  const ask = useStable(() => {
    const { left, right, travel } = thumbs.current;
    const none = left === CENTRE && right === CENTRE && travel === 0;
    if (none) run.letGo();
    else run.hold(leversOf(pattern, left, right, travel));
  });
  const set = useStable((which: 'left' | 'right', thumb: Thumb) => {
    thumbs.current[which] = thumb.x === 0 && thumb.y === 0 ? CENTRE : thumb;
    ask();
  });
  const travel = useStable((way: number) => {
    thumbs.current.travel = way;
    ask();
  });
  useKeys(set, travel);
  useLostPage(run, thumbs);
  const told = useTold(run, units);
  const judge = useStable(() => {
    run.end();
    const own = !run.shown();
    const of = resultOf(pit, exercise, run.state());
    setResult({ of, own });
    if (own)
      void addAttempt({
        what,
        level: 1,
        seed: 0,
        right: of.passed,
        said: sayResult(of, units)[0] ?? '',
        by,
        version: ARM_VERSION,
      });
  });
  useEffect(() => {
    if (told.ended) judge();
  }, [told.ended, judge]);
  const again = () => {
    setResult(undefined);
    setRun(armRun(pit, exercise));
  };
  const { left } = leverPatterns[pattern];
  const { page, wide } = useRoom();
  const width = Math.min(page, 760) - 24;
  const pad = Math.min(160, Math.floor((width - 70) / 2));
  return (
    <>
      <TopBar title={title} subtitle={pit.machine.name} back={back} />
      <Page terms={false}>
        <ArmPicture
          events={told.events}
          run={run}
          width={width}
          height={wide ? 330 : Math.min(300, width * 0.72)}
          label={`${pit.machine.name} from the side: ${told.line}`}
        />
        {/* Room for two lines: the levers stay under the thumbs. */}
        <Text role="status" variant="titleMedium" style={{ minHeight: 48 }}>
          {told.line}
        </Text>
        {result ? (
          <Outcome result={result} run={run} units={units} onAgain={again} />
        ) : (
          <>
            <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', gap: 6 }}>
              <ThumbPad label="Left lever" words={WORDS[left]} size={pad} onThumb={(thumb) => set('left', thumb)} />
              <View style={{ gap: 8 }}>
                <Hold label="Tracks forward" sign="up" onHold={(on) => travel(on ? 1 : 0)} />
                <Hold label="Tracks back" sign="down" onHold={(on) => travel(on ? -1 : 0)} />
              </View>
              <ThumbPad
                label="Right lever"
                words={WORDS[leverPatterns[pattern].right]}
                size={pad}
                onThumb={(thumb) => set('right', thumb)}
              />
            </View>
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
              <Button mode="contained" onPress={judge}>
                Done: judge it
              </Button>
              {exercise.sensors ? (
                <Button mode="outlined" onPress={run.strike}>
                  Strike the sensors
                </Button>
              ) : null}
              <Button mode="outlined" onPress={run.show}>
                Show me
              </Button>
              <Button onPress={again}>Begin again</Button>
            </View>
            <Text variant="bodySmall">{about}.</Text>
            <Choice label="Levers" value={pattern} options={PATTERNS} onChange={(next) => void putOwn(PATTERN, next)} />
            {wide ? <Text variant="bodySmall">Keys: W A S D the left lever, arrows the right one, Q and E the tracks.</Text> : null}
            {chooser}
          </>
        )}
      </Page>
    </>
  );
}

/** What came of it, line by line; one's own can be looked at again. */
function Outcome({
  result: { of, own },
  run,
  units,
  onAgain,
}: {
  result: { of: ArmResult; own: boolean };
  run: ArmRun;
  units: 'metric' | 'us';
  onAgain: () => void;
}) {
  const [checked, setChecked] = useState<string>();
  const check = () => {
    const end = replayed(run.pit, beginning(run.pit, run.exercise), run.recording);
    const same = sameJson(resultOf(run.pit, run.exercise, end), of);
    setChecked(
      same
        ? 'Played again from its levers: it comes out the same.'
        : 'Played again from its levers it comes out otherwise: do not rely on it.',
    );
  };
  return (
    <Card title={of.passed ? 'It holds' : 'Not yet'}>
      <View role="list" aria-label="Result" style={{ gap: 6 }}>
        {sayResult(of, units).map((line) => (
          <Text key={line} role="listitem" variant="bodyLarge">
            {line}
          </Text>
        ))}
        {own ? null : <Text role="listitem">A hand that knows it had the levers: this is not kept on anybody’s record.</Text>}
        {checked ? <Text role="listitem">{checked}</Text> : null}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" onPress={onAgain}>
          Once more
        </Button>
        {own ? (
          <Button mode="outlined" onPress={check}>
            Check it by its levers
          </Button>
        ) : null}
      </View>
    </Card>
  );
}

/** The picture, drawn as often as the screen shows one while something moves. */
function ArmPicture({
  run,
  width,
  height,
  label,
  events,
}: {
  run: ArmRun;
  width: number;
  height: number;
  label: string;
  events: readonly ArmEvent[];
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  // Finer than twice a pixel nobody sees.
  const ratio = Math.min(2, window.devicePixelRatio || 1);
  useEffect(() => {
    const to = canvas.current?.getContext('2d');
    if (!to) return;
    to.setTransform(ratio, 0, 0, ratio, 0, 0);
    const view = armView(run.pit, run.exercise, width, height);
    let before = performance.now();
    let frame = 0;
    drawArm(to, run.pit, run.exercise, run.state(), view);
    const next = (now: number) => {
      const moved = run.goOn((now - before) / 1000);
      before = now;
      if (moved) drawArm(to, run.pit, run.exercise, run.state(), view);
      frame = requestAnimationFrame(next);
    };
    frame = requestAnimationFrame(next);
    return () => cancelAnimationFrame(frame);
  }, [run, width, height, ratio]);
  return (
    <View>
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        width={width * ratio}
        height={height * ratio}
        style={{ width, height, borderRadius: 8, border: `1px solid ${colours.line}`, background: '#eef3f4' }}
      />
      {/* Over the picture: below it the levers would move from under the thumbs. */}
      <View role="log" aria-label="What goes wrong" style={{ position: 'absolute', left: 6, right: 6, bottom: 6, gap: 4 }}>
        {events.map((event) => (
          <View key={event} style={{ flexDirection: 'row', gap: 6, padding: 6, borderRadius: 6, backgroundColor: colours.cautionWash }}>
            <Icon name="caution" size={18} color={colours.caution} />
            <Text variant="bodySmall" style={{ flex: 1 }}>
              {armEventWords[event].short}: {armEventWords[event].why}
            </Text>
          </View>
        ))}
      </View>
    </View>
  );
}

/** Something that works as long as it is pressed. */
function Hold({ label, sign, onHold }: { label: string; sign: 'up' | 'down'; onHold: (on: boolean) => void }) {
  const box = useRef<View>(null);
  const on = useStable(() => onHold(true));
  const off = useStable(() => onHold(false));
  useHeld(box, on, off);
  return (
    <View
      ref={box}
      role="button"
      aria-label={label}
      style={{
        width: 52,
        height: 56,
        borderRadius: 10,
        borderWidth: 1,
        borderColor: colours.clay,
        alignItems: 'center',
        justifyContent: 'center',
        backgroundColor: colours.paper,
      }}
    >
      <Text variant="titleLarge" style={{ color: colours.clay }}>
        {sign === 'up' ? '→' : '←'}
      </Text>
    </View>
  );
}

/** Levers held through a page that is lost are let go: it stops. */
function useLostPage(run: ArmRun, thumbs: { current: { left: Thumb; right: Thumb; travel: number } }): void {
  useEffect(() => {
    const stop = () => {
      thumbs.current = { left: CENTRE, right: CENTRE, travel: 0 };
      run.letGo();
    };
    window.addEventListener('blur', stop);
    document.addEventListener('visibilitychange', stop);
    return () => {
      stop();
      window.removeEventListener('blur', stop);
      document.removeEventListener('visibilitychange', stop);
    };
  }, [run, thumbs]);
}

/** What is read beside the picture, looked at a few times a second. */
function useTold(run: ArmRun, units: 'metric' | 'us'): Told {
  const read = useStable((): Told => {
    const state = run.state();
    return { line: sayNow(run.pit, run.exercise, state, run.over(), units), events: state.now, ended: state.over };
  });
  const [told, setTold] = useState<Told>(read);
  useEffect(() => {
    setTold(read());
    const timer = setInterval(() => {
      const next = read();
      setTold((before) => (sameJson(before, next) ? before : next));
    }, TOLD);
    return () => clearInterval(timer);
  }, [run, read]);
  return told;
}
