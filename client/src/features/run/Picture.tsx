import { movePoint, type PlanPoint } from '@tamper/core/alignment';
import type { Range } from '@tamper/core/geometry';
import { productOf, type Reach, type Run } from '@tamper/core/job';
import type { Section } from '@tamper/core/plan';
import { resolveRules } from '@tamper/core/rules';
import { tooCloseIn } from '@tamper/core/trench';
import { memo, useMemo, useState } from 'react';
import { View } from 'react-native';
import { LongSection } from '../../drawing/LongSection';
import { PlanDrawing, type PlanTool } from '../../drawing/PlanDrawing';
import { SectionDrawing, type Part } from '../../drawing/SectionDrawing';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { useSame } from '../../ui/useSame';
import { useStable } from '../../ui/useStable';
import type { PlanState } from '../../workers/usePlan';
import { useSession, useWhere } from '../frame/session';
import { touched } from './PlanTools';
import type { FoundMarks } from './useFoundMarks';

/** The three ways to look at a run. */
export type Look = 'section' | 'long' | 'plan';
type Good = NonNullable<PlanState['good']>;

interface PictureProps {
  good: Good;
  /** What the section is of: the newest inputs where they can be dug. */
  drawn: Pick<Good, 'job' | 'run'>;
  /** The newest inputs: the plan view follows the finger, ahead of the plan. */
  doc: Run;
  section: Section;
  look: Look;
  width: number;
  /** Of the drawing, pixels. */
  height: number;
  /** Stretches where Safe to enter is open now. */
  open: readonly Range[];
  wide: boolean;
  cursor: number;
  onCursor: (station: number) => void;
  selected: Part | undefined;
  onPart: (part: Part) => void;
  others: readonly Run[];
  hand: PlanHand;
  onMoveLine: (id: string, centre: { x: number; y: number }) => void;
  /** What was found, drawn on top. */
  found: FoundMarks | undefined;
}

/** The drawing one looks at: across, along, or from above. */
export function Picture({
  good,
  drawn,
  doc,
  section,
  look,
  width,
  height,
  wide,
  cursor,
  onCursor,
  selected,
  onPart,
  others,
  open,
  hand,
  onMoveLine,
  found,
}: PictureProps) {
  const { job, run, plan } = good;
  const [whole, setWhole] = useState(wide);
  const existing = useSame(useMemo(() => linesAt(good, cursor), [good, cursor]));
  const close = useSame(useMemo(() => tooCloseIn(drawn.job, drawn.run, section.reachIndex), [drawn, section.reachIndex]));
  const size = { width, height, units: job.units, cursor };
  if (look === 'long')
    return (
      <LongSection
        run={run}
        product={productOf(job, run)}
        plan={plan}
        onCursor={onCursor}
        clearance={resolveRules(job.ruleSet, job.overrides).lineClearance.value ?? 0}
        marks={found?.long}
        {...size}
      />
    );
  if (look === 'plan') return <PlanDrawing run={doc} plan={plan} others={others} open={open} {...hand} {...size} />;
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
        onMoveLine={onMoveLine}
        marks={found?.section}
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

/** What the hand does on the plan view: its tool, the point it holds, and what a touch or a drag changes. */
interface PlanHand {
  tool: PlanTool;
  selected: number | undefined;
  onTouch: (point: PlanPoint) => void;
  onSelect: (index: number) => void;
  onMove: (index: number, point: PlanPoint) => void;
}

/** The hand on the view from above, what sets its tool and the point it holds; the same while neither changes. */
export function usePlanHand(onPart: (part: Part) => void) {
  const { run, apply } = useSession();
  const { look } = useWhere();
  const [tool, setTool] = useState<PlanTool>('look');
  const [selected, setSelected] = useState<number>();
  const onTouch = useStable((point: PlanPoint) => {
    const done = touched(run.doc, tool, point);
    if (done.patches && apply(done.patches) !== undefined) return;
    if (done.selected !== undefined) setSelected(done.selected);
    if (done.cursor !== undefined) look({ cursor: done.cursor });
    if (done.line) {
      setTool('look');
      onPart('existing');
    }
  });
  const onMove = useStable((index: number, point: PlanPoint) => {
    const patches = movePoint(run.doc, index, point);
    if (patches.length > 0) apply(patches, `point.${index}`);
  });
  return useMemo(
    () => ({ hand: { tool, selected, onTouch, onSelect: setSelected, onMove }, setTool, setPoint: setSelected }),
    [tool, selected, onTouch, onMove],
  );
}
export type PlanTooling = ReturnType<typeof usePlanHand>;

/** What lies in the ground already at a station, from the plan on screen. */
function linesAt({ plan }: Good, station: number) {
  const near = plan.handWindows.filter((window) => window.from <= station && station <= window.to);
  const lines = plan.existing.filter(({ id }) => near.some((window) => window.lines.includes(id)));
  return { lines, handOnly: near.length > 0 };
}
