import { InputError, type JobFile } from '@tamper/core/job';
import { MAX_FILE, readJobFile } from '@tamper/core/jobFile';
import * as DocumentPicker from 'expo-document-picker';
import { api, sentences } from '../../data/api';
import { newId } from '../../data/newId';
import { tellLater } from '../job/broughtIn';

/** Asks for a job file, or a zip of one with its photos, and stores what it says as a new job. Null where nobody chose one; sentences where it was refused, nothing being changed then. */
export async function bringIn(): Promise<{ id: string } | { faults: string[] } | null> {
  try {
    const picked = await DocumentPicker.getDocumentAsync({ type: ['application/json', '.json', 'application/zip', '.zip'], base64: false });
    const asset = picked.assets?.[0];
    if (picked.canceled || !asset) return null;
    const bytes = await (asset.file ?? (await fetch(asset.uri))).arrayBuffer();
    if (isZip(bytes)) return { id: await withPhotos(bytes) };
    if (bytes.byteLength > MAX_FILE) throw new Error(`“${asset.name}” is larger than ${Math.round(MAX_FILE / 1e6)} MB. Nothing was read.`);
    return { id: (await api.importJob(newId(), readJobFile(new TextDecoder().decode(bytes)))).id };
  } catch (fault) {
    return {
      faults: fault instanceof InputError ? fault.errors.slice(0, 8).map(({ field, message }) => `${field}: ${message}`) : sentences(fault),
    };
  }
}

/** Every zip begins so. */
const isZip = (bytes: ArrayBuffer): boolean => String.fromCharCode(...new Uint8Array(bytes.slice(0, 2))) === 'PK';

/** Stores the job of a zip, then its photos. The job stands by itself: what of the photos did not come is told where its files are. */
async function withPhotos(bytes: ArrayBuffer): Promise<string> {
  const { bringPhotos, jobIn } = await import('../job/photosZip');
  const file: JobFile = readJobFile(await jobIn(bytes));
  const { id } = await api.importJob(newId(), file);
  try {
    tellLater(id, (await bringPhotos(file, bytes, () => undefined)).refused);
  } catch (fault) {
    tellLater(id, ['Not all photos came. Bring them in once more, from the same file.', ...sentences(fault)]);
  }
  return id;
}
