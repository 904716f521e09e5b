import { reachEnd } from '@tamper/core/alignment';
import { coverPlates, families, PLATE_BASIS, tapeSchoolIds, tapeSchools, type TapeSchool } from '@tamper/core/catalogue';
import { linesIn, placedLines, type Reach } from '@tamper/core/job';
import { plateRows, tapeAsked } from '@tamper/core/trench';
import { bareUnit, formatLength, parseCount, parseLength } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { OptionalField } from '../../../ui/OptionalField';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { View } from '../../../ui/View';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

const SCHOOLS = [{ value: 'none' as const, label: 'None' }, ...tapeSchoolIds.map((value) => ({ value, label: tapeSchools[value].name }))];

/** The warning tape over each line of the reach, by its school. */
export function Tapes() {
  const { job, run, reachIndex, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const path = ['reaches', reach.id, 'tapes'];
  return (
    <View role="group" aria-label="Warning tapes" style={{ gap: 4 }}>
      {linesIn(placedLines(job, run), reach.from, reachEnd(run, reachIndex)).map((line) => {
        const tape = reach.tapes.find(({ id }) => id === line.id);
        const lay = (school: 'none' | TapeSchool) => {
          const { distance } =
            line.owner?.tape?.school === school ? tapeAsked(line) : { distance: school === 'none' ? 0 : tapeSchools[school].distance };
          apply([{ path: [...path, line.id], value: school === 'none' ? undefined : { id: line.id, school, distance } }]);
        };
        return (
          <View key={line.id} style={{ gap: 2 }}>
            <Picker label={`Tape over ${line.name}`} value={tape?.school ?? 'none'} options={SCHOOLS} onChange={lay} />
            {tape ? (
              <Fields>
                <LengthField
                  label={tapeSchools[tape.school].name}
                  value={tape.distance}
                  path={[...path, line.id, 'distance']}
                  style="size"
                  hint={`says “${families[line.product.family].tape}”`}
                />
              </Fields>
            ) : null}
          </View>
        );
      })}
    </View>
  );
}

const NONE = 'none';
const OWN = 'own';

/** Plates or tiles over the lines: their size, and how many rows. */
export function Plates() {
  const { job, run, reachIndex, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const path = ['reaches', reach.id, 'plates'];
  const { plates } = reach;
  const known = plates && coverPlates.find(({ length, width }) => length === plates.length && width === plates.width);
  const size = (label: string, key: 'length' | 'width') => (
    <QuantityField
      label={label}
      value={plates?.[key] ?? 0}
      format={(metres) => formatLength(metres, job.units, 'size')}
      parse={(text) => parseLength(text, bareUnit(job.units, 'size'))}
      onValue={(value) => apply([{ path: [...path, key], value }], `${reach.id}.plates.${key}`)}
      basis={104}
    />
  );
  return (
    <View style={{ gap: 4 }}>
      <Picker
        label="Cover plates or tiles"
        value={plates ? (known?.name ?? OWN) : NONE}
        options={[
          { value: NONE, label: 'None' },
          ...coverPlates.map(({ name, length, width }) => ({
            value: name,
            label: `${name.split(' ')[0]} ${formatLength(length, job.units, 'size')} × ${formatLength(width, job.units, 'size')}`,
          })),
          ...(plates && !known ? [{ value: OWN, label: 'Own size' }] : []),
        ]}
        onChange={(name) => {
          const chosen = coverPlates.find((one) => one.name === name);
          if (name === NONE) apply([{ path, value: null }]);
          else if (chosen) apply([{ path, value: { length: chosen.length, width: chosen.width, rows: plates?.rows ?? null } }]);
        }}
      />
      {plates ? (
        <>
          <Fields>
            {size('Length of a plate', 'length')}
            {size('Width of a plate', 'width')}
            <OptionalField
              label="Rows"
              value={plates.rows ?? undefined}
              format={String}
              parse={(text) => parseCount(text, 'rows')}
              onValue={(rows) => apply([{ path: [...path, 'rows'], value: rows ?? null }], `${reach.id}.plates.rows`)}
              hint={`empty: ${plateRows({ ...plates, rows: null }, linesIn(placedLines(job, run), reach.from, reachEnd(run, reachIndex)))} cover the lines`}
            />
          </Fields>
          <Text variant="bodySmall">{PLATE_BASIS}.</Text>
        </>
      ) : null}
    </View>
  );
}
