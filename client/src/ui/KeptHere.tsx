import { router } from 'expo-router';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { useSoon } from '../data/useSoon';
import { allWaiting, dropWaiting } from '../store/book';
import { onNews } from '../store/bus';
import { allDamaged, DAMAGED, dropDamaged } from '../store/damaged';
import { isKeeping, onKeeping } from '../store/database';
import { allDrafts, forgetDocument, putBack } from '../store/documents';
import { useInstall } from '../store/install';
import { dropPhotos, pictureOf, refusedPhotos } from '../store/photos';
import type { DraftRow } from '../store/tables';
import { useWaitingVersion } from '../store/waitingVersion';
import { Button } from './Button';
import { fileName, saveBlob, saveText } from './files';
import { Notice } from './Notice';
import { Text } from './Text';

/** More of the device's room than this is nearly full. */
const NEARLY = 0.85;

async function stuck() {
  const [drafts, waiting, photos, damaged] = await Promise.all([allDrafts(), allWaiting(), refusedPhotos(), allDamaged()]);
  return {
    drafts: drafts.filter(({ refused, theirs }) => refused !== undefined || theirs),
    refused: waiting.filter(({ refused }) => refused !== undefined),
    photos,
    damaged,
  };
}

/** What of this device's work needs somebody to look at it: what it cannot keep, what the server would not take, what could not be read. */
export function KeptHere() {
  const keeping = useSyncExternalStore(onKeeping, isKeeping);
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
  const save = (name: string, what: unknown) => void saveText(fileName(name, 'json'), JSON.stringify(what, null, 2), 'application/json');
  const take = useWaitingVersion();
  const install = useInstall();
  return (
    <>
      {take ? (
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
      {data?.drafts.map((draft) => (
        <Notice key={draft.path} kind="caution" title={`“${nameOf(draft)}” is kept here and not sent`}>
          <Text>{draft.refused ?? 'Somebody else changed it meanwhile. Open it and say which shall be.'}</Text>
          <Actions
            open={() => router.navigate(draft.path.startsWith('/jobs/') ? draft.path : `/jobs/${draft.jobId}${draft.path}`)}
            again={draft.gone ? () => void putBack(draft.path) : undefined}
            save={() => save(nameOf(draft), draft.doc)}
            drop={() => void forgetDocument(draft.path)}
          />
        </Notice>
      ))}
      {data?.refused.map((row) => (
        <Notice key={row.id} kind="caution" title="An entry was refused and is kept here">
          <Text>{row.refused}</Text>
          <Actions save={() => save('entry', row.entry)} drop={() => void dropWaiting(row)} />
        </Notice>
      ))}
      {data?.photos.map(({ hash, refused }) => (
        <Notice key={hash} kind="caution" title="A photo was refused and is kept here">
          <Text>{refused}</Text>
          <Actions save={() => void savePhoto(hash)} drop={() => void dropPhotos((row) => row.hash === hash)} />
        </Notice>
      ))}
      {data?.damaged.map((row) => (
        <Notice key={row.id} kind="caution" title="Something kept here could not be read">
          <Text>
            {row.why} It was set aside as it is ({row.table}); everything else goes on.
          </Text>
          <Actions save={() => save('set-aside', row.row)} drop={() => void dropDamaged(row.id)} />
        </Notice>
      ))}
    </>
  );
}

/** Hands a photo of this device to the person. */
async function savePhoto(hash: string): Promise<void> {
  const picture = await pictureOf(hash, 'full');
  if (picture) saveBlob(fileName(`photo ${hash.slice(0, 8)}`, 'jpg'), new Blob([picture], { type: 'image/jpeg' }));
}

const nameOf = ({ doc, path }: DraftRow): string => (doc as { name?: string } | undefined)?.name ?? path;

interface Ways {
  open?: () => void;
  /** Makes it anew at the server. */
  again?: (() => void) | undefined;
  save: () => void;
  drop: () => void;
}

function Actions({ open, again, save, drop }: Ways) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
      {open ? (
        <Button mode="contained" onPress={open}>
          Open it
        </Button>
      ) : null}
      {again ? (
        <Button mode="outlined" icon="redo" onPress={again}>
          Put it back
        </Button>
      ) : null}
      <Button mode="outlined" icon="download" onPress={save}>
        Save it as a file
      </Button>
      <Button onPress={drop}>Let it go</Button>
    </View>
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
