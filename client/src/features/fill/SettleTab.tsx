import { settlesMost, SINKS_BASIS, sunkIn, type Sunk } from '@tamper/core/fill';
import { bareUnit, figuresIn, formatLength, formatStation, formatStretch, parseLength, parseStation } from '@tamper/core/units';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { useSite } from '../site/context';
import { useFill } from './context';
import { useEnterFilled } from './useEnterFilled';

const ADVICE: Record<Sunk['advice'], string> = {
  keep: 'The crown is kept; come back.',
  done: 'It is down: take off what is left of the crown.',
  fill: 'It sank further than was heaped: make it up, and look for why.',
};

/** How far the fill will sink, and how far it did. */
export function SettleTab() {
  const { job, runId, book } = useSite();
  const { report, open } = useFill();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterFilled());
  const [form, put, clear] = useFormDraft<{ station: string; down: string }>(`sunk.${runId}`, () => ({ station: '', down: '' }));
  const visits = sunkIn(report, book.book ?? []);
  const enter = () => {
    const station = parseStation(form.station, units);
    if (!station.ok) return refuse(station.error);
    if (form.down.trim() === '') return refuse('Type how far it sank.');
    const down = parseLength(form.down, bareUnit(units, 'size'));
    if (!down.ok) return refuse(down.error);
    if (!write({ kind: 'sunk', station: station.value, down: down.value, note: '' }, 'Kept.')) return false;
    clear();
    return true;
  };
  const change = (part: Partial<typeof form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  return (
    <>
      <Card title="It will sink by">
        {open.map((place) => {
          const settles = settlesMost(report, place);
          return (
            <Text key={place.from}>
              {formatStretch(place, units)}:{' '}
              {settles
                ? `up to ${formatLength(settles.predicted, units, 'size')}${settles.crown > 0 ? `, ${formatLength(settles.crown, units, 'size')} of it heaped as a crown` : ''}`
                : 'nothing filled yet'}
            </Text>
          );
        })}
        <Text variant="bodySmall">{figuresIn(SINKS_BASIS, units)}.</Text>
      </Card>
      <Card title="A return visit">
        <TextField label="Sunk at station" value={form.station} onText={(station) => change({ station })} />
        <TextField label="It sank by" value={form.down} onText={(down) => change({ down })} keys="decimal" />
        <Button mode="contained" icon="check" onPress={enter}>
          Enter the visit
        </Button>
        <Told said={said} faults={faults} />
        {visits.map(({ kept, station, down, predicted, advice }) => (
          <Text key={kept.entry.id}>
            {formatStation(station, units)}: {formatLength(down, units, 'size')} of {formatLength(predicted, units, 'size')}.{' '}
            {ADVICE[advice]}
          </Text>
        ))}
      </Card>
    </>
  );
}
