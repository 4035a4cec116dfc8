import { demos } from '@/testing/demoJobs';
import { withRecords } from '@/testing/withRecords';
import { applyEdit } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { Business, Quote } from '../job/records';
import { billOf } from '../design/bill';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { asBuiltPaper, labelsPaper } from './asBuiltPaper';
import { householderPaper } from './householderPaper';
import { exactMoney, toCents } from './moneyWords';
import type { Block, Paper } from './paper';
import { drawnStoreys } from './planDrawing';
import { quotePaper } from './quotePaper';
import { quoteSheetOf, sumsOf } from './quoteSheet';
import { checkSignatures, hashOfQuote } from './signed';

const found = demos.find((d) => d.job.buildings.length > 2);
if (!found) throw new Error('no demo');
const { job } = found;
const scene = buildScene(job);
const predictions = predictJob(job, scene, networkOf(job, scene, 'planned'), { why: false });
const business = (over: Partial<Business> = {}): Business =>
  makeRecord({
    type: 'business',
    id: 'business',
    name: 'Rook & Daughter',
    contact: 'Tel 1',
    hourEur: 60,
    ...over,
  });
const quoteOf = (on: Job, over: Partial<Quote> = {}): Quote =>
  makeRecord({
    ...{ type: 'quote', id: 'quote-1', name: 'Quote 1', madeOn: '2026-11-29', note: '' },
    sheet: quoteSheetOf(on, predictions),
    ...over,
  });
/** All words of a paper. */
const wordsOf = ({ blocks }: Paper): string =>
  blocks
    .map((b: Block): string => {
      switch (b.kind) {
        case 'title':
          return `${b.text} ${b.sub}`;
        case 'heading':
        case 'text':
          return b.text;
        case 'list':
          return b.items.join(' ');
        case 'table':
          return [b.head, ...b.rows].flat().join(' ');
        case 'drawings':
          return b.items.map((d) => d.caption).join(' ');
        case 'signature':
          return `${b.label} ${b.words}`;
        case 'labels':
          return b.texts.map((t) => `${t.big} ${t.small}`).join(' ');
        case 'photos':
          return b.items.map((p) => p.caption).join(' ');
        case 'logo':
        case 'page':
          return '';
      }
    })
    .join('\n');

describe('a quote', () => {
  test('its sums are those of the bill, with margin, work, travel and tax', () => {
    const own = withRecords(job, business({ marginPct: 20, travelEur: 30, taxPct: 21 }));
    const sheet = quoteSheetOf(own, predictions);
    const bill = billOf(own);
    expect(sheet.partsEur).toBeCloseTo(bill.partsEur * 1.2, 1);
    expect(sheet.workEur).toBeCloseTo((Math.round(bill.minutes) / 60) * 60, 2);
    const sums = sumsOf(sheet, [
      { id: 'a', text: 'A', eur: 50, ticked: true },
      { id: 'b', text: 'B', eur: 70, ticked: false },
    ]);
    expect(sums.netEur).toBeCloseTo(sheet.partsEur + sheet.workEur + 30 + 50, 2);
    expect(sums.taxEur).toBeCloseTo(sums.netEur * 0.21, 2);
    expect(sums.totalEur).toBeCloseTo(sums.netEur + sums.taxEur, 2);
  });

  test('a room is promised what its worst spot gets, and no more', () => {
    const sheet = quoteSheetOf(job, predictions);
    expect(sheet.rooms.length).toBeGreaterThan(5);
    const attic = sheet.rooms.find((r) => r.room.startsWith('Attic den'));
    const spot = job.spots.find((s) => s.roomId === job.rooms.find((r) => r.name === 'Attic den')?.id);
    const certainty = predictions.find((p) => p.spotId === spot?.id)?.certainty ?? NaN;
    expect(certainty).toBeLessThan(0.5);
    expect(attic?.promise).toMatch(/not likely/);
  });

  test('holes that nobody counted are not called none', () => {
    const uncounted = withRecords(job, ...job.links.map((l) => ({ ...l, holes: null })));
    expect(quoteSheetOf(uncounted, predictions).drilled.join()).toMatch(/not counted/);
    const counted = withRecords(job, ...job.links.map((l) => ({ ...l, holes: 3 })));
    expect(quoteSheetOf(counted, predictions).drilled.join()).toMatch(/3 holes/);
  });

  test('a cable without a hole stays in sight, also one to a device; a lead on one shelf does not', () => {
    const [link] = job.links.filter((l) => l.medium === 'ethernet');
    const device = job.fixedDevices[0];
    if (!link || !device) throw new Error('no cable or device in the demo house');
    const laid = (lengthM: number) =>
      quoteSheetOf(
        withRecords(
          job,
          { ...link, holes: 0, lengthM },
          makeRecord({
            ...{ type: 'deviceCable', id: 'to-device', deviceId: device.id, fromUnitId: link.fromUnitId },
            ...{ holes: 0, lengthM },
          }),
        ),
        predictions,
      ).visible.filter((v) => v.includes('along the wall'));
    expect(laid(4)).toHaveLength(2);
    expect(laid(4).join()).toContain(`to ${device.name}`);
    expect(laid(1.5)).toEqual([]);
  });

  test('later changes of the job do not change it', () => {
    const offered = withRecords(job, quoteOf(job));
    const cheaper = withRecords(offered, ...job.kits.map((k) => ({ ...k, priceEur: 1 })));
    expect(wordsOf(quotePaper(cheaper, 'quote-1'))).toBe(wordsOf(quotePaper(offered, 'quote-1')));
  });

  test('the paper has customer, terms, total, and what may be added', () => {
    const own = withRecords(
      job,
      business({ paymentTerms: 'Within 14 days.' }),
      makeRecord({ type: 'customer', id: 'customer', name: 'Ada Quay', address: 'Slip 1' }),
    );
    const quote = quoteOf(own, {
      options: [{ id: 'a', text: 'A plate in the study', eur: 50, ticked: false }],
    });
    const words = wordsOf(quotePaper(withRecords(own, quote), 'quote-1'));
    const { totalEur } = sumsOf(quote.sheet, quote.options);
    for (const part of ['For Ada Quay, Slip 1', 'Within 14 days.', 'A plate in the study', 'Rook & Daughter'])
      expect(words).toContain(part);
    expect(words).toContain(exactMoney(totalEur, job.info.currency));
    expect(words).toContain('Draft: not offered yet.');
  });
});

