import { demos } from '@/testing/demoJobs';
import type { Paper } from '@/core/papers/paper';
import { pdfOf } from './pdf';
import { paperNames, paperOf } from './papers';

const [demo] = demos;
if (!demo) throw new Error('no demo');
const made = new Date('2026-11-29T10:00:00Z');
const text = (bytes: Buffer): string => bytes.toString('latin1');
const pagesOf = (bytes: Buffer): number => text(bytes).match(/\/Type \/Page\b(?!s)/g)?.length ?? 0;
const plain = (blocks: Paper['blocks'], over: Partial<Paper> = {}): Paper => ({
  ...{ title: 'T', running: 'R', warning: null, blocks },
  ...over,
});

test('every paper of the demo is a PDF with its fonts, tags and bookmarks in it', async () => {
  for (const name of paperNames) {
    const paper = paperOf(demo.job, name);
    if (name === 'quote' || name === 'invoice') {
      expect(paper).toBeNull();
      continue;
    }
    if (!paper) throw new Error(name);
    const bytes = await pdfOf(paper, 'A4', made);
    const words = text(bytes);
    expect(words.startsWith('%PDF-1.7')).toBe(true);
    expect(words).toContain('/Marked true');
    expect(words).toContain('/StructTreeRoot');
    expect(words.match(/\/FontFile2/g)?.length).toBe(2);
    expect(bytes.length).toBeLessThan(3_000_000);
    expect(pagesOf(bytes)).toBeGreaterThan(0);
    if (name !== 'labels') expect(words).toContain('/Outlines');
  }
});

test.each([
  ['A4', '595.28 841.89'],
  ['LETTER', '612 792'],
] as const)('%s is %s points', async (size, box) => {
  const bytes = await pdfOf(plain([{ kind: 'title', text: 'A', sub: 'B' }]), size, made);
  expect(text(bytes)).toContain(`/MediaBox [0 0 ${box}]`);
});

test('a long table goes over pages, a long word stays in its cell, letters from elsewhere are told of', async () => {
  const rows = Array.from({ length: 90 }, (_, i) => [`${i}`, 'W'.repeat(200)]);
  const table = {
    kind: 'table',
    head: ['a', 'b'],
    widths: [0.2, 0.8],
    right: [true, false],
    rows,
    sums: 1,
  } as const;
  const long = await pdfOf(
    plain([{ ...table, head: [...table.head], widths: [...table.widths], right: [...table.right] }]),
    'A4',
    made,
  );
  expect(pagesOf(long)).toBeGreaterThan(3);
  const strange = await pdfOf(plain([{ kind: 'text', text: 'משפחת לוי', tone: 'plain' }]), 'A4', made);
  const known = await pdfOf(plain([{ kind: 'text', text: 'Müller', tone: 'plain' }]), 'A4', made);
  expect(strange.length).toBeGreaterThan(known.length);
});

test('the foot makes no page more', async () => {
  const one = await pdfOf(
    plain([{ kind: 'text', text: 'x', tone: 'plain' }], { warning: 'Simulated.' }),
    'A4',
    made,
  );
  expect(pagesOf(one)).toBe(1);
});

test('a logo, photos and picture codes are set; a photo that is not there is named', async () => {
  const dot = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  const blocks: Paper['blocks'] = [
    { kind: 'logo', data: `data:image/png;base64,${dot.toString('base64')}` },
    { kind: 'photos', items: ['here', 'gone'].map((fileId) => ({ fileId, caption: fileId })) },
    { kind: 'labels', widthMm: 60, heightMm: 25, texts: [{ big: 'A', small: 'b' }], code: 'http://x/jobs/1' },
  ];
  const bytes = await pdfOf(plain(blocks), 'A4', made, (fileId) => (fileId === 'here' ? dot : null));
  expect(text(bytes).match(/\/Subtype \/Image/g)?.length).toBeGreaterThanOrEqual(2);
  expect(pagesOf(bytes)).toBe(1);
});
