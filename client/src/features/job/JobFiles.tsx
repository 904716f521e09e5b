import { writeJobFile } from '@tamper/core/jobFile';
import type { ProofFile } from '@tamper/core/proof';
import * as DocumentPicker from 'expo-document-picker';
import { useState } from 'react';
import { api, fetcher, sentences } from '../../data/api';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { fileName, saveBlob, saveText } from '../../ui/files';
import { Text } from '../../ui/Text';
import { toldOf } from './broughtIn';

/** The open file of a job, with its book and issued plans, by itself or in a zip with its photos. */
export function JobFiles({ jobId }: { jobId: string }) {
  const [faults, setFaults] = useState<string[]>(() => toldOf(jobId));
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const attempt = (work: () => Promise<string>) => {
    setFaults([]);
    setSaid('');
    setBusy(true);
    work()
      .then(setSaid, (reason: unknown) => {
        setSaid('');
        setFaults(sentences(reason));
      })
      .finally(() => setBusy(false));
  };
  const tell = (done: number, all: number) => setSaid(`Photos: ${done} of ${all}…`);
  const exportFile = () =>
    attempt(async () => {
      const file = await api.jobFile(jobId);
      await saveText(fileName(file.job.name, 'tamper.json'), writeJobFile(file), 'application/json');
      return '';
    });
  const exportPhotos = () =>
    attempt(async () => {
      const [file, proof, { jobZip }] = await Promise.all([
        api.jobFile(jobId),
        fetcher<ProofFile>(`/jobs/${jobId}/proof`),
        import('./photosZip'),
      ]);
      const { zip, missing } = await jobZip(file, proof, tell);
      saveBlob(fileName(`${file.job.name} with photos`, 'zip'), zip);
      return missing === 0 ? '' : `${missing} of the photos are on neither this device nor the server: they are missing in the zip.`;
    });
  const bring = () =>
    attempt(async () => {
      const picked = await DocumentPicker.getDocumentAsync({ type: ['application/zip', '.zip'], base64: false });
      const asset = picked.assets?.[0];
      if (picked.canceled || !asset?.file) return '';
      const [bytes, file, { bringPhotos }] = [await asset.file.arrayBuffer(), await api.jobFile(jobId), await import('./photosZip')];
      const { came, foreign, refused } = await bringPhotos(file, bytes, tell);
      setFaults(refused);
      const left =
        foreign.length === 0 ? '' : ` ${foreign.length} left out, no entry of this job has them: ${foreign.slice(0, 3).join(', ')}.`;
      return `${came} ${came === 1 ? 'photo' : 'photos'} of this job came.${left}`;
    });
  return (
    <Card title="Files of the job">
      <Text>The file holds the plans, what was issued and the book; the zip has its photos as well. Either can be imported.</Text>
      <Button mode="outlined" icon="download" disabled={busy} onPress={exportFile}>
        Export the job file
      </Button>
      <Button mode="outlined" icon="download" disabled={busy} onPress={exportPhotos}>
        Job and photos as a zip
      </Button>
      <Button mode="outlined" icon="upload" disabled={busy} onPress={bring}>
        Bring photos in
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not all of it went" faults={faults} />
    </Card>
  );
}
