import { groundIds, grounds } from '@tamper/core/catalogue';
import { formatPercent } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { Choice } from '../../../ui/Choice';
import { Picker } from '../../../ui/Picker';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

/** Where the dirt goes. */
export function SpoilEditor() {
  const { run, apply } = useRunEdit();
  const { spoil } = run;
  const set = (key: string) => (value: unknown) => apply([{ path: ['spoil', key], value }]);
  return (
    <>
      <Choice
        label="Heap on the"
        value={spoil.side}
        options={[
          { value: 'left', label: 'Left' },
          { value: 'right', label: 'Right' },
          { value: 'both', label: 'Both' },
        ]}
        onChange={set('side')}
      />
      <Fields>
        <LengthField label="Setback from the lip" value={spoil.setback} path={['spoil', 'setback']} />
        <LengthField label="Room left of centre" value={spoil.corridorLeft} path={['spoil', 'corridorLeft']} />
        <LengthField label="Room right of centre" value={spoil.corridorRight} path={['spoil', 'corridorRight']} />
      </Fields>
      <Picker
        label="Ground"
        value={spoil.ground}
        options={groundIds.map((id) => ({ value: id, label: grounds[id].name }))}
        onChange={set('ground')}
      />
      <Choice
        label="Back into the trench?"
        value={spoil.reuse ? 'yes' : 'no'}
        options={[
          { value: 'yes', label: 'Goes back' },
          { value: 'no', label: 'All carted off' },
        ]}
        onChange={(value) => set('reuse')(value === 'yes')}
      />
      <Text variant="bodySmall">
        Swells {formatPercent(grounds[spoil.ground].swell)}, shrinks {formatPercent(grounds[spoil.ground].shrink)} when compacted.{' '}
        {grounds[spoil.ground].basis}.
      </Text>
    </>
  );
}
