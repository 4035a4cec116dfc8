import { readFileSync } from 'node:fs';
import { applyEdit } from '../job/edits';
import { type Job } from '../job/job';
import { parseJobFile } from '../job/jobFile';
import { smallHouse } from '../../testing/smallHouse';
import { regionArea } from '../geometry/region';
import { isClosed } from '../survey/rooms';
import { readDxf } from './dxf';
import { drawPlan, DrawingError, type PlanDrawing } from './planLines';
import { readPlanGeoJson, writePlanGeoJson } from './planGeoJson';
import { writePlanSvg } from './planSvg';

const quay = parseJobFile(readFileSync('demo/quay-house.nestle.json', 'utf8'));
const shell = smallHouse({ outerAssemblyId: 'asm-brick' });
const bare = applyEdit(shell, {
  label: 'clear',
  put: [],
  remove: [...shell.byId.values()].flatMap((r) =>
    ['wall', 'room', 'opening', 'tape'].includes(r.type) ? [r.id] : [],
  ),
}).job;
const draw = (job: Job, drawing: PlanDrawing, unitM = drawing.unitM ?? 1, assemblies = 'asm-stud') =>
  applyEdit(
    job,
    drawPlan(job, 'storey-0', drawing, {
      unitM,
      makes: new Map(drawing.layers.map((l) => [l.name, assemblies])),
      at: [0, 0],
    }).edit,
  ).job;

/** DXF text from pairs of group code and value. */
const dxf = (...pairs: (string | number)[][]) => [...pairs.flat(), 0, 'EOF'].join('\n');
const section = (name: string, ...inside: (string | number)[][]) => [
  [0, 'SECTION', 2, name],
  ...inside,
  [0, 'ENDSEC'],
];
const line = (layer: string, ax: number, ay: number, bx: number, by: number) => [
  0,
  'LINE',
  8,
  layer,
  10,
  ax,
  20,
  ay,
  11,
  bx,
  21,
  by,
];
const header = (unit: number) => section('HEADER', [9, '$INSUNITS', 70, unit]);

test('a DXF of lines in millimetres becomes rooms; north is up', () => {
  const text = dxf(
    ...header(4),
    ...section(
      'ENTITIES',
      line('WALLS', 0, 0, 6000, 0),
      line('WALLS', 6000, 0, 6000, 4000),
      line('WALLS', 6000, 4000, 0, 4000),
      line('WALLS', 0, 4000, 0, 0),
      line('THIN', 2000, 0, 2000, 4000),
      [0, 'TEXT', 8, 'NOTES', 10, 1, 20, 1, 40, 2, 1, 'Kitchen'],
    ),
  );
  const drawing = readDxf(text);
  expect(drawing).toMatchObject({
    unitM: 0.001,
    layers: [
      { name: 'WALLS', lines: 4 },
      { name: 'THIN', lines: 1 },
    ],
    leftAside: [{ what: 'TEXT', count: 1 }],
  });
  const job = draw(bare, drawing);
  expect(job.rooms.map((r) => Number(regionArea(r).toFixed(2))).sort()).toEqual(
    [Number((1.9 * 3.9).toFixed(2)), Number((3.9 * 3.9).toFixed(2))].sort(),
  );
  expect(job.rooms.every((r) => isClosed(job, r))).toBe(true);
  // the same again adds nothing
  expect(() => draw(job, drawing)).toThrow('there already');
});

test('polylines close, bulges and arcs are drawn in pieces, the unit is asked when absent', () => {
  const half = dxf(
    ...section(
      'ENTITIES',
      [0, 'LWPOLYLINE', 8, 'W', 90, 2, 70, 1, 10, 0, 20, 0, 42, 1, 10, 4, 20, 0, 42, 0],
      [0, 'ARC', 8, 'A', 10, 0, 20, 0, 40, 3, 50, 0, 51, 90],
    ),
  );
  const drawing = readDxf(half);
  expect(drawing.unitM).toBeNull();
  const round = drawing.lines.filter((l) => l.layer === 'W');
  // a half circle over a chord of 4: 12 pieces of 15 degrees, then the straight way back
  expect(round).toHaveLength(13);
  const onCircle = round.slice(0, 12).every((l) => Math.abs(Math.hypot(l.bx - 2, l.by) - 2) < 1e-6);
  expect(onCircle).toBe(true);
  const length = drawing.lines
    .filter((l) => l.layer === 'A')
    .reduce((s, l) => s + Math.hypot(l.bx - l.ax, l.by - l.ay), 0);
  expect(length).toBeCloseTo((3 * Math.PI) / 2, 1);
});

