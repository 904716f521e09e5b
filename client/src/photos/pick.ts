/** Opens the camera of the device, or lets photos be chosen from its files. @returns none when they changed their mind. */
export function pickPhotos(from: 'camera' | 'files'): Promise<File[]> {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = 'image/*';
  if (from === 'camera') input.setAttribute('capture', 'environment');
  else input.multiple = true;
  return new Promise((done) => {
    input.addEventListener('change', () => done([...(input.files ?? [])]));
    input.addEventListener('cancel', () => done([]));
    input.click();
  });
}
