import { picturesOf, type Photo } from '@tamper/core/book';
import { formatStation, parseStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { Gallery } from '../../photos/Gallery';
import { TakeButtons } from '../../photos/TakeButtons';
import { keepPlace, useIntake, useKeepsPlace } from '../../photos/useIntake';
import { usePhotoRows } from '../../photos/usePhotoRows';
import { knowsConnection, sendPhotosBy, usePhotosBy } from '../../store/connection';
import { isWaiting, refusePhoto } from '../../store/photos';
import { useSaid } from '../../data/useSaid';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { useWhereKept } from '../../ui/useKeeping';
import { View } from '../../ui/View';
import { useCursor } from '../frame/session';
import { UNSAID, useEnter, useSite } from './context';
import { Outbox } from './Outbox';
import { AskWho } from './WhoCard';

/** What was seen and photographed, where along the run: taken here, looked at here. */
export function PhotosTab() {
  const { job, jobId, book } = useSite();
  const pictures = useMemo(() => picturesOf(book.book ?? []), [book.book]);
  return (
    <>
      <Outbox book={book} units={job.units} />
      <AskWho />
      <Seen />
      <OnTheirWay />
      <Card title={pictures.length === 1 ? '1 photo of this run' : `${pictures.length} photos of this run`}>
        {pictures.length === 0 ? (
          <Text>None yet. What is covered tomorrow is proved by what is photographed today: the bed, each joint, every line crossed.</Text>
        ) : (
          <Gallery jobId={jobId} pictures={pictures} units={job.units} headed />
        )}
      </Card>
      <Settings />
    </>
  );
}

/** What is seen at a station: a photo enters it at once, with the words there are. */
function Seen() {
  const { job, jobId, run, who } = useSite();
  const cursor = useCursor().cursor ?? run.stations[0]?.station ?? 0;
  const enter = useEnter(UNSAID);
  const intake = useIntake(jobId);
  const [typed, setStation] = useState<string>();
  const [words, setWords] = useState('');
  const [fault, setFault] = useState<string>();
  const { said, say, unsay } = useSaid();
  const station = typed ?? formatStation(cursor, job.units);
  const at = station.trim() === '' ? undefined : parseStation(station, job.units);
  const put = (photos: readonly Photo[]) => {
    unsay();
    const where = at?.ok ? at.value : null;
    const told = `Kept${where === null ? '' : ` at ${formatStation(where, job.units)}`}${photos.length > 1 ? `: ${photos.length} photos` : ''}.`;
    const refused = at && !at.ok ? at.error : enter({ kind: 'note', station: where, note: words.trim() }, undefined, photos, say(told));
    setFault(refused);
    if (refused !== undefined) return;
    setWords('');
  };
  const take = async (from: 'camera' | 'files') => {
    // Said before the camera opens: a photo that cannot be entered is a photo lost.
    const stands = at && !at.ok ? at.error : who.trim().length < 2 ? UNSAID : undefined;
    unsay();
    setFault(stands);
    if (stands !== undefined) return;
    const photos = await intake.take(from);
    if (photos.length > 0) put(photos);
  };
  return (
    <Card title="What is seen here">
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ width: 120 }}>
          <TextField label="At station" value={station} onText={setStation} placeholder="whole run" />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="What is seen" value={words} onText={setWords} placeholder="Bed, joint, crossing" />
        </View>
      </View>
      <TakeButtons first intake={intake} onTake={(from) => void take(from)} />
      {words.trim() ? (
        <Button mode="outlined" icon="check" onPress={() => put([])}>
          Enter it without a photo
        </Button>
      ) : null}
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}

/** Photos of this device that the server has not got, and those it would not take. */
function OnTheirWay() {
  const { jobId } = useSite();
  const where = useWhereKept();
  const rows = [...usePhotoRows(jobId).values()].filter(({ entry }) => entry !== undefined);
  const waiting = rows.filter(isWaiting);
  const refused = rows.filter((row) => row.refused !== undefined);
  return (
    <>
      {waiting.length > 0 ? (
        <Text role="status" variant="bodySmall">
          {waiting.length === 1 ? '1 photo is' : `${waiting.length} photos are`} {where} and not sent yet.
        </Text>
      ) : null}
      {refused.map(({ hash, refused: why }) => (
        <Notice key={hash} kind="caution" title="A photo was refused and is kept here">
          <Text>{why}</Text>
          <View style={{ flexDirection: 'row' }}>
            <Button mode="outlined" onPress={() => void refusePhoto(hash)}>
              Send it again
            </Button>
          </View>
        </Notice>
      ))}
    </>
  );
}

/** How this device treats its photos. */
function Settings() {
  const by = usePhotosBy();
  const place = useKeepsPlace();
  return (
    <Card title="Photos of this device">
      <Choice
        label="Sent by"
        value={by}
        options={[
          { value: 'any', label: 'Any connection' },
          { value: 'wifi', label: 'Wifi only' },
        ]}
        onChange={(next) => void sendPhotosBy(next)}
      />
      {by === 'wifi' && !knowsConnection() ? (
        <Text variant="bodySmall">This browser does not say which connection it has: photos are sent by any.</Text>
      ) : null}
      <ToggleRow
        on={place}
        onChange={(keeps) => void keepPlace(keeps)}
        label="Keep where a photo was taken"
        words="Keep where a photo was taken, if the camera says. Otherwise it is taken out."
      />
    </Card>
  );
}
