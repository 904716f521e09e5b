import type { SoilClass } from '@tamper/core/catalogue';
import type { PathStep, Wall } from '@tamper/core/job';
import { classSlope } from '@tamper/core/protection';
import { resolveRules } from '@tamper/core/rules';
import { bareUnit, figuresIn, formatBatter, formatBatterRatio, formatLength, parseBatter, parseLength } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { Choice } from '../../../ui/Choice';
import { OptionalField } from '../../../ui/OptionalField';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

interface Props {
  label: string;
  wall: Wall;
  path: readonly PathStep[];
  /** The ground it stands in, and how deep the hole is where one looks: what a new batter or bench begins with. */
  soil: SoilClass;
  depth: number;
}

/** One side of a hole, trench or pit: vertical, battered or benched. */
export function WallFields({ label, wall, path, soil, depth }: Props) {
  const { job, apply } = useRunEdit();
  const slope = classSlope(resolveRules(job.ruleSet, job.overrides), soil);
  const tag = path.join('.');
  const put = (next: Wall) => apply([{ path, value: next }]);
  const step = Math.min(1.2, Math.max(0.3, depth / 2));
  const start: Record<Wall['kind'], Wall> = {
    vertical: { kind: 'vertical' },
    batter: { kind: 'batter', ratio: Math.max(0.5, Math.min(10, slope.ratio)) },
    bench: { kind: 'bench', riser: step, tread: step, count: 1 },
  };
  return (
    <>
      <Choice
        label={label}
        value={wall.kind}
        options={[
          { value: 'vertical', label: 'Vertical' },
          { value: 'batter', label: 'Batter' },
          { value: 'bench', label: 'Bench' },
        ]}
        onChange={(kind) => (kind === wall.kind ? undefined : put(start[kind]))}
      />
      {wall.kind === 'batter' ? (
        <Fields>
          <QuantityField
            label="Batter, horizontal:vertical or degrees"
            value={wall.ratio}
            format={formatBatterRatio}
            parse={parseBatter}
            onValue={(ratio) => apply([{ path: [...path, 'ratio'], value: ratio }], tag)}
            hint={formatBatter(wall.ratio)}
          />
          <OptionalField
            label="Vertical foot below it"
            value={wall.foot}
            format={(metres) => formatLength(metres, job.units)}
            parse={(text) => parseLength(text, bareUnit(job.units, 'depth'))}
            onValue={(foot) => apply([{ path: [...path, 'foot'], value: foot }], tag)}
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
            onValue={(count) => apply([{ path: [...path, 'count'], value: count }], tag)}
          />
        </Fields>
      ) : null}
      <Text variant="bodySmall">
        Steepest unsupported for this soil: {formatBatter(slope.ratio)}. {figuresIn(slope.basis, job.units)}.
      </Text>
    </>
  );
}
