/** Longest side of a kept photo, px (planning): enough to read a plate, small enough to send from a phone. */
const mostSide = 2000;
/** The largest photo that is read, bytes. */
const mostBytes = 40_000_000;

/**
 * A photo made smaller, upright as the camera held it. It is drawn anew, so that what else stood in the file is gone:
 * where it was taken, with what, by whom. @throws Error in words where it is no picture.
 */
export async function shrinkPhoto(file: File): Promise<File> {
  if (file.size > mostBytes)
    throw new Error(`This photo weighs ${(file.size / 1e6).toFixed(0)} MB; up to 40 MB are allowed.`);
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch((cause: unknown) => {
    throw new Error(`${file.name} is not a photo that this browser reads, or it is damaged.`, { cause });
  });
  const scale = Math.min(1, mostSide / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser can’t draw photos.');
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.85));
  if (!blob) throw new Error('This photo could not be made smaller.');
  return new File([blob], 'photo.jpg', { type: 'image/jpeg' });
}
