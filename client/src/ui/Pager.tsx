import { Text } from './Text';
import { IconButton } from './IconButton';
import { View } from './View';

/** Turns the pages of a long list; nothing where all of it is on one. `page` from 0. */
export function Pager({ page, size, count, onPage }: { page: number; size: number; count: number; onPage: (page: number) => void }) {
  const last = Math.ceil(count / size) - 1;
  if (last < 1) return null;
  const to = (label: string, icon: string, target: number, off: boolean) => (
    <IconButton icon={icon} accessibilityLabel={label} disabled={off} onPress={() => onPage(target)} />
  );
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'flex-end', flexWrap: 'wrap' }}>
      <Text variant="bodySmall">
        {page * size + 1} to {Math.min(count, (page + 1) * size)} of {count}
      </Text>
      {to('First page', 'page-first', 0, page === 0)}
      {to('Page before', 'chevron-left', page - 1, page === 0)}
      {to('Next page', 'chevron-right', page + 1, page === last)}
      {to('Last page', 'page-last', last, page === last)}
    </View>
  );
}
