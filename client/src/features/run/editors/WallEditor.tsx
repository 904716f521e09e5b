import {
  classSlope,
  formatBatter,
  formatBatterRatio,
  formatLength,
  parseBatter,
  parseLength,
  resolveRules,
  type Reach,
  type Wall,
} from '@tamper/core';
import { Text } from 'react-native-paper';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { OptionalField } from '../../../ui/OptionalField';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { bareUnit, Fields, LengthField } from '../fields';

const OTHER = { left: 'right', right: 'left' } as const;

/** One side of the trench: vertical, battered or benched. */
export function WallEditor({ side }: { side: 'left' | 'right' }) {
  const { job, run, reachIndex, section, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const wall = reach[side];
  const path = ['reaches', reachIndex, side];
  const slope = classSlope(resolveRules(job.ruleSet, job.overrides), reach.soil);
  const put = (next: Wall) => apply([{ path, value: next }]);
  const start: Record<Wall['kind'], () => Wall> = {
    vertical: () => ({ kind: 'vertical' }),
    batter: () => ({ kind: 'batter', ratio: Math.max(0.5, slope.ratio) }),
    bench: () => ({
      kind: 'bench',
      riser: Math.min(1.2, Math.max(0.3, section.depth / 2)),
      tread: Math.min(1.2, Math.max(0.3, section.depth / 2)),
      count: 1,
    }),
  };
  return (
    <>
      <Choice
        label={side === 'left' ? 'Left wall' : 'Right wall'}
        value={wall.kind}
        options={[
          { value: 'vertical', label: 'Vertical' },
          { value: 'batter', label: 'Batter' },
          { value: 'bench', label: 'Bench' },
        ]}
        onChange={(kind) => (kind === wall.kind ? undefined : put(start[kind]()))}
      />
      {wall.kind === 'batter' ? (
        <Fields>
          <QuantityField
            label="Batter, horizontal:vertical or degrees"
            value={wall.ratio}
            format={formatBatterRatio}
            parse={parseBatter}
            onValue={(ratio) => apply([{ path: [...path, 'ratio'], value: ratio }], path.join('.'))}
            hint={formatBatter(wall.ratio)}
          />
          <OptionalField
            label="Vertical foot below it"
            value={wall.foot}
            format={(metres) => formatLength(metres, job.units)}
            parse={(text) => parseLength(text, bareUnit(job.units, 'depth'))}
            onValue={(foot) => apply([{ path: [...path, 'foot'], value: foot }], path.join('.'))}
            hint="Of supports, or of type A"
            basis={150}
          />
        </Fields>
      ) : null}
      {wall.kind === 'bench' ? (
        <Fields>
          <LengthField label="Riser" value={wall.riser} path={[...path, 'riser']} />
          <LengthField label="Tread" value={wall.tread} path={[...path, 'tread']} />
          <QuantityField
            label="Benches"
            value={wall.count}
            format={String}
            parse={(text) =>
              /^\d{1,2}$/.test(text.trim())
                ? { ok: true, value: Number(text), understood: `${Number(text)} benches` }
                : { ok: false, error: 'Type a whole number of benches.' }
            }
            onValue={(count) => apply([{ path: [...path, 'count'], value: count }], path.join('.'))}
          />
        </Fields>
      ) : null}
      <Text variant="bodySmall">
        Steepest unsupported for this soil: {formatBatter(slope.ratio)}. {slope.basis}.
      </Text>
      <Button icon="both" onPress={() => apply([{ path: ['reaches', reachIndex, OTHER[side]], value: wall }])}>
        Same on the {OTHER[side]}
      </Button>
    </>
  );
}
