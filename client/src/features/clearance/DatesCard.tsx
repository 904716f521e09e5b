import { daysBetween, jobDates } from '@tamper/core/clearance';
import { useState } from 'react';
import { Chip } from 'react-native-paper';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { DateField } from '../../ui/DateField';
import { View } from '../../ui/View';
import { fileName, saveText } from '../../ui/files';
import { filed } from '../../workers/filed';
import { useClear } from './edit';

const away = (today: string, day: string): string => {
  const days = daysBetween(today, day);
  return days === 0 ? 'today' : days === 1 ? 'tomorrow' : days > 0 ? `in ${days} days` : days === -1 ? 'yesterday' : `${-days} days ago`;
};

/** The days nobody may miss, and a calendar file of them. */
export function DatesCard() {
  const { job, jobId, today, put } = useClear();
  const dates = jobDates(job);
  const { holidays } = job.clearance;
  const [holiday, setHoliday] = useState<string>();
  const save = async () => {
    const text = await filed<string>((worker) => worker.ics(job, jobId, new Date().toISOString()));
    await saveText(fileName(`${job.name} dates`, 'ics'), text, 'text/calendar');
  };
  return (
    <Card title="Dates">
      {dates.length === 0 ? <Text>None yet: they come with the permit and the request.</Text> : null}
      <View role="list" aria-label="Dates" style={{ gap: 6 }}>
        {dates.map(({ id, day, what }) => (
          <View role="listitem" key={id}>
            <Text variant="titleSmall">
              {day}, {away(today, day)}
            </Text>
            <Text variant="bodySmall">{what}</Text>
          </View>
        ))}
      </View>
      {dates.length > 0 ? (
        <Button mode="outlined" icon="download" onPress={() => void save()}>
          Calendar file
        </Button>
      ) : null}
      <Text variant="labelMedium">Days nobody works, besides weekends</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 6 }}>
        {holidays.map((day) => (
          <Chip key={day} onClose={() => void put({ holidays: holidays.filter((other) => other !== day) })} closeIcon="close">
            {day}
          </Chip>
        ))}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 10 }}>
        <DateField label="A day off" value={holiday} onDay={setHoliday} />
        <Button
          icon="plus"
          disabled={!holiday || holidays.includes(holiday)}
          onPress={() => holiday && void put({ holidays: [...holidays, holiday].sort() })}
        >
          Add the day
        </Button>
      </View>
    </Card>
  );
}
