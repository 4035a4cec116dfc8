/** Largest picture that is read for a logo, bytes. */
const mostFileBytes = 20_000_000;
/** Size of a logo, px: as large as a paper needs it. */
const [mostWidth, mostHeight] = [640, 192];
/** Most characters that are kept. */
const mostKept = 200_000;

/** A picture as a logo: made small, what else stood in the file left out. @throws Error in words. */
export async function logoOf(file: File): Promise<string> {
  if (file.size > mostFileBytes) throw new Error('This picture weighs more than 20 MB.');
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error(`${file.name} is not a picture that this browser reads.`);
  });
  const scale = Math.min(1, mostWidth / bitmap.width, mostHeight / bitmap.height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser can’t draw pictures.');
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  const png = canvas.toDataURL('image/png');
  if (png.length <= mostKept) return png;
  const jpeg = canvas.toDataURL('image/jpeg', 0.85);
  if (jpeg.length > mostKept) throw new Error('This picture is too detailed for a logo.');
  return jpeg;
}
