/* The planned channels against every choice, with the costs written out again: three units in the open, all in earshot. */
import { air, A, B, C, cable, M, scene, withLinks } from '@/testing/fourUnits';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord } from '../job/records';
import { networkOf } from './backhaul';
import { type ChannelPlan, planChannels } from './channelPlan';
import { loadOf } from './load';
import { predictJob } from './predict';

const neighbour = (
  channel: number,
  widthMHz: 20 | 40 | 80,
  busyShare: number,
  band: '2.4' | '5' = '5',
): AnyRecord =>
  makeRecord({
    type: 'neighbour',
    id: `n-${band}-${channel}`,
    name: 'N',
    band,
    channel,
    widthMHz,
    busyShare,
    note: '',
  });

function planned(job: Job) {
  const network = networkOf(job, scene, 'planned');
  const load = loadOf(job, network, predictJob(job, scene, network, { why: false }));
  return { load, plan: planChannels(job, scene, network, load) };
}
const wired = (...records: AnyRecord[]) =>
  applyEdit(withLinks(cable(A, M), cable(B, M)), { label: 'x', put: records, remove: [C.id, 'spot-c'] }).job;

/** All channels that a unit in Europe can have at 5 GHz: lower and upper end in MHz, and whether radar is about. */
const choices = [80, 40, 20].flatMap((widthMHz) => {
  const out: { low: number; high: number; widthMHz: number; radar: boolean }[] = [];
  for (const [first, last] of [
    [5170, 5330],
    [5490, 5710],
  ] as const)
    for (let low = first; low + widthMHz <= last; low += widthMHz)
      out.push({ low, high: low + widthMHz, widthMHz, radar: low >= 5250 });
  return out;
});

/** The least cost of any choice of three, in which two that overlap lose the lesser of their times. */
function leastCost(
  times: readonly number[],
  others: readonly { low: number; high: number; share: number }[],
): number {
  const priced = times.map((time) =>
    choices.flatMap((c) => {
      const airtime = Math.min(1, (time * 80) / c.widthMHz);
      const busy = Math.min(
        0.95,
        others.filter((o) => o.low < c.high && c.low < o.high).reduce((sum, o) => sum + o.share, 0),
      );
      if (c.widthMHz < 80 && airtime + busy > 0.8) return [];
      return [
        { ...c, airtime, cost: airtime * busy + (c.radar ? 0.05 : 0) + 1e-6 * Math.log2(80 / c.widthMHz) },
      ];
    }),
  );
  type Priced = (typeof priced)[number][number];
  const pair = (a: Priced, b: Priced) =>
    a.low < b.high && b.low < a.high ? Math.min(a.airtime, b.airtime) : 0;
  let least = Infinity;
  const [first = [], second = [], third = []] = priced;
  for (const a of first)
    for (const b of second) {
      const two = a.cost + b.cost + pair(a, b);
      if (two >= least) continue;
      for (const c of third) least = Math.min(least, two + c.cost + pair(a, c) + pair(b, c));
    }
  return least;
}
const costAt5 = (job: Job): { conflict: number; times: number[]; plan: ChannelPlan } => {
  // only the 5 GHz band: what is said of the others is taken off
  const { load, plan } = planned(job);
  const times = [M, A, B].map((u) => {
    const own = load.channels.filter((c) => c.band === '5' && !c.own && c.unitIds.includes(u.id));
    return own.reduce((sum, c) => sum + c.airtime, 0.03);
  });
  return { conflict: plan.conflict, times, plan };
};

test.each<[string, AnyRecord[], { low: number; high: number; share: number }[]]>([
  ['quiet', [], []],
  ['the lowest block in use', [neighbour(36, 80, 0.6)], [{ low: 5170, high: 5250, share: 0.6 }]],
  [
    'two neighbours on the channels without radar',
    [neighbour(36, 20, 0.5), neighbour(44, 40, 0.3)],
    [
      { low: 5170, high: 5190, share: 0.5 },
      { low: 5210, high: 5250, share: 0.3 },
    ],
  ],
  [
    'all the air in use',
    [neighbour(36, 80, 0.9), neighbour(100, 80, 0.4), neighbour(116, 80, 0.2)],
    [
      { low: 5170, high: 5250, share: 0.9 },
      { low: 5490, high: 5570, share: 0.4 },
      { low: 5570, high: 5650, share: 0.2 },
    ],
  ],
])('%s: no choice costs less', (_, records, others) => {
  const { conflict, times, plan } = costAt5(wired(...records));
  // three units on three clear channels of 2.4 GHz cost nothing there
  expect(
    plan.choices
      .filter((c) => c.band === '2.4')
      .map((c) => c.channel)
      .sort((a, b) => a - b),
  ).toEqual([1, 6, 11]);
  expect(conflict).toBeCloseTo(leastCost(times, others), 9);
  expect(plan.exact).toBe(true);
});

test('everyone on one channel as found: each pair loses its time', () => {
  const job = wired(...[M, A, B].map((u) => ({ ...u, channels: { '2.4': 6, '5': 36, '6': null } })));
  const { plan, load } = planned(job);
  const time = (band: string, id: string) =>
    load.channels
      .filter((c) => c.band === band && !c.own && c.unitIds.includes(id))
      .reduce((sum, c) => sum + c.airtime, 0.03);
  const pairs = (band: string) =>
    [
      [M, A],
      [M, B],
      [A, B],
    ].reduce((sum, [p, q]) => sum + Math.min(time(band, p?.id ?? ''), time(band, q?.id ?? '')), 0);
  expect(plan.conflictNow).toBeCloseTo(pairs('2.4') + pairs('5'), 9);
});

test('links with radios of their own: one channel where they meet at a unit', () => {
  const job = withLinks(air(A, M, 'dedicated'), air(B, A, 'dedicated'), cable(C, M));
  const { plan } = planned(job);
  expect(plan.links.map((l) => l.linkId).sort()).toEqual(['link-unit-a', 'link-unit-b']);
  const [channel, ...more] = new Set(plan.links.map((l) => l.channel));
  expect(more).toEqual([]);
  // 160 MHz wide: the block from 36 or the one from 100
  expect([36, 100]).toContain(channel);
});