test.each([
  ['not connected', '', 'empty'],
  ['a poem', 'Shall I compare thee', 'not a DXF'],
  ['text only', dxf(...section('ENTITIES', [0, 'TEXT', 8, '0', 10, 1, 20, 1, 40, 2, 1, 'Hall'])), '1 TEXT'],
  ['no entity', dxf(...section('ENTITIES')), 'empty'],
])('a DXF of %s says so', (_, text, message) => {
  expect(() => readDxf(text)).toThrow(message);
  expect(() => readDxf(text)).toThrow(DrawingError);
});

test('a drawing as large as a town, or no layer, is refused with its path', () => {
  const drawing = readDxf(dxf(...section('ENTITIES', line('W', 0, 0, 6000, 0))));
  const problem = (run: () => unknown) => {
    try {
      run();
    } catch (error) {
      return error instanceof DrawingError ? error.problems[0]?.path : undefined;
    }
    return undefined;
  };
  expect(problem(() => draw(bare, drawing, 1))).toBe('units');
  expect(
    problem(() => drawPlan(bare, 'storey-0', drawing, { unitM: 0.001, makes: new Map(), at: [0, 0] })),
  ).toBe('layers');
});

test('a storey out as GeoJSON and in again has the same rooms', () => {
  const drawing = readPlanGeoJson(writePlanGeoJson(quay, 'ground'));
  expect(drawing.unitM).toBe(1);
  const makes = new Map(quay.assemblies.map((a) => [a.name, a.id]));
  const back = applyEdit(
    bare,
    drawPlan(bare, 'storey-0', drawing, { unitM: 1, makes, at: [0.3, 0.3] }).edit,
  ).job;
  const areas = (job: Job, id: string) =>
    job.rooms
      .filter((r) => r.storeyId === id)
      .map((r) => Number(regionArea(r).toFixed(2)))
      .sort();
  expect(areas(back, 'storey-0')).toEqual(areas(quay, 'ground'));
});

test.each([
  ['no JSON', 'hello', '', 'not JSON'],
  ['no collection', '{"type":"Feature"}', 'type', ''],
  [
    'points only',
    '{"type":"FeatureCollection","features":[{"type":"Feature","properties":null,"geometry":{"type":"Point","coordinates":[1,2]}}]}',
    'features',
    'no line',
  ],
  [
    'degrees',
    '{"type":"FeatureCollection","features":[{"type":"Feature","properties":{},"geometry":{"type":"LineString","coordinates":[[7.0001,50],[7.0002,50]]}}]}',
    'features',
    'degrees',
  ],
])('GeoJSON that is %s is refused', (_, text, path, message) => {
  expect(() => readPlanGeoJson(text)).toThrow(message);
  try {
    readPlanGeoJson(text);
  } catch (error) {
    expect(error instanceof DrawingError && error.problems[0]?.path).toBe(path);
  }
});

test('a storey as SVG: to scale, every wall and room, names made safe', () => {
  const odd = applyEdit(quay, {
    label: 'x',
    put: quay.rooms.filter((r) => r.id === 'parlour').map((r) => ({ ...r, name: 'A <b> & "c"' })),
    remove: [],
  }).job;
  const svg = writePlanSvg(odd, 'ground');
  expect(svg).toContain('width="170mm"');
  expect(svg.match(/<title>/g)?.length).toBe(
    1 +
      quay.walls.filter((w) => w.storeyId === 'ground').length +
      quay.openings.filter((o) => o.wallId.startsWith('ground-')).length,
  );
  expect(svg).toContain('A &lt;b&gt; &amp; &quot;c&quot;');
  expect(svg).not.toMatch(/NaN|undefined/);
});
