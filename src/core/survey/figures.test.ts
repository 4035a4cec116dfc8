/** Drawing in whole houses, each tool at many places: a change is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line, rounded } from '@/testing/rounded';
import { openGaps, partRooms } from '../checks/openGaps';
import { surveyGaps } from '../checks/surveyGaps';
import { applyEdit, type Edit } from '../job/edits';
import type { Job } from '../job/job';
import { withDependants } from '../job/references';
import { adjusted, adjustStorey } from './adjust';
import { buildRoom, likelySlip } from './buildRoom';
import { coaxTree } from './coaxTree';
import { innerWalls, withoutGuess } from './guess';
import { outerWalls, paintOuterWalls, paintWalls } from './paint';
import { makeFixedDevice, makeOpening, makeServicePoint, makeSpot, makeThing, makeWall } from './place';
import {
  type OpeningPreset,
  openingPresets,
  servicePointKinds,
  type ThingPreset,
  thingPresets,
} from './presets';
import { parseRoomLine } from './roomLine';
import { isClosed, withRooms } from './rooms';
import { clearEnds, snapPoint } from './snap';
import { storeyGraph } from './storeyGraph';
import { addBuilding, addOutdoors, addStorey, removeStorey } from './storeys';
import { joinWall, type Made, moveEnd, moveWall, setWallLength, slideOpening, splitWall } from './wallEdits';

/** An edit in one line: what is put, without its long texts, and what is taken out. */
const edit = ({ label, put, remove }: Edit) =>
  line([
    label,
    put.map(({ type, id, ...r }) => [
      type,
      id,
      Object.fromEntries(Object.entries(r).filter(([, v]) => typeof v === 'number' || Array.isArray(v))),
    ]),
    remove,
  ]);
const made = (m: Made) => (m.ok ? `${m.select}: ${edit(m.edit)}` : m.why);
/** The edit, and what the house makes of it once rooms and taped lengths have followed. */
const followed = (job: Job, m: Made) => (m.ok ? `${made(m)} → ${edit(adjusted(job, m.edit))}` : m.why);

test.each(houses)('%s: walls moved, lengthened, split, joined, painted', (_name, job) => {
  const walls = job.walls.filter((_, i) => i % 4 === 0);
  expect(
    walls.map((w) => [
      w.id,
      followed(job, moveWall(job, w, 0.13, -0.07)),
      made(moveEnd(job, w, 'a', [w.ax + 0.2, w.ay + 0.1])),
      made(setWallLength(job, w, 2.5)),
      made(splitWall(job, w, 1)),
      made(joinWall(job, w)),
    ]),
  ).toMatchSnapshot();
  const assembly = job.assemblies[1]?.id ?? '';
  expect(
    edit(
      paintWalls(
        job,
        walls.map((w) => w.id),
        assembly,
      ),
    ),
  ).toMatchSnapshot();
  expect(
    job.storeys.map((s) => [
      outerWalls(job, s.id).map((w) => w.id),
      edit(paintOuterWalls(job, s.id, assembly)),
      innerWalls(job, s.id).map((w) => w.id),
    ]),
  ).toMatchSnapshot();
  expect(
    job.openings
      .filter((_, i) => i % 3 === 0)
      .map((o) => line([slideOpening(job, o, 0.4), slideOpening(job, o, 9)])),
  ).toMatchSnapshot();
});

test.each(houses)('%s: the pointer caught, and things put down', (_name, job) => {
  const [openings, things] = [openingPresets, thingPresets];
  const told = job.storeys.slice(0, 3).flatMap((s) =>
    Array.from({ length: 24 }, (_, i) => {
      const p: [number, number] = [0.37 + (i % 6) * 1.31, 0.29 + Math.floor(i / 6) * 1.57];
      const wall = job.walls.filter((w) => w.storeyId === s.id)[i];
      return [
        line(
          snapPoint(
            job,
            s.id,
            p,
            0.4,
            i % 3 ? { x: p[0] - 2, y: p[1] - 0.06 * (i % 5), beforeDeg: i % 2 ? 90 : null } : null,
          ),
        ),
        line(clearEnds(job, s.id, p, [p[0] + 2, p[1]], 0.05)),
        made(makeSpot(job, s.id, p)),
        followed(job, makeWall(job, s.id, p, [p[0] + 1.5, p[1]], job.assemblies[0]?.id ?? '')),
        wall ? made(makeOpening(job, wall, p, openings[i % openings.length] as OpeningPreset)) : '',
        made(makeThing(job, s.id, p, things[i % things.length] as ThingPreset)),
        made(
          makeServicePoint(
            job,
            s.id,
            p,
            i % 2 ? 'socket' : (Object.keys(servicePointKinds)[i % 4] as 'socket'),
          ),
        ),
        i % 7 ? '' : made(makeFixedDevice(job, s.id, p)),
      ];
    }),
  );
  expect(told).toMatchSnapshot();
});

