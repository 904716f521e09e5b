import { unzip, zip, type Unzipped, type Zippable } from 'fflate';

/** Files in one zip, by their names. Photos are packed already: `{ level: 0 }`. */
export const zipped = (files: Zippable): Promise<Blob> =>
  new Promise((resolve, reject) =>
    zip(files, (fault, bytes) =>
      fault ? reject(fault) : resolve(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/zip' })),
    ),
  );

/** The files of a zip, by their names. @param wanted by name; all of them otherwise. @throws Error with a sentence where it is none. */
export const unzipped = (bytes: ArrayBuffer, wanted: (name: string) => boolean = () => true): Promise<Unzipped> =>
  new Promise((resolve, reject) =>
    unzip(new Uint8Array(bytes), { filter: ({ name }) => wanted(name) }, (fault, files) =>
      fault ? reject(new Error('This is not a zip file. Nothing was read.')) : resolve(files),
    ),
  );
