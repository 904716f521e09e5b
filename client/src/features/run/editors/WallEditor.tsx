import type { Reach } from '@tamper/core';
import { Button } from '../../../ui/Button';
import { useRunEdit, useSectionHere } from '../context';
import { WallFields } from './WallFields';

const OTHER = { left: 'right', right: 'left' } as const;

/** One side of the trench, and the other made like it. */
export function WallEditor({ side }: { side: 'left' | 'right' }) {
  const { run, reachIndex, apply } = useRunEdit();
  const { section } = useSectionHere();
  const reach = run.reaches[reachIndex] as Reach;
  const path = ['reaches', reach.id];
  return (
    <>
      <WallFields
        label={side === 'left' ? 'Left wall' : 'Right wall'}
        wall={reach[side]}
        path={[...path, side]}
        soil={reach.soil}
        depth={section.depth}
      />
      <Button icon="both" onPress={() => apply([{ path: [...path, OTHER[side]], value: reach[side] }])}>
        Same on the {OTHER[side]}
      </Button>
    </>
  );
}
