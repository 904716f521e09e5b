import { picturesNear, picturesOf } from '@tamper/core/book';
import { extent } from '@tamper/core/alignment';
import { formatStation, type UnitSystem } from '@tamper/core/units';
import { router } from 'expo-router';
import { memo, useMemo, useState, type ReactNode } from 'react';
import type { Written } from '../../data/useBook';
import { useWho } from '../../data/who';
import { useSaid } from '../../data/useSaid';
import { writeBy } from '../../data/write';
import { useIntake } from '../../photos/useIntake';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { later } from '../../ui/later';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { useSession } from '../frame/session';
import { useRunEdit } from './context';

const Viewer = later(async () => (await import('../../photos/Viewer')).Viewer);

/** Photos count as taken here within this share of the run, and within arm's reach of the cursor in any case, m. */
const [NEAR, REACH] = [0.01, 0.5];
const OVER = { backgroundColor: colours.paper };

/** A photo of the trench where one looks, entered at once; those taken here before. @param beside what stands in the same row, where words have no room. */
export function PhotosHere({ beside }: { beside?: ReactNode }) {
  const { runId } = useSession();
  const { jobId, job, run, cursor, book } = useRunEdit();
  // At a key press nothing of it changes.
  return <Here {...{ jobId, runId, cursor, book, beside }} units={job.units} length={extent(run).length} />;
}

interface HereProps {
  jobId: string;
  runId: string;
  cursor: number;
  /** Of the run, m. */
  length: number;
  units: UnitSystem;
  book: Written;
  beside: ReactNode;
}

const Here = memo(function Here({ jobId, runId, cursor, length, units, book, beside }: HereProps) {
  const { who } = useWho();
  const intake = useIntake(jobId);
  const [open, setOpen] = useState(false);
  const { said, say, unsay } = useSaid();
  const [fault, setFault] = useState<string>();
  const pictures = useMemo(() => picturesOf(book.book ?? []), [book.book]);
  const here = picturesNear(pictures, cursor, Math.max(REACH, length * NEAR));
  const station = formatStation(cursor, units);
  const counted = here.length === 1 ? '1 photo here' : `${here.length} photos here`;
  const take = async () => {
    // Who takes it is asked where there is room for it.
    if (who.trim().length < 2) return router.push(runPath(jobId, runId, 'site/photos'));
    unsay();
    const photos = await intake.take('camera');
    if (photos.length === 0) return;
    const refused = writeBy({ book, who }, '')(
      { kind: 'note', station: cursor, note: '' },
      undefined,
      photos,
      say(`The photo is kept at ${station}.`),
    );
    setFault(refused);
  };
  return (
    <View style={{ gap: 6 }}>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        {beside ? <View style={{ flex: 1 }}>{beside}</View> : null}
        <Button
          mode="outlined"
          icon="camera"
          disabled={intake.busy > 0}
          onPress={() => void take()}
          accessibilityLabel={`Photograph at ${station}`}
          style={OVER}
        >
          {beside ? null : intake.busy > 0 ? 'Making it ready…' : `Photograph at ${station}`}
        </Button>
        {here.length > 0 ? (
          <Button mode="outlined" icon="images" onPress={() => setOpen(true)} accessibilityLabel={counted} style={OVER}>
            {beside ? here.length : counted}
          </Button>
        ) : null}
      </View>
      {said ? (
        <Text role="status" variant="bodySmall">
          {said}
        </Text>
      ) : null}
      <Faults title="The photo was not taken" faults={[...intake.faults, ...(fault ? [fault] : [])]} />
      {open && here[0] ? <Viewer jobId={jobId} pictures={pictures} begin={here[0]} units={units} onClose={() => setOpen(false)} /> : null}
    </View>
  );
});
