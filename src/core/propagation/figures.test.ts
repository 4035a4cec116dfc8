/** Signals in whole houses, path by path: a change of any figure is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { rounded, row } from '@/testing/rounded';
import { bands } from '../job/fields';
import { networkOf } from '../network/backhaul';
import { sourceOfUnit } from '../network/hops';
import { diffractionEdges } from './diffractionEdges';
import { pathProfile } from './pathProfile';
import { makeReceived, receive } from './receive';
import { crossed, radioPathsTo, termsOfPaths } from './radioPaths';
import { placeInSpace } from './scene';

test.each(houses)('%s: what the scene is made of', (_name, _job, scene) => {
  expect(
    rounded({
      facets: scene.facets.n,
      planes: scene.facets.plane.filter((_, i) => i % 7 === 0),
      edges: scene.edges.n,
      edgesAt: scene.edges.at.filter((_, i) => i % 5 === 0),
      again: diffractionEdges(scene).n,
    }),
  ).toMatchSnapshot();
});

test.each(houses)('%s: signals of two units at every spot and some places more', (_name, job, scene) => {
  const out = makeReceived();
  const backhauls = networkOf(job, scene, 'planned').backhauls;
  const lines: string[] = [];
  for (const backhaul of [backhauls[0], backhauls.at(-1)]) {
    if (!backhaul) continue;
    const source = sourceOfUnit(scene, backhaul, 'access');
    const places = [
      ...job.spots.map((s) => placeInSpace(job, s)),
      ...job.units.map((u) => placeInSpace(job, u)),
      ...job.services.slice(0, 12).map((s) => placeInSpace(job, s)),
    ];
    for (const [x, y, z] of places) {
      receive(source, x, y, z, out);
      lines.push(
        [
          row([x, y, z], 4),
          row(out.gainDb),
          row(out.spreadDb, 4),
          row(out.ownDb, 4),
          out.count,
          row(out.sum, 4),
          row(out.edge.slice(0, out.count)),
          row(out.facet.slice(0, 2 * Math.min(12, out.count))),
        ].join(' | '),
      );
    }
  }
  expect(lines).toMatchSnapshot();
});

test.each(houses)('%s: the paths to some spots, in words', (_name, job, scene) => {
  const backhaul = networkOf(job, scene, 'planned').backhauls[0];
  if (!backhaul) throw new Error('no unit');
  const source = sourceOfUnit(scene, backhaul, 'access');
  const told = job.spots
    .filter((_, i) => i % 2 === 0)
    .map((spot, i) => {
      const to = placeInSpace(job, spot);
      const paths = radioPathsTo(source, to, bands[i % 3] ?? '5');
      return {
        spot: spot.name,
        terms: termsOfPaths(paths),
        paths: paths.slice(0, 5).map(({ gainDb, points, terms }) => ({
          gainDb,
          points: points.map((p) => row(p, 4)),
          terms: terms.map((t) => `${t.kind} ${t.label} ${row([t.db, t.spreadDb], 4)}`),
        })),
        crossed: crossed(scene, backhaul.at, to, 1).map((t) => `${t.label} ${row([t.db, t.at], 4)}`),
        cut: paths[0] && pathProfile(scene, paths[0].points),
      };
    });
  expect(rounded(told)).toMatchSnapshot();
});
