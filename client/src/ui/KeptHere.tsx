import { router } from 'expo-router';
import { useEffect, useState } from 'react';
import useSWR from 'swr';
import { useSoon } from '../data/useSoon';
import { allWaiting } from '../store/book';
import { onNews } from '../store/bus';
import { allDamaged, DAMAGED } from '../store/damaged';
import { allDrafts } from '../store/documents';
import { useInstall } from '../store/install';
import { refusedPhotos } from '../store/photos';
import { useWaitingVersion } from '../store/waitingVersion';
import { Button } from './Button';
import { Notice } from './Notice';
import { Text } from './Text';
import { WhoIsHere } from './WhoIsHere';
import { useKeeping } from './useKeeping';
import { later } from './later';

/** More of the device's room than this is nearly full. */
const NEARLY = 0.85;

/** What is stuck; null: nothing is. */
async function stuck() {
  const [drafts, waiting, photos, damaged] = await Promise.all([allDrafts(), allWaiting(), refusedPhotos(), allDamaged()]);
  const found = {
    drafts: drafts.filter(({ refused, theirs }) => refused !== undefined || theirs),
    refused: waiting.filter(({ refused }) => refused !== undefined),
    photos,
    damaged,
  };
  return Object.values(found).some(({ length }) => length > 0) ? found : null;
}
export type Stuck = NonNullable<Awaited<ReturnType<typeof stuck>>>;
// Seldom there is any.
const StuckThings = later(async () => (await import('./StuckThings')).StuckThings);

/** What of this device's work needs somebody to look at it: what it cannot keep, what the server would not take, what could not be read. */
export function KeptHere({ unknown }: { unknown: boolean }) {
  const keeping = useKeeping();
  const used = useRoomUsed(keeping);
  const { data, mutate } = useSWR('what is stuck', stuck);
  const soon = useSoon(() => void mutate());
  useEffect(
    () =>
      onNews((news) => {
        if (news.kind === 'photo') soon();
        if (news.kind === 'heard' || news.kind === 'waiting' || (news.kind === 'answer' && news.path === DAMAGED)) void mutate();
      }),
    [mutate, soon],
  );
  const take = useWaitingVersion();
  const install = useInstall();
  return (
    <>
      <WhoIsHere unknown={unknown} />
      <Button start mode="outlined" icon="machine" onPress={() => router.navigate('/practice')}>
        Practice: levers and judgement
      </Button>
      {take && keeping ? (
        <Notice kind="note" role="status" title="A newer Tamper is on this device">
          <Text>It waits until you take it. What is kept here stays; every page of Tamper is loaded anew.</Text>
          <Button mode="contained" onPress={take}>
            Take it now
          </Button>
        </Notice>
      ) : null}
      {install ? (
        <Button mode="outlined" icon="download" onPress={install}>
          Put Tamper on this device
        </Button>
      ) : null}
      {window.isSecureContext ? null : (
        <Notice kind="caution" title="This page came over a line without encryption">
          <Text>
            It works while the server is heard, and keeps your work on this device. It does not open without a signal, and only one page may
            be open at a time. Open it under its https address for that.
          </Text>
        </Notice>
      )}
      {keeping ? null : (
        <Notice kind="stop" role="alert" title="This device keeps nothing now">
          <Text>
            Its room is full, or this window may not keep anything. Leave the page open until everything is sent, or free some room.
          </Text>
        </Notice>
      )}
      {used === undefined || used < NEARLY || !keeping ? null : (
        <Notice kind="caution" title={`The room of this device is ${Math.round(used * 100)} % full`}>
          <Text>Delete jobs or other files before it is full: what does not fit any more is lost when the page closes.</Text>
        </Notice>
      )}
      {data ? <StuckThings stuck={data} /> : null}
    </>
  );
}

/** How much of the room the browser gives is used, from 0 to 1; undefined where it does not say. */
function useRoomUsed(keeping: boolean): number | undefined {
  const [used, setUsed] = useState<number>();
  useEffect(() => {
    let listening = true;
    const { storage } = navigator as { storage?: StorageManager };
    void storage?.estimate().then(({ usage = 0, quota = 0 }) => listening && setUsed(quota > 0 ? usage / quota : undefined));
    return () => void (listening = false);
  }, [keeping]);
  return used;
}

/** What was deleted, asked for when it is wanted. */
export function Deleted() {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button icon="trash" onPress={() => setOpen(true)}>
        What was deleted
      </Button>
    );
  return <Bin onClose={() => setOpen(false)} />;
}
const Bin = later(async () => (await import('./Bin')).Bin);
