/** Barcodes in photos, by the browser's own reader; not every browser has one. */
interface Detector {
  detect: (image: ImageBitmap) => Promise<{ rawValue: string }[]>;
}
const readerOf = (): (new () => Detector) | null => {
  const { BarcodeDetector } = globalThis as { BarcodeDetector?: new () => Detector };
  return BarcodeDetector ?? null;
};

export const canReadBarcodes = (): boolean => readerOf() !== null;

/** What one barcode in a photo says. @throws Error in words where there is none, or more than one. */
export async function barcodeOf(file: File): Promise<string> {
  const Reader = readerOf();
  if (!Reader) throw new Error('This browser reads no barcodes. Type the number.');
  const bitmap = await createImageBitmap(file).catch((cause: unknown) => {
    throw new Error(`${file.name} is not a photo that this browser reads.`, { cause });
  });
  const values = [...new Set((await new Reader().detect(bitmap)).map((code) => code.rawValue))];
  const [value] = values;
  if (value === undefined) throw new Error('No barcode was found. Go closer, or type the number.');
  if (values.length > 1)
    throw new Error(`This photo has ${values.length} barcodes. Take one alone, or type the number.`);
  return value;
}
