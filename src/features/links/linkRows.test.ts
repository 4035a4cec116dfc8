import { demos } from '@/testing/demoJobs';
import type { Job } from '@/core/job/job';
import type { NetworkAnswer } from '@/workers/protocol';
import { linkRows } from './linkRows';

const job = demos[0]?.job as Job;
const link = job.links.find((l) => l.unitId === 'unit-b');
const answer = (part: object): NetworkAnswer =>
  ({
    links: [],
    unfed: [],
    load: { links: [], plan: { downMbps: 291, fits: false } },
    ...part,
  }) as unknown as NetworkAnswer;

test('by letter; the main unit carries the contract and has all needs in use, also before anything is worked out', () => {
  expect(linkRows(job, null).map((r) => [r.unit.letter, r.carriesMbps, r.inUseMbps, r.fits])).toEqual([
    ['A', job.info.planDownMbps, null, true],
    ['B', null, null, true],
  ]);
  expect(linkRows(job, answer({}))[0]).toMatchObject({ link: null, inUseMbps: 291, fits: false });
});

test('a link carries its rate; without an uplink nothing is carried, whatever is known of the line', () => {
  const load = {
    links: [{ linkId: link?.id, downMbps: 152, fits: true }],
    plan: { downMbps: 291, fits: true },
  };
  const known = answer({ links: [{ linkId: link?.id, downMbps: 949 }], load });
  expect(linkRows(job, known)[1]).toMatchObject({ carriesMbps: 949, inUseMbps: 152, hasUplink: true });
  const cut = answer({ unfed: [{ unitId: 'unit-a', why: 'x' }] });
  expect(linkRows(job, cut)[0]).toMatchObject({ hasUplink: false, carriesMbps: null, inUseMbps: null });
});
