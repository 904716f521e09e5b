import { lightFormat } from 'date-fns/lightFormat';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { DatePickerInput, DatePickerModal, en, registerTranslation } from 'react-native-paper-dates';
import { IconButton } from './IconButton';
import { View } from './View';
import { TARGET } from '../theme/tokens';

// A locale that writes days the way the records and the calendar file do, year first; the words are the library's English.
const LOCALE = 'en-CA';
registerTranslation(LOCALE, en);

/** A day on the site's calendar, typed or picked. Half-typed dates stay in the field and do not reach the document. */
export function DateField({ label, value, onDay }: { label: string; value: string | undefined; onDay: (day: string) => void }) {
  const [picking, setPicking] = useState(false);
  const date = value ? parseISO(value) : undefined;
  const take = (picked: Date | undefined) => picked && onDay(lightFormat(picked, 'yyyy-MM-dd'));
  return (
    <View style={{ flexGrow: 1, minWidth: 170, minHeight: 64, flexDirection: 'row', alignItems: 'flex-start' }}>
      <View style={{ flex: 1 }}>
        <DatePickerInput
          locale={LOCALE}
          label={label}
          aria-label={label}
          value={date}
          onChange={take}
          inputMode="start"
          mode="outlined"
          withModal={false}
        />
      </View>
      <IconButton
        icon="calendar"
        accessibilityLabel={`Pick: ${label}`}
        onPress={() => setPicking(true)}
        style={{ margin: 0, marginTop: 6, width: TARGET, height: TARGET }}
      />
      {picking ? (
        <DatePickerModal
          locale={LOCALE}
          mode="single"
          visible
          date={date}
          label={label}
          onDismiss={() => setPicking(false)}
          onConfirm={({ date: picked }) => {
            setPicking(false);
            take(picked ?? undefined);
          }}
        />
      ) : null}
    </View>
  );
}
