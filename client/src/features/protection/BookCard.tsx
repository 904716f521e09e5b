import { currentEntries } from '@tamper/core/ground';
import { happenings, type Entry, type Fact } from '@tamper/core/job';
import { formatStation, type UnitSystem } from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { showMoment } from '../../ui/moment';
import { useProtection } from './context';

/** Entries shown before more are asked for. */
const PAGE = 10;

/** What an entry says, in a line. */
export function sayFact(fact: Fact, units: UnitSystem): string {
  const stretch = 'from' in fact ? `${formatStation(fact.from, units)} to ${formatStation(fact.to, units)}` : '';
  switch (fact.kind) {
    case 'soil':
      return `Soil test, ${stretch}`;
    case 'inspection': {
      const no = fact.items.filter(({ ok }) => !ok).length;
      return `Inspection, ${stretch}: ${no > 0 ? `${no} found wanting` : `all ${fact.items.length} in order`}, until ${showMoment(fact.until)}`;
    }
    case 'pressure':
      return `Hold test, set ${fact.set}, ${fact.readings.length} readings`;
    case 'air':
      return `Air test, ${stretch}`;
    case 'happening':
      return `${happenings[fact.what]}${fact.note ? `: ${fact.note}` : ''}`;
  }
}

/** The book of the run, newest first. */
export function BookCard() {
  const { job, book } = useProtection();
  const [shown, setShown] = useState(PAGE);
  const entries = [...(book.entries ?? [])].sort((a, b) => (a.at < b.at ? 1 : -1));
  const stands = new Set(currentEntries(book.entries ?? []).map(({ id }) => id));
  const waits = new Set(book.waiting.map(({ entry }) => entry.id));
  return (
    <Card title="The book">
      {entries.length === 0 ? <Text>{book.entries ? 'Nothing entered yet.' : 'Fetching the book…'}</Text> : null}
      <View role="list" aria-label="Entries of the book" style={{ gap: 6 }}>
        {entries.slice(0, shown).map((entry: Entry) => (
          <View key={entry.id} role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingTop: 6 }}>
            <Text style={stands.has(entry.id) ? undefined : { textDecorationLine: 'line-through' }}>{sayFact(entry.fact, job.units)}</Text>
            <Text variant="bodySmall">
              {showMoment(entry.at)}, {entry.author}
              {stands.has(entry.id) ? '' : ' · put right later'}
              {waits.has(entry.id) ? ' · on this device, not sent yet' : ''}
            </Text>
          </View>
        ))}
      </View>
      {entries.length > shown ? <Button onPress={() => setShown(shown + 50)}>Show more of {entries.length}</Button> : null}
    </Card>
  );
}
