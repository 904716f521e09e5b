import { format, parseISO } from 'date-fns';
import { View } from 'react-native';
import { DatePickerInput, en, registerTranslation } from 'react-native-paper-dates';

// A locale that writes days the way the records and the calendar file do, year first; the words are the library's English.
const LOCALE = 'en-CA';
registerTranslation(LOCALE, en);

/** A day on the site's calendar, typed or picked. Half-typed dates stay in the field and do not reach the document. */
export function DateField({ label, value, onDay }: { label: string; value: string | undefined; onDay: (day: string) => void }) {
  return (
    <View style={{ flexGrow: 1, flexBasis: 170, minHeight: 64 }}>
      <DatePickerInput
        locale={LOCALE}
        label={label}
        aria-label={label}
        value={value ? parseISO(value) : undefined}
        onChange={(date) => date && onDay(format(date, 'yyyy-MM-dd'))}
        inputMode="start"
        mode="outlined"
        iconStyle={{ margin: 0 }}
        calendarIcon="calendar"
      />
    </View>
  );
}
