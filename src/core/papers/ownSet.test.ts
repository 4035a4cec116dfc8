import { demos } from '@/testing/demoJobs';
import { withRecords } from '@/testing/withRecords';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import { checkReferences } from '../job/references';
import { emptySet, ownChanges, ownRecordsOf, ownSetSchema, takeOver, withOwnSet } from './ownSet';

const job = demos[0]?.job as Job;
const business = makeRecord({ type: 'business', id: 'business', name: 'Rook & Daughter', hourEur: 60 });
const [kit] = job.kits;
if (!kit) throw new Error('no product');
const own = {
  ...emptySet,
  business,
  records: [
    { ...kit, priceEur: kit.priceEur + 1, onVan: 3 },
    { ...kit, id: 'kit-own' },
  ],
};

test('a new job begins with it: own products in the place of those with the same id, others stay', () => {
  const begun = withOwnSet(job, own);
  expect(begun.kits.find((k) => k.id === kit.id)?.priceEur).toBe(kit.priceEur + 1);
  expect(begun.kits).toHaveLength(job.kits.length + 1);
  expect(begun.businesses).toEqual([business]);
  expect(checkReferences(begun)).toEqual([]);
  expect(withOwnSet(job, emptySet).byId).toEqual(job.byId);
});

test('what differs is told by its fields, and once taken over nothing does', () => {
  const had = withRecords(job, { ...business, id: 'business', hourEur: 45 });
  const changes = ownChanges(had, own);
  expect(changes.map((c) => [c.name, c.what, c.fields])).toEqual([
    ['Rook & Daughter', 'changed', ['hourEur']],
    [kit.name, 'changed', expect.arrayContaining(['priceEur', 'onVan'])],
    [kit.name, 'new', []],
  ]);
  const after = applyEdit(had, takeOver(changes)).job;
  expect(ownChanges(after, own)).toEqual([]);
});

test('own steps, and times of steps that every job has, go along; those of one unit stay', () => {
  const step = (id: string, stepKey: string, isOwn: boolean) =>
    makeRecord({
      ...{
        type: 'stepEdit',
        id,
        stepKey,
        own: isOwn,
        dropped: false,
        title: isOwn ? 'Photo of the box' : null,
      },
      ...{ text: null, handsMin: 4, waitMin: null, after: null },
    });
  const had = withRecords(
    job,
    step('s1', 'photo-box', true),
    step('s2', 'modem', false),
    step('s3', 'pair.unit-b', false),
  );
  const records = ownRecordsOf(had).filter((r) => r.type === 'stepEdit');
  expect(records.map((r) => r.id)).toEqual(['s1', 's2']);
  const begun = withOwnSet(job, { ...emptySet, records });
  expect(begun.stepEdits).toHaveLength(2);
  expect(ownChanges(job, { ...emptySet, records }).map((c) => c.name)).toEqual([
    'Step: Photo of the box',
    'Step: modem',
  ]);
});

test('what the job alone has is no difference', () => {
  expect(ownChanges(job, { ...emptySet, records: ownRecordsOf(job) })).toEqual([]);
  expect(ownChanges(job, emptySet)).toEqual([]);
});

test('an own record whose id is of another kind in the job leaves that alone', () => {
  const odd = { ...emptySet, records: [{ ...kit, id: job.spots[0]?.id ?? '' }] };
  expect(withOwnSet(job, odd).spots).toEqual(job.spots);
  expect(ownChanges(job, odd)).toEqual([]);
});

test.each([
  ['a spot', { ...emptySet, records: [job.spots[0]] }],
  ['a negative rate', { ...emptySet, business: { ...business, hourEur: -1 } }],
  ['another format', { ...emptySet, format: 'nestle-job' }],
  [
    'a huge logo',
    { ...emptySet, business: { ...business, logo: `data:image/png;base64,${'A'.repeat(300_000)}` } },
  ],
  ['a logo that runs', { ...emptySet, business: { ...business, logo: 'data:image/svg+xml;base64,AAAA' } }],
])('a file with %s is refused', (_what, raw) => {
  expect(ownSetSchema.safeParse(raw).success).toBe(false);
});
