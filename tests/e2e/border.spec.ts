/** The border: what the server refuses, and how it says so. */
import { expect, openPage, test } from './server';

const post = (data: string, headers: Record<string, string> = {}) => ({
  data,
  headers: { 'content-type': 'application/json', ...headers },
});

test('unknown jobs, wrong bodies, large bodies, other sites, other names', async ({ request, page }) => {
  expect((await request.get('/api/jobs/moon')).status()).toBe(404);
  expect((await request.delete('/api/jobs/moon')).status()).toBe(404);
  const on = { id: 'e-1', author: 'w-1', kind: 'do', incarnation: '', revision: 0 };
  const nothing = { ...on, edit: { label: 'x', put: [], remove: [] } };
  expect((await request.post('/api/jobs/moon/edits', post(JSON.stringify(nothing)))).status()).toBe(404);

  const edits = '/api/jobs/tannery-lofts-7/edits';
  const wrong = await request.post(
    edits,
    post(JSON.stringify({ ...on, edit: { label: '', put: [{ type: 'wall', id: 'a b' }], remove: [] } })),
  );
  expect(wrong.status()).toBe(400);
  const { error } = await wrong.json();
  expect(error.problems.map((p: { path: string }) => p.path)).toEqual(
    expect.arrayContaining(['edit.label', 'edit.put.0.id']),
  );

  const zero = {
    type: 'wall',
    id: 'w',
    storeyId: 'flat-floor',
    ax: 1,
    ay: 1,
    bx: 1,
    by: 1,
    assemblyId: 'asm-stud',
  };
  const short = await request.post(
    edits,
    post(JSON.stringify({ ...on, edit: { label: 'x', put: [zero], remove: [] } })),
  );
  expect((await short.json()).error.problems[0]).toEqual({
    path: 'edit.put.0.bx',
    message: 'a wall must be at least 5 cm long',
  });

  const huge = await request.post(
    '/api/jobs/tannery-lofts-7/edits',
    post(`{"kind":"undo","revision":0,"x":"${'y'.repeat(4_100_000)}"}`),
  );
  expect(huge.status()).toBe(413);
  const foreign = await request.post('/api/jobs', post('{}', { origin: 'http://elsewhere.example' }));
  expect(foreign.status()).toBe(403);
  const bodiless = { headers: { origin: 'http://elsewhere.example' } };
  expect((await request.delete('/api/jobs/quay-house', bodiless)).status()).toBe(403);
  expect((await request.post('/api/jobs/quay-house/copy', { headers: { origin: 'null' } })).status()).toBe(
    403,
  );
  for (const [path, method, status] of [
    ['/api/jobs/%ff', 'GET', 400],
    ['/api/jobs', 'PATCH', 405],
    ['/', 'OPTIONS', 405],
  ] as const) {
    const answer = await request.fetch(path, { method });
    expect([path, answer.status()]).toEqual([path, status]);
    expect(answer.headers()['content-security-policy']).toContain("default-src 'none'");
  }
  const renamed = await request.get('/api/jobs', { headers: { host: 'elsewhere.example' } });
  expect(renamed.status()).toBe(421);

  const spots = await request.post(
    '/api/standins/runs',
    post('{"jobId":"tannery-lofts-7","spotIds":["nobody"],"phase":"after","runs":5}'),
  );
  expect((await spots.json()).error.problems[0].path).toBe('spotIds.0');

  await page.goto('/jobs/moon/plan');
  await expect(page.getByRole('heading', { name: 'There is no such page or job' })).toBeVisible();
});

test('every page has a strict policy, and keeps to it', async ({ page, request }) => {
  const broken: string[] = [];
  page.on('console', (m) => {
    if (m.type() === 'error') broken.push(m.text());
  });
  for (const path of ['/', '/jobs/quay-house/plan', '/jobs/quay-house/report']) {
    const response = await page.goto(path);
    const policy = response?.headers()['content-security-policy'] ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toMatch(/script-src 'self' 'nonce-[0-9a-f]{32}' 'strict-dynamic'/);
    expect(policy).not.toContain('unsafe-eval');
    await expect(page.locator('h1').first()).toBeVisible();
  }
  expect(broken).toEqual([]);
  const first = (await request.get('/')).headers()['content-security-policy'];
  expect((await request.get('/')).headers()['content-security-policy']).not.toBe(first);
});

test('nothing is asked of any other machine', async ({ page, app }) => {
  const hosts = new Set<string>();
  page.on('request', (r) => hosts.add(new URL(r.url()).host));
  await openPage(page, '/jobs/quay-house/plan');
  await expect(page.getByTestId('coverage').locator('path').first()).toBeAttached();
  await page.keyboard.press('7');
  await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
  expect([...hosts].filter((h) => h !== '')).toEqual([new URL(app.url).host]);
});
