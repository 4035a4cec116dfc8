import { barcodeOf, canReadBarcodes } from './barcode';

const photo = new File([new Uint8Array([1])], 'label.jpg');
const withCodes = (...values: string[]) =>
  Object.assign(globalThis, {
    createImageBitmap: () => Promise.resolve({}),
    BarcodeDetector: class {
      detect = () => Promise.resolve(values.map((rawValue) => ({ rawValue })));
    },
  });
afterEach(() => {
  Reflect.deleteProperty(globalThis, 'BarcodeDetector');
});

test('without a reader the number is typed', async () => {
  expect(canReadBarcodes()).toBe(false);
  await expect(barcodeOf(photo)).rejects.toThrow('Type the number');
});

test('one code is the number, the same twice too', async () => {
  withCodes('SN-1', 'SN-1');
  expect(canReadBarcodes()).toBe(true);
  expect(await barcodeOf(photo)).toBe('SN-1');
});

test.each([
  ['none', [], 'No barcode was found'],
  ['two', ['SN-1', 'MAC-2'], 'has 2 barcodes'],
])('%s: told, and nothing is taken', async (_n, values, words) => {
  withCodes(...values);
  await expect(barcodeOf(photo)).rejects.toThrow(words);
});

test('what is no photo is told by its name', async () => {
  withCodes('SN-1');
  Object.assign(globalThis, { createImageBitmap: () => Promise.reject(new Error('no image')) });
  await expect(barcodeOf(photo)).rejects.toThrow('label.jpg is not a photo');
});
