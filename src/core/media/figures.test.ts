/** Wires of whole houses: cables along the walls, coax and mains between outlets, ports: a change is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line } from '@/testing/rounded';
import { wiringLayout } from '../wiring/layout';
import { wiringPaths } from '../wiring/paths';
import { alongAxesM, cableEstimate } from './cableEstimate';
import { coaxRoute } from './coaxRoute';
import { lossSteps } from './lossSteps';
import { mainsPath } from './mainsPath';
import { nearServicePoint } from './nearServicePoint';
import { outerWallIds } from './outerWalls';
import { poePort, poeTypes, type PoeType } from './poe';
import { portsOf } from './ports';
import { powerline, topsMHz } from './powerline';
import { wiredLink } from './wiredLink';
import { wiredMbps } from './wired';

test.each(houses)('%s: cables between units and to outlets', (_name, job, scene) => {
  const ends = [...job.units.slice(0, 5), ...job.services.slice(0, 5)];
  expect(
    ends.flatMap((a, i) =>
      ends
        .slice(i + 1)
        .map((b, k) =>
          line([
            a.id,
            b.id,
            alongAxesM(job, a, b),
            cableEstimate(
              job,
              scene,
              a,
              b,
              k % 3 === 1 ? [{ storeyId: a.storeyId, xM: 1 + k, yM: 2, heightM: 0.3 }] : [],
            ),
          ]),
        ),
    ),
  ).toMatchSnapshot();
  expect([...outerWallIds(job)].sort().join(' ')).toMatchSnapshot();
});

test.each(houses)('%s: coax and mains between outlets, links as they are', (_name, job) => {
  const of = (kind: string) => job.services.filter((s) => s.kind === kind).slice(0, 8);
  const pairs = <T>(list: readonly T[]) =>
    list.flatMap((a, i) => list.slice(i + 1).map((b): [T, T] => [a, b]));
  expect(pairs(of('coax')).map(([a, b]) => line([a.id, b.id, coaxRoute(job, a.id, b.id)]))).toMatchSnapshot();
  expect(
    pairs(of('socket')).map(([a, b]) => line([a.id, b.id, mainsPath(job, a.id, b.id)])),
  ).toMatchSnapshot();
  expect(
    job.links.map((l) => line([l.id, wiredLink(job, l), lossSteps(job, l), wiredMbps(l)])),
  ).toMatchSnapshot();
  expect(
    job.units.map((u) =>
      line([
        u.id,
        portsOf(job, u.id),
        nearServicePoint(job, u, 'socket')?.id,
        nearServicePoint(job, u, 'coax')?.id,
      ]),
    ),
  ).toMatchSnapshot();
});

test.each(houses)('%s: the wiring cut open', (_name, job) => {
  const layout = wiringLayout(job);
  expect(line(layout, 4)).toMatchSnapshot();
  if (layout) expect(wiringPaths(job, layout).map((p) => line(p, 4))).toMatchSnapshot();
});

test('power over a cable, by type, need, length and cable', () => {
  const told = (Object.keys(poeTypes) as PoeType[]).flatMap((type) =>
    [3.8, 12.9, 25.4, 60].flatMap((watt) =>
      [1, 55, 100].flatMap((m) =>
        (['cat5e', 'cat6a'] as const).map((c) => line([type, watt, m, c, poePort(type, watt, m, c)])),
      ),
    ),
  );
  expect(told).toMatchSnapshot();
});

test('powerline by length, sockets passed, noise and top frequency', () => {
  const told = [0, 6, 25, 80].flatMap((lengthM) =>
    [0, 3, 9].flatMap((taps) =>
      topsMHz.flatMap((topMHz) =>
        (['quiet', 'noisy'] as const).map((noise) =>
          line([
            lengthM,
            taps,
            topMHz,
            noise,
            powerline({ lengthM, taps, extraDb: taps, noise, topMHz, mimo: taps === 3 }),
          ]),
        ),
      ),
    ),
  );
  expect(told).toMatchSnapshot();
});
