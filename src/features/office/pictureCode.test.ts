/** @jest-environment node */
/** Pictures are made by another package than the one that reads them. */
import QRCode from 'qrcode';
import { random } from '@/core/statistics/random';
import { codeIn } from './pictureCode';

/** A picture code as a camera may see it: some pixels a module, off the edge, darker and noisy. */
function seen(text: string, pixels: number, noise: number) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'L' });
  const margin = 6;
  const side = (modules.size + 2 * margin) * pixels;
  const data = new Uint8ClampedArray(side * side * 4).fill(255);
  const noiseOf = random(4);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [row, column] = [Math.floor(y / pixels) - margin, Math.floor(x / pixels) - margin];
      const isIn = row >= 0 && column >= 0 && row < modules.size && column < modules.size;
      const grey = (isIn && modules.get(row, column) ? 50 : 190) + (noiseOf.uniform() - 0.5) * noise;
      data.set([grey, grey, grey], (y * side + x) * 4);
    }
  return { width: side, height: side, data };
}
// as long as a real one: a certificate and three addresses
const code = `nestle-2-${'QUJjZDEyMzQ1Njc4OTBf'.repeat(36)}`;

test('a code as long as a real one is read, also from a dark and noisy picture', () => {
  expect(codeIn(seen(code, 4, 0))).toBe(code);
  expect(codeIn(seen(code, 5, 60))).toBe(code);
});

test('where no code is, none is read', () => {
  const picture = seen(code, 4, 0);
  expect(codeIn({ ...picture, data: picture.data.fill(120) })).toBeNull();
});
