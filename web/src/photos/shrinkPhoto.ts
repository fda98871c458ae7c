const LONG_SIDE = 1600;

/** A camera's picture made small enough to travel over a weak network. @throws when it is no picture */
export async function shrinkPhoto(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONG_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('not a picture'))),
      'image/jpeg',
      0.82,
    ),
  );
}
