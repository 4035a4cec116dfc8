import { createServer, request as ask } from 'node:http';
import { connect } from 'node:net';
import { type Asked, bodyLimit, judge, admit } from './gate';

const asked = (part: Partial<Asked> & { headers?: Asked['headers'] } = {}): Asked => ({
  method: 'GET',
  url: '/api/jobs',
  ...part,
  headers: { host: '127.0.0.1:4310', ...part.headers },
});
const post = (headers: Asked['headers'] = {}, url = '/api/jobs/a/restore') =>
  asked({ method: 'POST', url, headers });

test.each<[string, Asked, number | null]>([
  ['a look', asked(), null],
  ['a change from the page itself', post({ origin: 'http://127.0.0.1:4310' }), null],
  ['a change from the command line', post(), null],
  ['a change without a body from another site', post({ origin: 'http://elsewhere.example' }), 403],
  ['a change from a page without an origin', post({ origin: 'null' }), 403],
  ['a change from another port of this machine', post({ origin: 'http://127.0.0.1:9999' }), 403],
  ['a change that the browser calls cross-site', post({ 'sec-fetch-site': 'cross-site' }), 403],
  ['a change that the browser calls same-site', post({ 'sec-fetch-site': 'same-site' }), 403],
  ['DELETE from another site', asked({ method: 'DELETE', headers: { origin: 'http://x.example' } }), 403],
  ['TRACE', asked({ method: 'TRACE' }), 405],
  ['OPTIONS', asked({ method: 'OPTIONS' }), 405],
  ['a path that is none', asked({ url: '/api/jobs/%ff' }), 400],
  ['a whole address', asked({ url: 'http://evil.example/api/jobs' }), 400],
  ['another name', asked({ headers: { host: 'evil.example' } }), 421],
  ['no name', asked({ headers: { host: undefined } }), 421],
  ['a size that is not said', post({ 'transfer-encoding': 'chunked' }), 411],
  ['an edit just small enough', post({ 'content-length': String(bodyLimit('/api/jobs/a/edits')) }), null],
  ['an edit one byte too large', post({ 'content-length': String(bodyLimit('/api/jobs/a/edits') + 1) }), 413],
  ['a picture just small enough', post({ 'content-length': '20000000' }, '/api/jobs/a/files'), null],
  ['a picture too large', post({ 'content-length': '20000001' }, '/api/jobs/a/files'), 413],
  ['a phone’s photo', post({ 'content-length': '12000000' }, '/api/walk/ABCDEF/photo'), null],
  ['a phone’s photo too large', post({ 'content-length': '12000001' }, '/api/walk/ABCDEF/photo'), 413],
  ['a phone’s runs too large', post({ 'content-length': '1000001' }, '/api/walk/ABCDEF/runs'), 413],
])('%s', (_name, request, status) => {
  expect(judge(request)?.status ?? null).toBe(status);
});

test('whatever is answered has a policy, a refusal too', async () => {
  const server = createServer((request, response) => {
    if (admit(request, response)) response.end('passed');
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  const get = (path: string, method = 'GET') =>
    new Promise<{ status: number; policy: string; text: string }>((done, fail) => {
      const sent = ask(
        {
          port,
          host: '127.0.0.1',
          path,
          method,
          agent: false,
        },
        (answer) => {
          let text = '';
          answer.setEncoding('utf8').on('data', (part: string) => (text += part));
          answer.on('end', () =>
            done({
              status: answer.statusCode ?? 0,
              policy: String(answer.headers['content-security-policy'] ?? ''),
              text,
            }),
          );
        },
      );
      sent.on('error', fail).end();
    });
  expect(await get('/api/jobs')).toMatchObject({
    status: 200,
    policy: expect.stringContaining("default-src 'none'"),
  });
  expect((await get('/_next/static/a.js')).policy).toContain("script-src 'self'");
  const refused = await get('/api/jobs/%ff');
  expect(refused).toMatchObject({ status: 400, policy: expect.stringContaining("default-src 'none'") });
  expect(JSON.parse(refused.text).error.message).toMatch(/address/);
  expect((await get('/api/jobs', 'TRACE')).status).toBe(405);
  await new Promise((done) => server.close(done));
});

test('a body too large is taken in and thrown away: the reason arrives, the line stays', async () => {
  const server = createServer((request, response) => {
    if (admit(request, response)) response.end('passed');
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = server.address();
  const line = connect(typeof address === 'object' && address ? address.port : 0, '127.0.0.1');
  let heard = '';
  const hear = (what: RegExp) =>
    new Promise<void>((done, fail) => {
      line.once('error', fail).once('close', () => fail(new Error('the line was cut')));
      const look = () => what.test(heard) && done();
      line.on('data', look);
      look();
    });
  line.setEncoding('utf8').on('data', (part: string) => (heard += part));
  const size = 12_000_000;
  line.write(
    `POST /api/jobs/a/edits HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-length: ${size}\r\n\r\n${'y'.repeat(1000)}`,
  );
  await hear(/^HTTP\/1.1 413 /);
  line.write('y'.repeat(size - 1000));
  line.write('GET /api/jobs HTTP/1.1\r\nhost: 127.0.0.1\r\n\r\n');
  await hear(/passed/);
  line.removeAllListeners('close').destroy();
  await new Promise((done) => server.close(done));
});