test.each(houses)('%s: rooms, storeys, gaps, taped lengths', (_name, job) => {
  expect(
    job.storeys.map((s) => {
      const graph = storeyGraph(job, s.id);
      const { walls: _w, ...adjustment } = adjustStorey(job, s.id);
      return [
        line([graph, 4]).slice(0, 3000),
        job.rooms.filter((r) => r.storeyId === s.id).map((r) => `${r.name} ${isClosed(job, r)}`),
        line(
          {
            ...adjustment,
            tapes: adjustment.tapes.map((t) => [t.tape.id, t.residualM, t.redundancy, t.normalised]),
          },
          4,
        ),
        adjustment.tapes.slice(0, 3).map(likelySlip),
        openGaps(job, s.id).map((g) => line([g.wallId, g.x, g.y, g.widthM, edit(g.repair)])),
        made(removeStorey(job, s.id)),
        edit(withoutGuess(job, s.id) ?? { label: 'none', put: [], remove: [] }),
      ];
    }),
  ).toMatchSnapshot();
  expect(surveyGaps(job, []).map((g) => line({ ...g, repair: null }))).toMatchSnapshot();
  expect(coaxTree(job).map((r) => line(r))).toMatchSnapshot();
  const house = job.buildings[0]?.id ?? '';
  const built = job.assemblies[0]?.id ?? '';
  expect([
    made(addStorey(job, house, 'above', 'all')),
    made(addStorey(job, house, 'below', 'outer')),
    made(addBuilding(job, { name: 'Shed', widthM: 3, depthM: 2.4, wallAssemblyId: built })),
    made(addOutdoors(job)),
  ]).toMatchSnapshot();
  const [a, b] = job.rooms;
  if (a && b) expect(partRooms(job, a.id, b.id)).toMatchSnapshot();
});

test.each(houses)('%s: a wall less, a wall more: rooms follow', (_name, job) => {
  for (const wall of job.walls.filter((_, i) => i % 6 === 2)) {
    const without = { label: 'Remove', put: [], remove: withDependants(job, [wall.id]) };
    expect(edit(withRooms(job, without))).toMatchSnapshot(wall.id);
  }
});

test.each(houses)('%s: typed rooms', (_name, job) => {
  const storey = job.storeys[0]?.id ?? '';
  const names = job.rooms.filter((r) => r.storeyId === storey).map((r) => r.name);
  const first = names[0] ?? '';
  const [innerId, outerId] = [job.assemblies[0]?.id ?? '', job.assemblies[1]?.id ?? ''];
  const lines = [
    'Pantry 1.8 2.2',
    `Pantry 2 2 north of ${first}`,
    `Pantry 2 2 e of ${first} by 0.5`,
    `Pantry 2.4 1.9 back left of ${first}`,
    `Pantry 2.4 1.9 southeast of ${first}`,
    `Pantry 2.4 1.9 south-west in ${first}`,
    `${first} 3 3`,
    'Pantry 12',
    'Pantry 3 x 2 nor',
  ];
  let at = job;
  expect(
    lines.map((text) => {
      const state = parseRoomLine(text, names, 'm');
      if (!state.ok) return line([text, state]);
      const result = buildRoom(at, storey, state.line, { innerId, outerId });
      if (!result.ok) return line([text, state, result]);
      at = applyEdit(at, adjusted(at, result.edit)).job;
      return line([text, state, result.outline, result.misclosures, result.spreadOver, edit(result.edit)]);
    }),
  ).toMatchSnapshot();
  expect(
    rounded(
      at.rooms.filter((r) => r.storeyId === storey).map((r) => [r.name, r.outline, isClosed(at, r)]),
      4,
    ),
  ).toMatchSnapshot();
});
