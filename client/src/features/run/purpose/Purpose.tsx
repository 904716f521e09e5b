import type { PurposeReport } from '@tamper/core';
import { culvertAt } from '@tamper/core/least-cover';
import { productOf, type Run } from '@tamper/core/job';
import { blankHouse, blankLandDrain, blankLoops, purposeOf, type Purpose as Kind } from '@tamper/core/purpose';
import type { ComponentType } from 'react';
import { Picker } from '../../../ui/Picker';
import { Text } from '../../../ui/Text';
import { useRunEdit } from '../context';
import { CulvertFields } from './CulvertFields';
import { HouseFields } from './HouseFields';
import { LandDrainFields } from './LandDrainFields';
import { LoopsFields } from './LoopsFields';
import { usePurpose } from './usePurpose';

const NAMES: Record<Kind, string> = {
  line: 'A line in its trench',
  culvert: 'Culvert',
  landDrain: 'Land drain',
  house: 'Service into a house',
  loops: 'Headers of ground loops',
};
const FIELDS: Record<Kind, ComponentType<{ report: PurposeReport | undefined }>> = {
  line: NoFields,
  culvert: CulvertFields,
  landDrain: LandDrainFields,
  house: HouseFields,
  loops: LoopsFields,
};

/** What the run is for, and what that asks. */
export function Purpose() {
  const { job, run, apply } = useRunEdit();
  const product = productOf(job, run);
  const now = purposeOf(run);
  const fits: Record<Kind, boolean> = {
    line: true,
    culvert: product.kind === 'gravity' && !product.drains,
    landDrain: product.drains,
    house: product.kind !== 'gravity',
    loops: product.kind === 'pressure',
  };
  const made: { [K in Exclude<Kind, 'line'>]: () => NonNullable<Run[K]> } = {
    culvert: () => culvertAt(run),
    landDrain: blankLandDrain,
    house: () => blankHouse(product),
    loops: () => blankLoops('loop-40'),
  };
  const choose = (kind: Kind) =>
    apply((['culvert', 'landDrain', 'house', 'loops'] as const).map((one) => ({ path: [one], value: one === kind ? made[one]() : null })));
  const Fields = FIELDS[now];
  const report = usePurpose();
  return (
    <>
      <Picker
        label="This run is"
        value={now}
        options={(Object.keys(NAMES) as Kind[])
          .filter((kind) => fits[kind] || kind === now)
          .map((value) => ({ value, label: NAMES[value] }))}
        onChange={(kind) => (kind === now ? undefined : void choose(kind))}
      />
      <Fields report={report} />
    </>
  );
}

function NoFields() {
  return (
    <Text variant="bodySmall">
      What goes in decides what it can be: a pipe that falls a culvert, a perforated one a land drain, a water pipe a service or the headers
      of loops.
    </Text>
  );
}
