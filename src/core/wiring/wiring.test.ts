import { quayHouse } from '@/../demo/make/quayHouse';
import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import type { AnyRecord, ServicePoint } from '../job/records';
import { smallHouse } from '../../testing/smallHouse';
import { coaxRate } from '../media/coax';
import { backhaulOptions } from '../network/backhaulOptions';
import { lossSteps } from '../media/lossSteps';
import { wiredLink } from '../media/wiredLink';
import { linkTo } from '../network/linkTo';
import { placeUnit } from '../design/placeUnit';
import { buildScene } from '../propagation/scene';
import { type WiringLayout, wiringLayout } from './layout';
import { wiringPaths } from './paths';

const house = jobFromRecords(quayHouse());
const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const layoutOf = (job: Job): WiringLayout => {
  const layout = wiringLayout(job);
  if (!layout) throw new Error('no layout');
  return layout;
};

describe('the layout', () => {
  const layout = layoutOf(house);

  test('the house comes first, what is near to it next, each as wide as it is, and yards are shortened', () => {
    expect(layout.buildings.map((b) => b.building.name)).toEqual(['House', 'Net loft', 'Boat shed']);
    layout.buildings.forEach((b, i) => {
      const next = layout.buildings[i + 1];
      if (next) expect(next.x0).toBeGreaterThan(b.x1);
    });
    expect((layout.buildings[0]?.x1 ?? 0) - (layout.buildings[0]?.x0 ?? 0)).toBeCloseTo(14, 6);
    expect(layout.gaps[0]).toMatchObject({ shortened: true });
    expect(layout.gaps[0]?.metres).toBeGreaterThan(5);
  });

  test('every unit, spot and outlet is drawn within the picture, at its true height', () => {
    for (const r of [...house.units, ...house.spots, ...house.services]) {
      const [x, z] = layout.placeOf(r);
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(layout.widthM);
      expect(z).toBeGreaterThanOrEqual(layout.bottomZ);
      expect(z).toBeLessThanOrEqual(layout.topZ);
      expect(z).toBeCloseTo(get(house, 'storey', r.storeyId).floorZM + r.heightM, 9);
    }
  });

  test('storeys reach from floor to floor, partitions stand within the walls, roofs on them', () => {
    for (const b of layout.buildings) {
      b.storeys.forEach((s, i) => {
        const above = b.storeys[i + 1];
        if (above) expect(s.z1).toBe(above.z0);
        for (const p of s.partitions) {
          expect(p.x).toBeGreaterThan(b.x0);
          expect(p.x).toBeLessThan(b.x1);
        }
        for (const r of s.rooms) expect(r.x1).toBeGreaterThan(r.x0);
      });
      expect(b.roof.length).toBeGreaterThanOrEqual(2);
      expect([b.roof[0]?.[0], b.roof.at(-1)?.[0]]).toEqual([b.x0, b.x1]);
    }
    expect(
      layout.buildings[0]?.storeys.find((s) => s.storey.id === 'ground')?.partitions.length,
    ).toBeGreaterThan(1);
  });

  test('a flat, a small house and a job without a building', () => {
    expect(layoutOf(jobFromRecords(tanneryLofts())).buildings).toHaveLength(1);
    expect(layoutOf(smallHouse()).buildings.length).toBeGreaterThan(0);
    const types = ['job', 'device', 'kit', 'assembly', 'activity'];
    expect(wiringLayout(jobFromRecords(quayHouse().filter((r) => types.includes(r.type))))).toBeNull();
  });
});

describe('the ways of links', () => {
  const layout = layoutOf(house);
  const coaxJob = (() => {
    const placed = placeUnit(house, get(house, 'kit', 'kit-node'), { storeyId: 'ground', xM: 1.6, yM: 7 });
    const withNode = applyEdit(house, placed.edit).job;
    const found = backhaulOptions(withNode, buildScene(withNode), placed.unit);
    const [coax, mains] = ['coax', 'powerline'].map((m) =>
      found.find((o) => o.link.medium === m && o.downMbps > 0),
    );
    if (!coax || !mains) throw new Error('no coax or no mains');
    return { job: put(withNode, ...coax.also, coax.link), coax, mains, withNode };
  })();

  test('a cable runs level and upright only, from unit to unit, under the ground between buildings', () => {
    const [path] = wiringPaths(house, layout);
    expect(path?.points[0]).toEqual(layout.placeOf(get(house, 'unit', 'unit-a')));
    expect(path?.points.at(-1)).toEqual(layout.placeOf(get(house, 'unit', 'unit-b')));
    path?.points.slice(1).forEach((q, i) => {
      const p = path.points[i] ?? q;
      expect(Math.min(Math.abs(p[0] - q[0]), Math.abs(p[1] - q[1]))).toBeLessThan(0.021);
    });
    expect(Math.min(...(path?.points.map((p) => p[1]) ?? [0]))).toBeLessThan(0);
  });

  test('coax goes through its outlets and splitter; over the air there is nothing between', () => {
    const path = wiringPaths(coaxJob.job, layout).find((p) => p.link.medium === 'coax');
    expect(path?.through.map((t) => t.servicePoint.kind)).toContain('splitter');
    const air = linkTo(
      house,
      { id: 'unit-b' },
      { id: 'unit-a' },
      { medium: 'wireless', radio: 'shared', band: '5' },
    );
    expect(wiringPaths(put(house, air), layout)[0]?.points).toHaveLength(2);
  });

  test('a way that is drawn is followed', () => {
    const points = [{ storeyId: 'cellar', xM: 6, yM: 4, heightM: 1.8 }];
    const drawn = put(house, { ...get(house, 'link', 'link-unit-b'), points });
    const corners = wiringPaths(drawn, layout)[0]?.points ?? [];
    expect(corners).toContainEqual(layout.placeOf(points[0] as (typeof points)[number]));
  });

  test('the steps of a coax link add up to the loss that it is computed with', () => {
    const link = coaxJob.coax.link;
    const losses = lossSteps(coaxJob.job, link);
    if (losses === null || typeof losses === 'string' || losses.medium !== 'coax') throw new Error('no coax');
    const sum = losses.steps.reduce((all, s) => all + s.db, 0);
    expect(sum).toBeCloseTo(losses.lossDb, 9);
    const way = wiredLink(coaxJob.job, link);
    expect(typeof way === 'string' ? way : way.lossDb).toBeCloseTo(sum, 9);
    expect(losses.mbps).toBeCloseTo(coaxRate(sum), 9);
    expect(losses.rated.lossDb).toBeLessThanOrEqual(losses.lossDb);
    const feared = losses.steps.reduce((all, s) => all + s.fearedDb, 0);
    expect(losses.lossDb - feared).toBeCloseTo(losses.rated.lossDb, 9);
  });

  test('a mains link names what it passes; an outlet joined to nothing says so; a cable has no steps', () => {
    const mains = lossSteps(coaxJob.withNode, coaxJob.mains.link);
    expect(mains).toMatchObject({ medium: 'powerline' });
    const outlet = house.services.find(
      (s): s is ServicePoint => s.kind === 'coax' && s.id === coaxJob.coax.link.toServiceId,
    );
    if (!outlet) throw new Error('no outlet');
    expect(lossSteps(put(coaxJob.job, { ...outlet, joined: 'not-joined' }), coaxJob.coax.link)).toMatch(
      /not connected/,
    );
    expect(lossSteps(house, get(house, 'link', 'link-unit-b'))).toBeNull();
  });
});
