/**
 * How sure predictions behind hops are, held against drawing every hop anew: `npx tsx bench/certainty.ts`. The program takes
 * eight parts of the normal curve a hop, alike ones together; here each hop's signal is drawn from its whole distribution, each apart from the others.
 */
import { applyEdit, putOne } from '@/core/job/edits';
import { spotNeed } from '@/core/job/needs';
import type { Link, Unit } from '@/core/job/records';
import { backhaulCapacity, networkOf } from '@/core/network/backhaul';
import { accessesOf, chanceMet, signalFor } from '@/core/network/delivery';
import { noNoise } from '@/core/network/disturbance';
import { sourceOfUnit } from '@/core/network/hops';
import { airPairings, linkTo } from '@/core/network/linkTo';
import { testDevice } from '@/core/job/testDevice';
import { signalDbm } from '@/core/network/signal';
import { makeReceived, receive } from '@/core/propagation/receive';
import { buildScene, placeInSpace } from '@/core/propagation/scene';
import { random } from '@/core/statistics/random';
import { bands } from '@/core/job/records';
import { readFileSync } from 'node:fs';
import { parseJobFile } from '@/core/job/jobFile';
import { randomHouse } from '@/testing/randomHouse';

const draws = 4000;
const received = makeReceived();

/** By tenth of the chance told: how many, the mean told, and how often it held. */
interface Tenth {
  n: number;
  told: number;
  held: number;
}

function main() {
  const r = random(11);
  const tenths = Array.from({ length: 10 }, (): Tenth => ({ n: 0, told: 0, held: 0 }));
  const high: Tenth = { n: 0, told: 0, held: 0 };
  const jobs = [
    ...['quay-house', 'tannery-lofts'].map((f) =>
      parseJobFile(readFileSync(`demo/${f}.nestle.json`, 'utf8')),
    ),
    ...Array.from({ length: 40 }, (_, i) => randomHouse(i + 2)),
  ];
  for (const job of jobs) {
    const scene = buildScene(job);
    const node = job.kits.find((k) => k.kind === 'node');
    const device = testDevice(job);
    const main = networkOf(job, scene, 'planned').backhauls.find((b) => b.hops.length === 0)?.unit;
    const sockets = job.services.filter((s) => s.kind === 'socket');
    if (!node || !device || !main || sockets.length < 2) continue;
    for (let k = 0; k < 60; k++) {
      const pick = () => sockets[Math.floor(r.uniform() * sockets.length)] ?? sockets[0];
      const hops = 1 + Math.floor(r.uniform() * 2);
      const at = [pick(), pick()].slice(0, hops);
      const units = at.flatMap((s, i): Unit[] =>
        s
          ? [
              {
                ...{ ...main, id: `u${i}`, letter: `U${i}`, kitId: node.id, found: false, planned: true },
                ...{ storeyId: s.storeyId, xM: s.xM, yM: s.yM, heightM: 1.2, mount: 'shelf' },
              },
            ]
          : [],
      );
      const root = { ...main, kitId: node.id };
      const chain = [root, ...units];
      const links = units.flatMap((u, i): Link[] => {
        const from = chain[i];
        const ways = airPairings(node, node);
        const way = ways[Math.floor(r.uniform() * ways.length)];
        return from && way ? [linkTo(job, u, from, { medium: 'wireless', ...way })] : [];
      });
      const plan = applyEdit(job, {
        ...putOne('x', { ...node, kind: 'main' }, root, ...units, ...links),
        remove: job.links.filter((l) => l.unitId === main.id).map((l) => l.id),
      }).job;
      const backhaul = networkOf(plan, scene, 'planned').backhauls.find(
        (b) => b.unit.id === units.at(-1)?.id,
      );
      if (!backhaul || backhaul.hops.length !== hops) continue;
      const start = backhaul.hops[0]?.from;
      if (!start) continue;
      for (const spot of plan.spots) {
        const source = sourceOfUnit(scene, backhaul, 'access');
        receive(source, ...placeInSpace(plan, spot), received);
        const need = spotNeed(plan, spot);
        for (const access of accessesOf(backhaul, device, job.info.streetLatencyMs)) {
          const b = bands.indexOf(access.band);
          const dbm = signalDbm(access.radio, received, b, backhaul.mountDb);
          const spreadDb = received.spreadDb[b] ?? 1;
          const least = signalFor(access, need, noNoise);
          const told = chanceMet(backhaul.cases.map(least), backhaul.shares, dbm, spreadDb);
          if (told < 0.005 || told > 0.9995) continue;
          let met = 0;
          for (let i = 0; i < draws; i++) {
            const z = [r.normal(), r.normal()];
            const capacity = backhaulCapacity(plan, start, backhaul.hops, (n) => z[n] ?? 0);
            if (dbm + spreadDb * r.normal() >= least(capacity)) met++;
          }
          for (const t of [tenths[Math.min(9, Math.floor(told * 10))], ...(told >= 0.99 ? [high] : [])])
            if (t) {
              t.n++;
              t.told += told;
              t.held += met / draws;
            }
        }
      }
    }
  }
  const row = (name: string, { n, told, held }: Tenth) => ({
    told: name,
    accesses: n,
    'mean told': `${((100 * told) / n).toFixed(1)} %`,
    held: `${((100 * held) / n).toFixed(1)} %`,
    'points apart': ((100 * (told - held)) / n).toFixed(1),
  });
  console.table([
    ...tenths.map((t, i) => row(`${i * 10} to ${i * 10 + 10} %`, t)),
    row('99 % and more', high),
  ]);
}
main();
