/**
 * A rival of the proposals: `npx tsx bench/rival.ts [VARIANTS] [TRIES]`. On seeded variants of the demo jobs and of small
 * houses it takes the plan that is proposed at least cost, and looks for a cheaper one by hand's way: units moved over a
 * grid of 0.5 m around sockets and beside what stands, other products, other links, units left out, one or two at a
 * time. It shares no places, choices or programme with what it judges: it puts records into the job, and asks
 * `evaluatePlan` what they cost, meet and break. Links and predictions are the program's own: a fault in those it can't see.
 */
import { readFileSync } from 'node:fs';
import { applyEdit, EditError } from '@/core/job/edits';
import { freshId, freshLetter } from '@/core/job/fresh';
import { get, type Job, jobFromRecords } from '@/core/job/job';
import { parseJobFile } from '@/core/job/jobFile';
import type { AnyRecord, Link, Product, Unit } from '@/core/job/records';
import { backhaulOptions } from '@/core/network/backhaulOptions';
import { networkOf } from '@/core/network/backhaul';
import { editOf } from '@/core/optimise/editOf';
import { type Evaluation, evaluatePlan } from '@/core/optimise/evaluate';
import { propose } from '@/core/optimise/propose';
import type { Scene } from '@/core/propagation/model';
import { buildScene } from '@/core/propagation/scene';
import { random, type Random, seedOf } from '@/core/statistics/random';
import { makeSolver } from '@/solver/highs';
import { inRegion } from '@/core/geometry/region';

const gridM = 0.5;
const leadM = 1.5;

/** A demo job with its rules, needs, walls and line changed by chance. */
export function variantOf(demo: Job, seed: number): Job {
  const r = random(seedOf('variant', seed));
  const chance = (p: number) => r.uniform() < p;
  const walls = demo.assemblies.filter((a) => a.id !== '');
  const records = [...demo.byId.values()].flatMap((record): AnyRecord[] => {
    switch (record.type) {
      case 'job':
        return [
          {
            ...record,
            noDrilling: chance(0.3),
            noOuterDrilling: chance(0.3),
            noVisibleCable: chance(0.2),
            listed: chance(0.2),
            rented: chance(0.2),
            budget: null,
            planDownMbps: [100, 250, 500, 1000][Math.floor(r.uniform() * 4)] ?? 250,
            planUpMbps: [20, 40, 100][Math.floor(r.uniform() * 3)] ?? 40,
          },
        ];
      case 'wall':
        return [
          chance(0.25)
            ? {
                ...record,
                assemblyId: walls[Math.floor(r.uniform() * walls.length)]?.id ?? record.assemblyId,
              }
            : record,
        ];
      case 'activity':
        return [
          {
            ...record,
            downMbps: record.downMbps * (0.5 + r.uniform()),
            upMbps: record.upMbps * (0.5 + r.uniform()),
          },
        ];
      case 'reading':
      case 'placeRule':
        return [];
      default:
        return [record];
    }
  });
  return jobFromRecords(records);
}

interface Plan {
  job: Job;
  worth: Evaluation;
}

interface Faults {
  certain: number;
  likely: number;
}
const faultsOf = (snags: Evaluation['snags']): Faults => ({
  certain: snags.filter((s) => s.sure === 'certain').length,
  likely: snags.filter((s) => s.sure === 'likely').length,
});

/** Every need that can be met is, nothing forbidden is done, and the checks find no more faults than in what is proposed. */
function isGood(
  { needs, restrictions, snags }: Evaluation,
  wanted: ReadonlySet<string>,
  had: Faults,
): boolean {
  return (
    needs.every((n) => n.met || !wanted.has(n.id)) &&
    restrictions.every((r) => !r.broken) &&
    (['certain', 'likely'] as const).every((sure) => faultsOf(snags)[sure] <= had[sure])
  );
}

