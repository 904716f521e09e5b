import { router } from 'expo-router';
import { dropWaiting } from '../store/book';
import { dropDamaged } from '../store/damaged';
import { forgetDocument, putBack } from '../store/documents';
import { unpack } from '../store/packed';
import { dropPhotos, pictureOf } from '../store/photos';
import type { DraftRow } from '../store/tables';
import { Button } from './Button';
import { fileName, saveBlob, saveText } from './files';
import type { Stuck } from './KeptHere';
import { Notice } from './Notice';
import { Text } from './Text';
import { View } from './View';

/** What of this device’s work the server would not take or could not be read, each with what can be done about it. */
export function StuckThings({ stuck: { drafts, refused, photos, damaged } }: { stuck: Stuck }) {
  const save = (name: string, what: unknown) => void saveText(fileName(name, 'json'), JSON.stringify(what, null, 2), 'application/json');
  return (
    <>
      {drafts.map((draft) => (
        <Notice key={draft.path} kind="caution" title={`“${nameOf(draft)}” is kept here and not sent`}>
          <Text>{draft.refused ?? 'Somebody else changed it meanwhile. Open it and say which shall be.'}</Text>
          <Actions
            open={() => router.navigate(draft.path.startsWith('/jobs/') ? draft.path : `/jobs/${draft.jobId}${draft.path}`)}
            again={draft.gone ? () => void putBack(draft.path) : undefined}
            save={() => save(nameOf(draft), unpack(draft.doc))}
            drop={() => void forgetDocument(draft.path)}
          />
        </Notice>
      ))}
      {refused.map((row) => (
        <Notice key={row.id} kind="caution" title="An entry was refused and is kept here">
          <Text>{row.refused}</Text>
          <Actions save={() => save('entry', row.entry)} drop={() => void dropWaiting(row)} />
        </Notice>
      ))}
      {photos.map(({ hash, refused: why }) => (
        <Notice key={hash} kind="caution" title="A photo was refused and is kept here">
          <Text>{why}</Text>
          <Actions save={() => void savePhoto(hash)} drop={() => void dropPhotos((row) => row.hash === hash)} />
        </Notice>
      ))}
      {damaged.map((row) => (
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

const nameOf = ({ doc, path }: DraftRow): string => (unpack(doc) as { name?: string } | undefined)?.name ?? path;

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
