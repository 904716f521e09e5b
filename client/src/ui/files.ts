import * as DocumentPicker from 'expo-document-picker';
import { Platform, Share } from 'react-native';

/** Lets the person choose a text file; null when they changed their mind. @throws Error with a sentence when it is too large. */
export async function pickText(types: string[], most: number): Promise<{ name: string; text: string } | null> {
  const picked = await DocumentPicker.getDocumentAsync({ type: types, base64: false });
  const asset = picked.assets?.[0];
  if (picked.canceled || !asset) return null;
  if ((asset.size ?? 0) > most) throw new Error(`“${asset.name}” is larger than ${Math.round(most / 1e6)} MB. Nothing was read.`);
  const text = asset.file ? await asset.file.text() : await (await fetch(asset.uri)).text();
  return { name: asset.name, text };
}

/** Hands a text file to the person: a download on the web, the share sheet on a phone. */
export async function saveText(name: string, text: string, type: string): Promise<void> {
  if (Platform.OS !== 'web') return void (await Share.share({ title: name, message: text }));
  saveBlob(name, new Blob([text], { type }));
}

/** Hands a file to the person as a download. */
export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A file name made from what people call a thing. */
export const fileName = (name: string, extension: string): string =>
  `${
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'job'
  }.${extension}`;
