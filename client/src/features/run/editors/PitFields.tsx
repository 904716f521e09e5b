import { reachIndexAt } from '@tamper/core/alignment';
import { soilClasses } from '@tamper/core/catalogue';
import type { PathStep, PitBody, Reach } from '@tamper/core/job';
import { useState } from 'react';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { Picker } from '../../../ui/Picker';
import { useRunEdit, useSectionHere } from '../context';
import { Fields, LengthField } from '../fields';
import { Held } from './Held';
import { SOILS } from './soils';
import { WallFields } from './WallFields';

const SIDES = [
  { value: 'left', label: 'Left' },
  { value: 'right', label: 'Right' },
  { value: 'ends', label: 'Ends' },
] as const;
type Side = (typeof SIDES)[number]['value'];

/** A hole dug for itself: how large, in what ground, who goes in, what its four sides do and what holds them. */
export function PitFields({ pit, path, station }: { pit: PitBody; path: readonly PathStep[]; station: number }) {
  const { run, apply } = useRunEdit();
  const { section } = useSectionHere();
  const [side, setSide] = useState<Side>('left');
  const soil = pit.soil ?? (run.reaches[reachIndexAt(run, station)] as Reach).soil;
  const set = (key: keyof PitBody, value: unknown) => void apply([{ path: [...path, key], value }]);
  return (
    <>
      <Fields>
        <LengthField label="Pit along the run" value={pit.length} path={[...path, 'length']} />
        <LengthField label="Pit across" value={pit.width} path={[...path, 'width']} />
        <LengthField label="Deeper than the trench" value={pit.below} path={[...path, 'below']} />
      </Fields>
      <Picker
        label="Ground of the pit"
        value={pit.soil ?? ''}
        options={[{ value: '', label: `As the reach: ${SOILS[soil]}` }, ...soilClasses.map((value) => ({ value, label: SOILS[value] }))]}
        onChange={(value) => set('soil', value === '' ? null : value)}
      />
      <Choice
        label="Does anybody go into the pit?"
        value={pit.entry ? 'yes' : 'no'}
        options={[
          { value: 'yes', label: 'People go in' },
          { value: 'no', label: 'Nobody goes in' },
        ]}
        onChange={(value) => set('entry', value === 'yes')}
      />
      <Held label="Pit held by" path={path} sides={pit} soil={soil} width={pit.width} widthKey="width" />
      <Choice label="Side of the pit" value={side} options={SIDES} onChange={setSide} />
      <WallFields
        label={`The ${side === 'ends' ? 'ends are' : `${side} side is`}`}
        wall={pit[side]}
        path={[...path, side]}
        soil={soil}
        depth={section.depth + pit.below}
      />
      <Button
        icon="both"
        onPress={() =>
          void apply(SIDES.filter(({ value }) => value !== side).map(({ value }) => ({ path: [...path, value], value: pit[side] })))
        }
      >
        Same on all sides
      </Button>
    </>
  );
}
