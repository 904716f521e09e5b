import { chainageTable } from '@tamper/core/alignment';
import type { Plan } from '@tamper/core/plan';
import { formatLength, formatStation, type UnitSystem } from '@tamper/core/units';
import { writeChainageCsv } from '@tamper/core/csv';
import { memo, useMemo } from 'react';
import { Button } from '../../ui/Button';
import { DataTable, type Column } from '../../ui/DataTable';
import { View } from '../../ui/View';
import { fileName, saveText } from '../../ui/files';
import { colours } from '../../theme/tokens';

const PAGE = 10;
type Levels = ReturnType<typeof chainageTable>[number];

/** Levels station by station; touch a row and the cursor goes there. */
export const ChainageTable = memo(function ChainageTable({
  plan,
  units,
  onGo,
}: {
  plan: Plan;
  units: UnitSystem;
  onGo: (station: number) => void;
}) {
  const rows = useMemo(() => chainageTable(plan.profile), [plan]);
  const columns = useMemo((): Column<Levels>[] => {
    const level = (metres: number) => formatLength(metres, units, 'level').replace(/ (m|ft)$/, '');
    return [
      { name: 'Station', value: ({ station }) => station, show: ({ station }) => formatStation(station, units) },
      { name: 'Ground', value: ({ ground }) => ground, show: ({ ground }) => level(ground) },
      { name: 'Invert', value: ({ invert }) => invert, show: ({ invert }) => level(invert) },
      { name: 'Depth', value: ({ depth }) => depth, show: ({ depth }) => formatLength(depth, units) },
      { name: 'Cover', value: ({ cover }) => cover, show: ({ cover }) => formatLength(cover, units) },
    ];
  }, [units]);
  return (
    <View style={{ backgroundColor: colours.paper, borderRadius: 8, borderWidth: 1, borderColor: colours.line, padding: 8 }}>
      <DataTable
        label="Chainage table"
        columns={columns}
        rows={rows}
        keyOf={({ station }) => String(station)}
        page={PAGE}
        onRow={({ station }) => onGo(station)}
      />
      <Button icon="download" onPress={() => void saveText(fileName(`${plan.run} chainage`, 'csv'), writeChainageCsv(rows), 'text/csv')}>
        Chainage table as CSV
      </Button>
    </View>
  );
});
