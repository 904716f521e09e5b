import { productOf, type Reach } from '@tamper/core/job';
import type { Plan } from '@tamper/core/plan';
import { resolveRules } from '@tamper/core/rules';
import { tooCloseIn } from '@tamper/core/trench';
import { memo, useMemo, useState } from 'react';
import { LongSection } from '../../drawing/LongSection';
import { PlanDrawing } from '../../drawing/PlanDrawing';
import { SectionDrawing, type Part } from '../../drawing/SectionDrawing';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { View } from '../../ui/View';
import { useSame } from '../../ui/useSame';
import type { PlanState } from '../../workers/usePlan';
import { usePlanned } from '../frame/session';
import { useOnRecord, useRunEdit, useSectionHere, useTouch } from './context';

/** The three ways to look at a run. */
export type Look = 'section' | 'long' | 'plan';
type Good = NonNullable<PlanState['good']>;

interface PictureProps {
  look: Look;
  /** Of the drawing, pixels. */
  width: number;
  height: number;
  wide: boolean;
  selected: Part | undefined;
  onPart: (part: Part) => void;
}
type Drawn = Omit<PictureProps, 'look'> & { good: Good };

/** The drawing one looks at, once there is a plan. Each is drawn anew with what it shows, and with nothing else. */
export function Picture({ look, ...frame }: PictureProps) {
  const { good } = usePlanned().state;
  if (!good) return null;
  if (look === 'long') return <Lengthwise {...frame} good={good} />;
  if (look === 'plan') return <FromAbove {...frame} good={good} />;
  return <Across {...frame} good={good} />;
}

function Lengthwise({ good: { job, run, plan }, width, height }: Drawn) {
  const { cursor, setCursor } = useTouch();
  const { marks } = useOnRecord();
  return (
    <LongSection
      run={run}
      product={productOf(job, run)}
      plan={plan}
      clearance={resolveRules(job.ruleSet, job.overrides).lineClearance.value ?? 0}
      marks={marks?.long}
      units={job.units}
      width={width}
      height={height}
      cursor={cursor}
      onCursor={setCursor}
    />
  );
}

/** It follows the finger, ahead of the plan. */
function FromAbove({ good: { job, plan }, width, height }: Drawn) {
  const { run, others } = useRunEdit();
  const { tools, cursor } = useTouch();
  const { open } = useOnRecord();
  return (
    <PlanDrawing
      {...tools.hand}
      run={run}
      plan={plan}
      others={others}
      open={open}
      units={job.units}
      width={width}
      height={height}
      cursor={cursor}
    />
  );
}

/** It follows what is typed where that can be dug, ahead of the plan. */
function Across({ good: { run, plan }, width, height, wide, selected, onPart }: Drawn) {
  const { section, drawn } = useSectionHere();
  const { moveLine } = useTouch();
  const { marks } = useOnRecord();
  const [whole, setWhole] = useState(wide);
  const existing = useSame(useMemo(() => linesAt(plan, section.station), [plan, section.station]));
  const close = useSame(useMemo(() => tooCloseIn(drawn.job, drawn.run, section.reachIndex), [drawn, section.reachIndex]));
  return (
    <View>
      <SectionDrawing
        section={section}
        reach={drawn.run.reaches[section.reachIndex] as Reach}
        units={drawn.job.units}
        width={width}
        height={height}
        selected={selected}
        onPart={onPart}
        whole={whole}
        name={run.name}
        existing={existing}
        ruleSet={drawn.job.ruleSet}
        close={close}
        onMoveLine={moveLine}
        marks={marks?.section}
      />
      <Closer whole={whole} onWhole={setWhole} />
    </View>
  );
}
/** With the heap and its room, or the trench alone and larger. */
const Closer = memo(function Closer({ whole, onWhole }: { whole: boolean; onWhole: (whole: boolean) => void }) {
  return (
    <View style={{ position: 'absolute', right: 4, bottom: 4 }}>
      <Button mode="outlined" onPress={() => onWhole(!whole)} style={OVER}>
        {whole ? 'Closer' : 'With spoil'}
      </Button>
    </View>
  );
});
const OVER = { backgroundColor: colours.paper };

/** What lies in the ground already at a station, from the plan on screen. */
function linesAt(plan: Plan, station: number) {
  const near = plan.handWindows.filter((window) => window.from <= station && station <= window.to);
  const lines = plan.existing.filter(({ id }) => near.some((window) => window.lines.includes(id)));
  return { lines, handOnly: near.length > 0 };
}
