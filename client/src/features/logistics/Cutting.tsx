import type { CutPlan } from '@tamper/core/order';
import type { Job } from '@tamper/core/job';
import { bareUnit, formatLength, formatStation, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useLogistics, logisticsPatch } from './context';

/** How sticks are cut: every stick that is cut at all, as a bar. */
export function Cuts({ cuts }: { cuts: readonly CutPlan[] }) {
  const { job } = useLogistics();
  const sticks = cuts.filter((cut) => cut.kind === 'sticks');
  if (sticks.length === 0) return null;
  return (
    <Card title="Cutting the lengths">
      {sticks.map(({ product, cutting }) => (
        <View key={product.id} style={{ gap: 4 }}>
          <Text variant="titleSmall">
            {product.name}: {cutting.sticks} × {formatLength(product.stock.length, job.units)}, {cutting.joints} couplers
          </Text>
          {cutting.cuts.map((pieces, i) => (
            <Bar key={i} pieces={pieces} length={product.stock.length} label={pieces.map((one) => formatLength(one, job.units))} />
          ))}
          <Text variant="bodySmall">
            {formatLength(cutting.offcut, job.units)} left over.{' '}
            {cutting.exact ? 'No way needs fewer.' : `At least ${cutting.bound} are needed.`}
          </Text>
        </View>
      ))}
    </Card>
  );
}

const Bar = ({ pieces, length, label }: { pieces: readonly number[]; length: number; label: readonly string[] }) => (
  <View
    role="img"
    aria-label={label.join(', ')}
    style={{ flexDirection: 'row', height: 26, borderWidth: 1, borderColor: colours.line, borderRadius: 4, overflow: 'hidden' }}
  >
    {pieces.map((piece, i) => (
      <View
        key={i}
        style={{
          width: `${(100 * piece) / length}%`,
          backgroundColor: colours.clayWash,
          borderRightWidth: 2,
          borderColor: colours.clay,
          justifyContent: 'center',
          paddingLeft: 4,
        }}
      >
        <Text variant="labelSmall" numberOfLines={1}>
          {label[i]}
        </Text>
      </View>
    ))}
  </View>
);

/** Which drum or coil serves which way, and the drums to hand. */
export function Drums({ cuts }: { cuts: readonly CutPlan[] }) {
  const { job, run, apply } = useLogistics();
  const drums = cuts.filter((cut) => cut.kind === 'drums');
  if (drums.length === 0) return null;
  const { units } = job;
  const put = (product: string, lengths: number[] | undefined) => {
    const rest = run.logistics.drums.filter((one) => one.product !== product);
    return apply([logisticsPatch('drums', lengths ? [...rest, { product, lengths }] : rest)]);
  };
  return (
    <Card title="Drums and coils">
      {drums.map(({ product, plan, typed }) => (
        <View key={product.id} role="group" aria-label={`Drums of ${product.name}`} style={{ gap: 4 }}>
          <Text variant="titleSmall">{product.name}</Text>
          {plan.drums.map((drum, i) => (
            <View key={i} style={{ gap: 2 }}>
              <Bar
                pieces={drum.cuts.map(({ length }) => length)}
                length={drum.length}
                label={drum.cuts.map(({ name, length }) => `${name} ${formatLength(length, units)}`)}
              />
              <Text variant="bodySmall">
                {formatLength(drum.length, units)} {product.stock.form}, {formatLength(drum.left, units)} left
              </Text>
            </View>
          ))}
          {plan.joints.length > 0 ? (
            <Text>Jointed at {plan.joints.map((at) => formatStation(at, units)).join(', ')}, each in a bay of its own.</Text>
          ) : null}
          {plan.exact ? null : <Text variant="bodySmall">Too many ways to try them all: a good one, not proved the best.</Text>}
          <DrumLengths
            lengths={typed ? (run.logistics.drums.find((one) => one.product === product.id)?.lengths ?? []) : []}
            name={product.name}
            units={units}
            onLengths={(lengths) => put(product.id, lengths)}
          />
        </View>
      ))}
    </Card>
  );
}

/** Lengths on the drums to hand, as a list to type: 250, 250, 100. */
function DrumLengths({
  lengths,
  name,
  units,
  onLengths,
}: {
  lengths: readonly number[];
  name: string;
  units: Job['units'];
  onLengths: (lengths: number[] | undefined) => string | undefined;
}) {
  const [text, setText] = useState(lengths.map((length) => formatLength(length, units)).join('; '));
  const [fault, setFault] = useState<string>();
  const take = () => {
    const parts = text
      .split(/[;\n]/)
      .map((part) => part.trim())
      .filter(Boolean);
    const parsed = parts.map((part) => parseLength(part, bareUnit(units)));
    const wrong = parsed.find((one) => !one.ok);
    if (wrong && !wrong.ok) return setFault(wrong.error);
    setFault(onLengths(parts.length > 0 ? parsed.flatMap((one) => (one.ok ? [one.value] : [])) : undefined));
  };
  return (
    <View style={{ gap: 4 }}>
      <TextField label={`On hand: ${name}`} value={text} onText={setText} placeholder="250 m; 250 m; 100 m" />
      <Button mode="outlined" accessibilityLabel={`Take drums of ${name}`} onPress={take}>
        {text.trim() === '' ? 'Usual lengths' : 'Cut from these'}
      </Button>
      <Faults title="Not taken" faults={fault ? [fault] : []} />
    </View>
  );
}
