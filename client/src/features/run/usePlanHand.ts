import type { PlanPoint } from '@tamper/core/alignment';
import { movePoint } from '@tamper/core/routeEdits';
import { useMemo, useState } from 'react';
import type { PlanTool } from '../../drawing/PlanDrawing';
import type { Part } from '../../drawing/SectionDrawing';
import { useStable } from '../../ui/useStable';
import { useSession, useWhere } from '../frame/session';
import { touched } from './PlanTools';

/** The hand on the view from above: what a touch or a drag changes, what sets its tool and the point it holds; the same while neither changes. */
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
