import { chromium } from 'playwright-core';
import { chromiumLaunch } from './chromium';
const browser = await chromium.launch(chromiumLaunch);
const code = (await (await fetch('http://127.0.0.1:4391/api/sharing?job=quay-house')).json()).share.code;
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()));
page.on('pageerror', (e) => console.log('pageerror', e.message));
await page.goto('http://127.0.0.1:4391/jobs/quay-house/prove');
await page.getByRole('button', { name: /5 simulated runs at/ }).click();
await page.waitForTimeout(4000);
const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
phone.on('console', (m) => m.type() === 'error' && console.log('phone', m.text()));
await phone.goto(`http://127.0.0.1:4392/walk/${code}`);
await phone.waitForSelector('[data-testid=strip]');
await phone.getByRole('button', { name: `Spot 7,` }).click();
for (let i=0;i<2;i++){
await phone.getByRole('button', { name: /Test here|Test again/ }).click();
await phone.getByRole('button', { name: /^Stop/ }).waitFor();
await phone.getByRole('button', { name: /Test here|Test again/ }).waitFor({ timeout: 90000 });}
await phone.getByRole('radio', { name: 'Unit to unit' }).click();
await phone.getByRole('button', { name: 'Start walking' }).click();
for (const n of [7, 8, 6, 1, 2, 10]) { await phone.waitForTimeout(3200); await phone.getByRole('button', { name: new RegExp(`^${n} `) }).click(); }
await phone.waitForTimeout(3000);
await phone.getByRole('button', { name: 'End the walk' }).click();
await phone.waitForTimeout(1500);
await phone.screenshot({ path: '/tmp/s/w7.png' });
await page.waitForTimeout(4000);
await page.screenshot({ path: '/tmp/s/p2.png' });
await page.getByTestId('prove-chart').locator('[data-spot="7"]').click();
await page.waitForTimeout(1500);
await page.screenshot({ path: '/tmp/s/p3.png' });
await browser.close();
