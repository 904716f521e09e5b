import { chainageTable, formatLength, formatStation, type Plan, type UnitSystem } from '@tamper/core';
import { writeChainageCsv } from '@tamper/core/csv';
import { memo, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Pager } from '../../ui/Pager';
import { fileName, saveText } from '../../ui/files';
import { colours } from '../../theme/tokens';

const PAGE = 10;
const COLUMNS = ['Station', 'Ground', 'Invert', 'Depth', 'Cover'] as const;

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
  const [page, setPage] = useState(0);
  const pages = Math.ceil(rows.length / PAGE);
  const shown = Math.min(page, pages - 1);
  const level = (metres: number) => formatLength(metres, units, 'level').replace(/ (m|ft)$/, '');
  const cells = (row: (typeof rows)[number]) => [
    formatStation(row.station, units),
    level(row.ground),
    level(row.invert),
    formatLength(row.depth, units),
    formatLength(row.cover, units),
  ];
  return (
    <View style={{ backgroundColor: colours.paper, borderRadius: 8, borderWidth: 1, borderColor: colours.line, padding: 8 }}>
      <View role="table" aria-label="Chainage table">
        <View role="row" style={{ flexDirection: 'row', borderBottomWidth: 1, borderColor: colours.line, paddingVertical: 4 }}>
          {COLUMNS.map((name) => (
            <Text key={name} role="columnheader" variant="labelSmall" style={{ flex: 1, textAlign: 'right' }}>
              {name}
            </Text>
          ))}
        </View>
        {rows.slice(shown * PAGE, (shown + 1) * PAGE).map((row) => (
          <Pressable
            key={row.station}
            role="row"
            onPress={() => onGo(row.station)}
            style={{ flexDirection: 'row', minHeight: 40, alignItems: 'center' }}
          >
            {cells(row).map((text, i) => (
              <Text key={COLUMNS[i]} role="cell" variant="bodySmall" style={{ flex: 1, textAlign: 'right', fontVariant: ['tabular-nums'] }}>
                {text}
              </Text>
            ))}
          </Pressable>
        ))}
      </View>
      <Pager page={shown} size={PAGE} count={rows.length} onPage={setPage} />
      <Button icon="download" onPress={() => void saveText(fileName(`${plan.run} chainage`, 'csv'), writeChainageCsv(rows), 'text/csv')}>
        Chainage table as CSV
      </Button>
    </View>
  );
});
