/** A laptop's camera before the picture of a join code: the browser's camera is a film of one picture. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import QRCode from 'qrcode';
import { chromiumLaunch } from '../../bin/chromium';
import { violationsOf } from './axe';
import { expect, openPage, test } from './server';

const code = `nestle-2-${'QUJjZDEyMzQ1Njc4OTBf'.repeat(34)}`;

/** A film of one frame, grey: plain YUV in the Y4M format, as the browser takes for a camera. */
function film(text: string, width: number, height: number): Buffer {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'L' });
  const pixels = Math.floor((height * 0.9) / modules.size);
  const [left, top] = [width, height].map((side) => Math.round((side - modules.size * pixels) / 2));
  const light = Buffer.alloc(width * height, 170);
  for (let row = 0; row < modules.size * pixels; row++)
    for (let column = 0; column < modules.size * pixels; column++)
      if (modules.get(Math.floor(row / pixels), Math.floor(column / pixels)))
        light[(row + (top ?? 0)) * width + column + (left ?? 0)] = 60;
  const colour = Buffer.alloc((width * height) / 2, 128);
  return Buffer.concat([
    Buffer.from(`YUV4MPEG2 W${width} H${height} F30:1 Ip A1:1 C420\nFRAME\n`),
    light,
    colour,
  ]);
}
const file = join(mkdtempSync(join(tmpdir(), 'nestle-film-')), 'code.y4m');
writeFileSync(file, film(code, 1280, 720));

test.use({
  permissions: ['camera'],
  launchOptions: {
    ...chromiumLaunch,
    args: [
      ...chromiumLaunch.args,
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${file}`,
    ],
  },
});

test('what the camera sees is the code', async ({ page }) => {
  await openPage(page, '/office');
  await page.getByRole('button', { name: 'Read its picture' }).click();
  await expect(page.getByLabel('Code of the office')).toHaveValue(code, { timeout: 20_000 });
  await expect(page.getByRole('dialog')).toHaveCount(0);
  expect(await violationsOf(page)).toEqual([]);
});
