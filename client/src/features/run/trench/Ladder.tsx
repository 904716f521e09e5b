import { reachEnd } from '@tamper/core/alignment';
import { placedLines, linesIn, type Reach } from '@tamper/core/job';
import { dropOf, layerLadder, type Rung } from '@tamper/core/trench';
import { figuresIn, formatLength } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../../ui/Text';
import { colours, ground, TARGET } from '../../../theme/tokens';
import { Press } from '../../../ui/Press';
import { View } from '../../../ui/View';
import { useRunEdit, useSectionHere } from '../context';
import { LengthField } from '../fields';

const COLOURS: Record<Rung['kind'], string> = {
  bed: ground.bedding,
  lines: ground.pipe,
  fine: ground.surround,
  fill: ground.fill,
  surface: ground.heap,
};
/** Pixels of the whole ladder that follow the thickness of the layers; each rung has room for a finger besides. */
const SCALE = 120;

/** The layers at the cursor, top to bottom, each as thick as it is; touch one to set it. */
export function Ladder() {
  const { job, run, reachIndex, cursor } = useRunEdit();
  const { section } = useSectionHere();
  const [open, setOpen] = useState<string>();
  const reach = run.reaches[reachIndex] as Reach;
  const laid = placedLines(job, run);
  const drop = dropOf(linesIn(laid, reach.from, reachEnd(run, reachIndex)));
  if (section.bore !== undefined) return <Text>This reach is bored: there are no layers.</Text>;
  const { rungs, tapes } = layerLadder(reach, linesIn(laid, cursor, cursor), section.depth, drop);
  const path = ['reaches', reachIndex];
  const fieldOf = ({ kind, surface }: Rung) =>
    kind === 'bed' ? (
      <LengthField label="Thickness of the bed" value={reach.bedding} path={[...path, 'bedding']} style="size" />
    ) : kind === 'fine' ? (
      <LengthField label="Fine fill over the line" value={reach.surround} path={[...path, 'surround']} style="size" />
    ) : surface !== undefined && reach.restoration[surface] ? (
      <LengthField
        label="Thickness of the layer"
        value={reach.restoration[surface].thickness}
        path={[...path, 'restoration', surface, 'thickness']}
        style="size"
      />
    ) : null;
  return (
    <View role="list" aria-label="Layers from the surface down" style={{ borderWidth: 1, borderColor: colours.line }}>
      {[...rungs].reverse().map((rung, i) => {
        const key = `${rung.kind}.${rungs.length - i}`;
        const field = fieldOf(rung);
        // Lines go by their names; stone by its grain, as the reader reads it.
        const name = rung.kind === 'lines' ? rung.name : figuresIn(rung.name, job.units);
        const thickness = rung.to - rung.from;
        const taped = tapes.filter(({ height }) => height >= rung.from && height < rung.to);
        return (
          <View key={key} role="listitem">
            <Press
              role="button"
              aria-label={`${name}, ${formatLength(thickness, job.units, 'size')}${field ? ': set it' : ''}`}
              disabled={!field}
              onPress={() => setOpen(open === key ? undefined : key)}
              style={{
                minHeight: (field ? TARGET : 28) + (thickness / section.depth) * SCALE,
                flexDirection: 'row',
                alignItems: 'center',
                gap: 8,
                borderBottomWidth: 1,
                borderColor: colours.line,
              }}
            >
              <View style={{ width: 44, alignSelf: 'stretch', backgroundColor: COLOURS[rung.kind], justifyContent: 'center' }}>
                {taped.length > 0 ? <View style={{ height: 4, backgroundColor: colours.stop }} /> : null}
              </View>
              <Text style={{ flex: 1 }}>
                {name}
                {taped.length > 1 ? ` · ${taped.length} tapes` : taped.length === 1 ? ' · tape' : ''}
              </Text>
              <Text variant="titleSmall" style={{ paddingRight: 10, fontVariant: ['tabular-nums'] }}>
                {formatLength(thickness, job.units, 'size')}
              </Text>
            </Press>
            {open === key && field ? <View style={{ padding: 8 }}>{field}</View> : null}
          </View>
        );
      })}
    </View>
  );
}
