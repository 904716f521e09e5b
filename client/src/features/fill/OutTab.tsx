import { kitOf } from '@tamper/core/job';
import { deliveredCount } from '@tamper/core/site';
import { supportsOut } from '@tamper/core/supportsOut';
import { figuresIn, formatLength, formatStretch } from '@tamper/core/units';
import { useEntering } from '../../data/useEntering';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useFill } from './context';
import { useEnterFilled } from './useEnterFilled';

/** The supports out with the fill, one after another; and parts out against parts in. */
export function OutTab() {
  const { job, plan, register, rules } = useSite();
  const { report } = useFill();
  const { units } = job;
  const { write, said, faults } = useEntering(useEnterFilled());
  const out = supportsOut(register, plan, report);
  const kits = [...new Set(register.map(({ kit }) => kit))];
  const free = register.filter(({ state }) => state === 'takenOut');
  if (register.length === 0) return <Notice kind="note" title="No supports were delivered: there is nothing to take out" />;
  return (
    <>
      <Card title={out.length === 0 ? 'Nothing stands in the trench any more' : 'Out in this order'}>
        <Text variant="bodySmall">
          From outside, nobody in there, fill close behind. Shores: let go at the lowest cylinder last, with the fill as high as it. Boxes:
          drawn up a lift at a time
          {rules.cornerAhead.value === null
            ? ''
            : `, no corner ahead of the next by more than ${formatLength(rules.cornerAhead.value, units, 'size')}`}
          .
        </Text>
        <View role="list" aria-label="Supports on their way out">
          {out.map(({ piece, filled, wanted, ready }, i) => {
            const shores = kitOf(job, piece.kit)?.kind === 'shores';
            return (
              <View key={piece.id} role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 6, gap: 4 }}>
                <Text>
                  {i + 1}. {piece.name}, {formatStretch(piece, units)}
                </Text>
                <Text variant="bodySmall" style={{ color: ready ? colours.good : colours.stop }}>
                  Filled {formatLength(filled, units)} over the floor
                  {wanted === undefined ? '' : `; ${formatLength(wanted, units)} first, to its lowest cylinder`}
                  {piece.state === 'released' ? '; released' : ''}
                </Text>
                <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
                  {shores && piece.state === 'standing' ? (
                    <Button
                      mode="contained"
                      accessibilityLabel={`Release ${piece.name}`}
                      onPress={() =>
                        write(
                          { kind: 'released', pieces: [piece.id], fill: Math.round(filled * 100) / 100 },
                          `Kept: ${piece.name} released.`,
                        )
                      }
                    >
                      Release
                    </Button>
                  ) : (
                    <Button
                      mode="contained"
                      accessibilityLabel={`${piece.name} is out`}
                      onPress={() => write({ kind: 'takenOut', pieces: [piece.id] }, `Kept: ${piece.name} is out.`)}
                    >
                      It is out
                    </Button>
                  )}
                </View>
              </View>
            );
          })}
        </View>
        <Told said={said} faults={faults} />
      </Card>
      <Card title="Parts in against parts out">
        {kits.map((kit) => {
          const { came, back, here } = deliveredCount(register, kit);
          return (
            <Text key={kit}>
              {figuresIn(kitOf(job, kit)?.name ?? kit, units)}: {came} came, {back} gone back, {here.length} still here.
            </Text>
          );
        })}
        {free.length > 0 ? (
          <Button
            mode="outlined"
            onPress={() => write({ kind: 'returned', pieces: free.map(({ id }) => id) }, `Kept: ${free.length} gone back.`)}
          >
            {`${free.length} that are out go back to the hirer`}
          </Button>
        ) : null}
      </Card>
    </>
  );
}
