import { useState } from 'react';
import useSWR from 'swr';
import { fetcher, sentences } from '../../data/api';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { showMoment } from '../../ui/moment';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import type { Done, List } from './peopleApi';

const PAGE = 20;

/** Who did what besides what stands in the book, the newest first. @param path of one job, or of everything. */
export function Audit({ path, title }: { path: string; title: string }) {
  const [limit, setLimit] = useState(PAGE);
  const { data, error } = useSWR<List<Done>>(`${path}?limit=${limit}`, fetcher, { keepPreviousData: true });
  return (
    <Card title={title}>
      {error !== undefined && !data ? <Text>{sentences(error)[0]}</Text> : null}
      <View role="list" aria-label={title}>
        {data?.items.map(({ seq, at, name, what, job }) => (
          <View role="listitem" key={seq} style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 6 }}>
            <Text>{`${name} ${what}${job === null ? '' : `: ${job}`}`}</Text>
            <Text variant="bodySmall">{showMoment(at)}</Text>
          </View>
        ))}
      </View>
      {data?.items.length === 0 ? <Text>Nothing yet.</Text> : null}
      {data && data.items.length === limit && limit < 200 ? <Button onPress={() => setLimit(200)}>Show more</Button> : null}
    </Card>
  );
}