const newUnits = (job: Job) =>
  job.units.filter((u) => u.planned && !u.found && job.links.some((l) => l.unitId === u.id));

/** A place on the grid where the lead of a unit reaches a socket, or beside another unit. */
function somewhere(
  job: Job,
  r: Random,
): Pick<Unit, 'storeyId' | 'xM' | 'yM' | 'heightM' | 'mount' | 'tiltDeg' | 'facingDeg'> | null {
  const anchors = [
    ...job.services.filter((s) => s.kind === 'socket' && !s.onStrip),
    ...job.units.filter((u) => u.planned && !newUnits(job).includes(u)),
  ];
  const anchor = anchors[Math.floor(r.uniform() * anchors.length)];
  if (!anchor) return null;
  const snap = (v: number) => Math.round(v / gridM) * gridM;
  const [xM, yM] = [
    snap(anchor.xM + (2 * r.uniform() - 1) * leadM),
    snap(anchor.yM + (2 * r.uniform() - 1) * leadM),
  ];
  const inside = job.rooms.some(
    (room) =>
      room.storeyId === anchor.storeyId &&
      inRegion(room, xM, yM) &&
      inRegion(
        room,
        anchor.xM + 0.2 * Math.sign(xM - anchor.xM),
        anchor.yM + 0.2 * Math.sign(yM - anchor.yM),
      ),
  );
  if (!inside || Math.hypot(xM - anchor.xM, yM - anchor.yM) > leadM) return null;
  const rest = { storeyId: anchor.storeyId, tiltDeg: 0, facingDeg: 0 };
  // on the socket itself, for what plugs in, or on a shelf aside
  return anchor.type === 'service' && r.uniform() < 0.3
    ? { ...rest, xM: anchor.xM, yM: anchor.yM, heightM: Math.max(0.2, anchor.heightM), mount: 'socket' }
    : { ...rest, xM, yM, heightM: 1.2, mount: 'shelf' };
}

const buyable = (job: Job): Product[] =>
  job.kits.filter(
    (k) =>
      k.radios.length > 0 &&
      k.priceEur > 0 &&
      ['node', 'plug-in', 'powerline', 'extender', 'access-point'].includes(k.kind),
  );

/** One change by chance; null where it makes no sense. */
function changed(job: Job, scene: Scene, r: Random): Job | null {
  const own = newUnits(job);
  const pick = own[Math.floor(r.uniform() * own.length)];
  const fed = (next: Job, unit: Unit): Job | null => {
    // what plugs in stands on a socket, and nothing else does
    const plugs = get(next, 'kit', unit.kitId).socketsTaken > 0;
    if (plugs !== (unit.mount === 'socket')) return null;
    const bare = applyEdit(next, {
      label: 'x',
      put: [unit],
      remove: next.links.filter((l) => l.unitId === unit.id).map((l) => l.id),
    }).job;
    const ways = backhaulOptions(bare, scene, unit, networkOf(bare, scene, 'planned'), undefined, {
      judged: false,
    }).filter((o) => o.whyNot === null);
    const way = ways[Math.floor(r.uniform() * ways.length)];
    if (!way) return null;
    const link: Link = { ...way.link, id: freshId(bare, `link-${unit.id}`) };
    return applyEdit(bare, { label: 'x', put: [...way.also, link], remove: [] }).job;
  };
  const what = r.uniform();
  if (!pick || what < 0.1) {
    const product = buyable(job)[Math.floor(r.uniform() * buyable(job).length)];
    const place = somewhere(job, r);
    const letter = freshLetter(job);
    if (!product || !place || !letter) return null;
    const unit: Unit = {
      type: 'unit',
      id: freshId(job, 'rival'),
      letter,
      name: 'rival',
      kitId: product.id,
      serial: '',
      found: false,
      planned: true,
      channels: { '2.4': null, '5': null, '6': null },
      widths: { '2.4': null, '5': null, '6': null },
      ...place,
    };
    return fed(job, unit);
  }
  if (what < 0.25) {
    const hanging = job.links.filter((l) => l.fromUnitId === pick.id);
    if (hanging.length) return null;
    return applyEdit(job, {
      label: 'x',
      put: [],
      remove: [pick.id, ...job.links.filter((l) => l.unitId === pick.id).map((l) => l.id)],
    }).job;
  }
  if (what < 0.45) {
    const product = buyable(job)[Math.floor(r.uniform() * buyable(job).length)];
    return product ? fed(job, { ...pick, kitId: product.id }) : null;
  }
  if (what < 0.6) return fed(job, pick);
  const place = somewhere(job, r);
  return place ? fed(job, { ...pick, ...place }) : null;
}

