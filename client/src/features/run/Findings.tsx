import { formatStation, sameJson, type Finding, type Fix, type UnitSystem } from '@tamper/core';
import { memo } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';

interface Props {
  findings: readonly Finding[];
  units: UnitSystem;
  onGo: (station: number) => void;
  onFix: (finding: Finding, fix: Fix) => void;
}

const WORD = { stop: 'STOP', caution: 'CAUTION', note: 'NOTE' } as const;

/** Findings, worst first: what, where, why, on what basis, and the fixes as buttons. */
export const Findings = memo(function Findings({ findings, units, onGo, onFix }: Props) {
  if (findings.length === 0) return <Notice kind="note" title="Nothing found against this plan. Check the ground on site all the same." />;
  return (
    <View role="list" aria-label="Findings" style={{ gap: 10 }}>
      {findings.map((finding) => (
        <OneFinding key={finding.id} finding={finding} units={units} onGo={onGo} onFix={onFix} />
      ))}
    </View>
  );
});

/** A new plan often says the same of most things: then those are not drawn again. */
const OneFinding = memo(
  function OneFinding({ finding, units, onGo, onFix }: Omit<Props, 'findings'> & { finding: Finding }) {
    return (
      <View role="listitem">
        <Notice kind={finding.severity} title={`${WORD[finding.severity]}: ${finding.what}`}>
          <Text>{finding.why}</Text>
          <Text variant="bodySmall" style={{ color: colours.ink }}>
            {finding.basis}
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            {finding.fixes.map((fix) => (
              <Button key={fix.label} mode="contained" onPress={() => onFix(finding, fix)}>
                {fix.label}
              </Button>
            ))}
            {finding.from !== undefined && finding.to !== undefined ? (
              <Button mode="outlined" onPress={() => onGo(finding.from ?? 0)}>
                {formatStation(finding.from, units)} to {formatStation(finding.to, units)}
              </Button>
            ) : null}
          </View>
        </Notice>
      </View>
    );
  },
  (a, b) => a.units === b.units && a.onGo === b.onGo && a.onFix === b.onFix && sameJson(a.finding, b.finding),
);
