import { besideLine } from '@tamper/core/alignment';
import { asLaidOf, whatIsCalled, whatLiesAt, type LyingRun } from '@tamper/core/record';
import { formatLength, formatStation, parseLength, parseStation, bareUnit } from '@tamper/core/units';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useRuns } from '../../data/jobRuns';
import { bookOf } from '../../data/useBook';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { useSite } from '../site/context';

type How = 'station' | 'coordinates' | 'name';
/** Looked for so far round a spot, metres. */
const ROUND = 3;

/** What lies at this spot? Over all runs of the job: by a station of this one, by coordinates, by name. */
export function FindTab() {
  const { job, run, rules, jobId } = useSite();
  const { runs } = useRuns(jobId);
  const { units } = job;
  const [how, setHow] = useState<How>('station');
  const [one, setOne] = useState('');
  const [two, setTwo] = useState('');
  const all = useMemo(
    () =>
      (runs ?? []).map(({ id, doc }): LyingRun => {
        const { book = [] } = bookOf(jobId).read(id);
        return { id, run: doc, points: asLaidOf({ job, run: doc, places: [], rules, book, now: deviceClock().now() }).points };
      }),
    [runs, job, rules, jobId],
  );
  const length = (text: string) => parseLength(text, bareUnit(units));
  const answer = useMemo((): { fault?: string; found?: { key: string; runId: string; title: string; says: string; station: number }[] } => {
    if (one.trim() === '') return {};
    if (how === 'name')
      return {
        found: whatIsCalled(job, all, one).map((hit, i) => ({
          key: String(i),
          runId: hit.runId,
          title: hit.what,
          says: `${hit.run}, ${formatStation(hit.station, units)}`,
          station: hit.station,
        })),
      };
    let spot;
    if (how === 'station') {
      const station = parseStation(one, units);
      if (!station.ok) return { fault: station.error };
      const offset = two.trim() === '' ? { ok: true as const, value: 0 } : length(two);
      if (!offset.ok) return { fault: offset.error };
      spot = besideLine(run, station.value, offset.value);
    } else {
      const [x, y] = [length(one), length(two)];
      if (!x.ok) return { fault: x.error };
      if (!y.ok) return two.trim() === '' ? {} : { fault: y.error };
      spot = { x: x.value, y: y.value };
    }
    return {
      found: whatLiesAt(job, all, spot, ROUND).map((lying, i) => ({
        key: String(i),
        runId: lying.runId,
        title: `${lying.line}, ${lying.product}`,
        says: `${lying.run}, ${formatStation(lying.station, units)}: ${formatLength(lying.away, units)} away. ${
          lying.measured
            ? lying.measured.top === undefined
              ? 'Measured; its height was not.'
              : `Its top was measured at ${formatLength(lying.measured.top, units, 'level')}.`
            : 'By its plan only: not measured near here. Treat it as unknown.'
        }`,
        station: lying.station,
      })),
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [how, one, two, all, job, run, units]);
  const field = (label: string, value: string, set: (text: string) => void) => (
    <View style={{ flex: 1 }}>
      <TextField label={label} value={value} onText={set} />
    </View>
  );
  return (
    <Card title="What lies here?">
      <Choice
        label="Asked by"
        value={how}
        options={[
          { value: 'station', label: 'Station' },
          { value: 'coordinates', label: 'Coordinates' },
          { value: 'name', label: 'Name' },
        ]}
        onChange={(next: How) => {
          setHow(next);
          setOne('');
          setTwo('');
        }}
      />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        {field(how === 'name' ? 'Holds the words' : how === 'station' ? 'Near station' : 'Asked east', one, setOne)}
        {how === 'name' ? null : field(how === 'station' ? 'Aside, right positive' : 'Asked north', two, setTwo)}
      </View>
      {answer.fault ? <Text role="alert">{answer.fault}</Text> : null}
      {answer.found ? (
        <>
          <Text role="status">
            {answer.found.length === 0
              ? `Nothing of this job lies within ${formatLength(ROUND, units)}. Others may: ask, locate, dig by hand.`
              : `${answer.found.length} found`}
          </Text>
          {answer.found.map(({ key, runId, title, says }) => (
            <View key={key} style={{ gap: 2 }}>
              <Text variant="titleSmall">{title}</Text>
              <Text variant="bodySmall">{says}</Text>
              <Button
                mode="text"
                accessibilityLabel={`Open the record of ${title}`}
                onPress={() => router.navigate(runPath(jobId, runId, 'record/points'))}
              >
                Open its record
              </Button>
            </View>
          ))}
        </>
      ) : null}
      <Text variant="bodySmall">{all.length} runs of this job are searched, as this device has them.</Text>
    </Card>
  );
}