/** Looks for a cheaper plan. @returns the cheapest that is good. */
function cheaperThan(
  start: Plan,
  scene: Scene,
  wanted: ReadonlySet<string>,
  had: Faults,
  tries: number,
  r: Random,
): Plan {
  let best = start;
  for (let i = 0; i < tries; i++) {
    let next: Job | null = best.job;
    try {
      for (let moves = 1 + Math.floor(r.uniform() * 3); moves > 0 && next; moves--)
        next = changed(next, scene, r);
    } catch (error) {
      if (error instanceof EditError) continue;
      throw error;
    }
    if (!next) continue;
    const worth = evaluatePlan(next, scene);
    if (worth.costEur < best.worth.costEur - 0.5 && isGood(worth, wanted, had)) best = { job: next, worth };
  }
  return best;
}

async function main(variants: number, tries: number) {
  const demos = ['quay-house', 'tannery-lofts'].map((n) =>
    parseJobFile(readFileSync(`demo/${n}.nestle.json`, 'utf8')),
  );
  const solve = makeSolver();
  let [asked, beaten] = [0, 0];
  for (let seed = 1; seed <= variants; seed++) {
    const demo = demos[seed % 2];
    if (!demo) continue;
    const job = variantOf(demo, seed);
    const scene = buildScene(job);
    const { proposals, impossible, whyNot } = await propose(job, scene, solve);
    const least = proposals.find((p) => p.kind === 'least cost');
    if (!least) {
      console.log(`${seed} ${job.info.name}: nothing proposed (${whyNot ?? ''})`);
      continue;
    }
    asked++;
    const lost = new Set(impossible.map((i) => i.spotId));
    const planned = applyEdit(job, editOf(job, least.options, 'x').edit).job;
    const worth = evaluatePlan(planned, scene);
    const wanted = new Set(worth.needs.map((n) => n.id).filter((id) => !lost.has(id)));
    const had = faultsOf(worth.snags);
    const ours = isGood(worth, wanted, had);
    const rival = cheaperThan(
      { job: planned, worth },
      scene,
      wanted,
      had,
      tries,
      random(seedOf('rival', seed)),
    );
    const off = worth.costEur - rival.worth.costEur;
    if (off > 0.5) beaten++;
    const units = (j: Job) =>
      newUnits(j)
        .map(
          (u) =>
            `${get(j, 'kit', u.kitId).name} at ${u.xM},${u.yM} ${u.storeyId} by ${j.links.find((l) => l.unitId === u.id)?.medium}`,
        )
        .join('; ');
    console.log(
      `${seed} ${job.info.name}: ${worth.costEur.toFixed(0)} proposed${ours ? '' : ' (not good itself)'}, ${rival.worth.costEur.toFixed(0)} by the rival${off > 0.5 ? ` (−${((100 * off) / worth.costEur).toFixed(0)} %): ${units(rival.job)} instead of ${units(planned)}` : ''}`,
    );
  }
  console.log(`beaten on ${beaten} of ${asked}`);
}

if (process.argv[1]?.endsWith('rival.ts'))
  void main(Number(process.argv[2] ?? 40), Number(process.argv[3] ?? 400));
