import { router } from 'expo-router';
import { reachEnd } from '@tamper/core/alignment';
import {
  beddingIds,
  beddings,
  compactionIds,
  compactions,
  surfaceMaterialIds,
  surfaceMaterials,
  families,
  familyIds,
  type SurfaceMaterialId,
} from '@tamper/core/catalogue';
import { placedLines, linesIn, type Reach } from '@tamper/core/job';
import { coveringsOf, leastBed, usualLayers } from '@tamper/core/trench';
import { figuresIn, formatDensity, formatGrain, formatArea, formatLength } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { IconButton } from '../../../ui/IconButton';
import { Button } from '../../../ui/Button';
import { Picker } from '../../../ui/Picker';
import { Tick } from '../../../ui/Tick';
import { View } from '../../../ui/View';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { Ladder } from '../trench/Ladder';
import { Plates, Tapes } from '../trench/Warnings';

const TICKS = [
  { key: 'tracer', label: 'Tracer wire along the line' },
  { key: 'fabric', label: 'Fabric round the stone' },
] as const;

/** The layers of the trench from the bed to the surface, and what warns whoever digs here next. */
export function BedEditor() {
  const { job, run, reachIndex, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const path = ['reaches', reach.id];
  const set = (key: keyof Reach, value: unknown) => apply([{ path: [...path, key], value }]);
  const lines = placedLines(job, run);
  const least = leastBed(reach, linesIn(lines, reach.from, reachEnd(run, reachIndex)));
  const material = beddings[reach.beddingMaterial];
  return (
    <>
      <Ladder />
      <Button mode="tonal" icon="check" onPress={() => apply(usualLayers(run, reachIndex, lines))}>
        Use the usual layers for these lines
      </Button>
      <Fields>
        <LengthField
          label="Bed under the line"
          value={reach.bedding}
          path={[...path, 'bedding']}
          style="size"
          hint={`${formatLength(least, job.units, 'size')} at least here`}
        />
        <LengthField label="Surround over the line" value={reach.surround} path={[...path, 'surround']} style="size" />
      </Fields>
      <Picker
        label="Material"
        value={reach.beddingMaterial}
        options={beddingIds.map((value) => ({ value, label: figuresIn(beddings[value].name, job.units) }))}
        onChange={(value) => set('beddingMaterial', value)}
      />
      <Text variant="bodySmall">
        {figuresIn(material.name, job.units)}: grains to {formatGrain(material.largest, job.units)},{' '}
        {formatDensity(material.density, job.units)} compacted. {figuresIn(material.basis, job.units)}.
      </Text>
      <Picker
        label="Side fill"
        value={reach.compaction}
        options={compactionIds.map((value) => ({ value, label: compactions[value].name }))}
        onChange={(value) => set('compaction', value)}
      />
      <Tapes />
      <Plates />
      {TICKS.map(({ key, label }) => (
        <View key={key} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Tick label={label} done={reach[key]} onPress={() => void set(key, !reach[key])} />
          <Text>{label}</Text>
        </View>
      ))}
      <ToBring />
      <SurfaceLayers />
      <MeasuredOnSite />
    </>
  );
}

/** What is measured of the bed is kept in the book, where it is laid. */
const MeasuredOnSite = () => (
  <Button mode="outlined" icon="measure" onPress={() => router.navigate('../lay/bed')}>
    Measure the bed where it is laid
  </Button>
);

/** What the ticks ask to be brought for this reach. */
function ToBring() {
  const { job, run, reachIndex } = useRunEdit();
  const { plates, tapes, tracer, fabric } = coveringsOf(run, reachIndex, placedLines(job, run));
  const span = (metres: number) => formatLength(metres, job.units, 'span');
  const parts = [
    plates > 0 ? `${plates} plates` : '',
    ...familyIds.map((family) => (tapes[family] ? `${span(tapes[family])} of tape “${families[family].tape}”` : '')),
    tracer > 0 ? `${span(tracer)} of wire` : '',
    fabric > 0 ? `${formatArea(fabric, job.units)} of fabric` : '',
  ].filter(Boolean);
  return parts.length > 0 ? <Text variant="bodySmall">For this reach: {parts.join(', ')}.</Text> : null;
}

/** What goes back on top, from the finished surface down. */
function SurfaceLayers() {
  const { run, reachIndex, apply } = useRunEdit();
  const { id, restoration } = run.reaches[reachIndex] as Reach;
  const path = ['reaches', id, 'restoration'];
  return (
    <View style={{ gap: 4 }}>
      <Text variant="labelMedium">Put back on top, from the surface down</Text>
      {restoration.map(({ material, thickness }, index) => (
        <View key={index} style={{ flexDirection: 'row', alignItems: 'flex-start', gap: 6 }}>
          <View style={{ flex: 1 }}>
            <Picker
              label={`Layer ${index + 1}`}
              value={material}
              options={surfaceMaterialIds.map((value: SurfaceMaterialId) => ({ value, label: surfaceMaterials[value].name }))}
              onChange={(value) => apply([{ path: [...path, index, 'material'], value }])}
            />
          </View>
          <View style={{ flex: 1, flexDirection: 'row' }}>
            <LengthField label={`Thickness of layer ${index + 1}`} value={thickness} path={[...path, index, 'thickness']} style="size" />
          </View>
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out layer ${index + 1}`}
            onPress={() => apply([{ path: [...path, index], value: undefined }])}
          />
        </View>
      ))}
      {restoration.length < 6 ? (
        <Button
          mode="outlined"
          icon="plus"
          onPress={() => apply([{ path, value: [...restoration, { material: 'topsoil', thickness: 0.15 }] }])}
        >
          Add a surface layer
        </Button>
      ) : null}
    </View>
  );
}