describe('a signature', () => {
  const quote = quoteOf(job);
  const signed: Quote = {
    ...quote,
    state: 'accepted',
    signature: { name: 'Ada', at: '2026-11-29T10:00:00.000Z', path: 'M1 1L5 5', hash: hashOfQuote(quote) },
  };

  test('holds as long as what was signed stands', () => {
    expect(checkSignatures(withRecords(job, signed))).toMatchObject([
      { what: 'Quote 1', by: 'Ada', intact: true },
    ]);
    // state and notes may change
    expect(checkSignatures(withRecords(job, { ...signed, note: 'Paid.' }))[0]?.intact).toBe(true);
  });

  test.each([
    ['a price', { sheet: { ...quote.sheet, partsEur: quote.sheet.partsEur + 1 } }],
    ['an option', { options: [{ id: 'x', text: 'X', eur: 1, ticked: false }] }],
    ['its terms', { sheet: { ...quote.sheet, terms: 'Other terms' } }],
    ['its day', { validUntil: '2027-01-01' }],
  ])('is broken by %s', (_name, over) =>
    expect(checkSignatures(withRecords(job, { ...signed, ...over }))[0]?.intact).toBe(false),
  );

  test('does not hang on the order of fields', () => {
    const turned = Object.fromEntries(Object.entries(quote.sheet).reverse()) as Quote['sheet'];
    expect(hashOfQuote({ ...quote, sheet: turned })).toBe(hashOfQuote(quote));
  });
});

describe('what is handed over', () => {
  test('before any test it says so, and claims nothing', () => {
    const words = wordsOf(householderPaper(job));
    expect(words).toContain('The work is not tested yet.');
    expect(words).not.toMatch(/Works now/);
    expect(wordsOf(asBuiltPaper(job))).toContain('this is the plan, not what was built');
  });

  test('simulated readings are told on every page', () => {
    expect(householderPaper(job).warning).toMatch(/Simulated readings/);
    const none = applyEdit(job, { label: 'x', put: [], remove: job.readings.map((r) => r.id) }).job;
    expect(householderPaper(none).warning).toBe('Demonstration data.');
  });

  test('as built has serials, every run, every label and the bill; no password has a place', () => {
    const [unit] = job.units.filter((u) => u.planned && !u.found);
    if (!unit) throw new Error('no unit');
    const words = wordsOf(asBuiltPaper(withRecords(job, { ...unit, serial: 'SN-42' })));
    expect(words).toContain('SN-42');
    for (const line of billOf(job).lines) expect(words).toContain(line.item);
    expect(words.split('Simulated internet server').length - 1).toBe(job.readings.length);
    const labels = wordsOf(labelsPaper(job));
    expect(labels).toContain('E1 A–B a');
    expect(labels).toContain('E1 A–B b');
  });

  test('no mark lies on the name of a room in any drawing', () => {
    const drawings = asBuiltPaper(job).blocks.flatMap((b) => (b.kind === 'drawings' ? b.items : []));
    expect(drawings.length).toBeGreaterThan(4);
    for (const { svg, caption } of drawings) {
      const names = [...svg.matchAll(/<text x="([\d.]+)" y="([\d.]+)">([^<]+)<tspan/g)];
      const boxes = [...svg.matchAll(/<rect x="([\d.]+)" y="([\d.]+)" width="4.4"/g)];
      for (const [, x, y, name = ''] of names)
        for (const [, bx, by] of boxes) {
          const isOver =
            Number(bx) < Number(x) + 0.75 * name.length &&
            Number(bx) + 4.4 > Number(x) - 0.75 * name.length &&
            Number(by) < Number(y) + 3.6 &&
            Number(by) + 4.4 > Number(y) - 2.4;
          expect([caption, name, isOver]).toEqual([caption, name, false]);
        }
    }
  });
});

test('money to whole cents', () => {
  expect(toCents(1.005)).toBe(1.01);
  expect(exactMoney(1234.5, 'EUR')).toBe('€1,234.50');
});

test('plans begin with the house, then what stands nearest, each from below', () => {
  const order = drawnStoreys(job).map((id) => get(job, 'storey', id));
  const kinds = order.map((s) => get(job, 'building', s.buildingId).kind);
  expect(kinds).toEqual([...kinds].sort((a, b) => Number(b === 'house') - Number(a === 'house')));
  expect(new Set(kinds).size).toBe(2);
  order.forEach((s, i) => {
    const next = order[i + 1];
    if (next?.buildingId === s.buildingId) expect(next.floorZM).toBeGreaterThan(s.floorZM);
  });
  // whatever the ids: an outbuilding whose id comes first still comes last
  const renamed = jobFromRecords(
    [...job.byId.values()].map((r) => {
      const id = (x: string) => (get(job, 'building', x).kind === 'outbuilding' ? `a-${x}` : x);
      return r.type === 'building'
        ? { ...r, id: id(r.id) }
        : r.type === 'storey'
          ? { ...r, buildingId: id(r.buildingId) }
          : r;
    }),
  );
  expect(drawnStoreys(renamed)).toEqual(drawnStoreys(job));
});
