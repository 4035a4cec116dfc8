/** The picture of a join code, read from a photo or from what a camera sees. */
import jsQR from 'jsqr';

/** Pictures are read at no more than so many pixels a side: sharper needs no code. */
const mostPixels = 1600;

interface Drawn {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** The text of a picture code; null: none is seen. */
export const codeIn = ({ width, height, data }: Drawn): string | null =>
  jsQR(data, width, height)?.data ?? null;

/** What a video or a photo shows now, as pixels; null while there is nothing yet. */
export function pixelsOf(source: HTMLVideoElement | ImageBitmap): ImageData | null {
  const [w, h] =
    source instanceof HTMLVideoElement
      ? [source.videoWidth, source.videoHeight]
      : [source.width, source.height];
  if (w === 0 || h === 0) return null;
  const scale = Math.min(1, mostPixels / Math.max(w, h));
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(w * scale), Math.round(h * scale)];
  const context = canvas.getContext('2d', { willReadFrequently: true });
  context?.drawImage(source, 0, 0, canvas.width, canvas.height);
  return context?.getImageData(0, 0, canvas.width, canvas.height) ?? null;
}

/** The code in a photo. @throws Error in words where there is none. */
export async function codeOfPhoto(file: File): Promise<string> {
  const bitmap = await createImageBitmap(file).catch((cause: unknown) => {
    throw new Error(`${file.name} is not a picture that this browser reads.`, { cause });
  });
  const pixels = pixelsOf(bitmap);
  bitmap.close();
  const text = pixels && codeIn(pixels);
  if (!text)
    throw new Error(
      `No code was found in ${file.name}. Take the picture straight on, with all four corners.`,
    );
  return text;
}
