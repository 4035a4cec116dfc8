/* Where what is read and written lies, to the millimetre: arcs and bulges of drawings, sheets, bills. */
import { field, assembly, brick, wall } from '@/testing/testScenes';
import { applyEdit, putOne } from '../job/edits';
import { makeRecord } from '../job/make';
import type { AnyRecord } from '../job/records';
import type { Bill } from '../design/bill';
import { writeBillCsv, writeLabelsCsv } from './billCsv';
import { readDxf } from './dxf';
import { readPlanGeoJson, writePlanGeoJson } from './planGeoJson';
import { writePlanSvg } from './planSvg';
import { drawPlan, DrawingError, layersOf } from './planLines';

const dxf = (...entities: (string | number)[][]) =>
  [0, 'SECTION', 2, 'ENTITIES', ...entities.flat(), 0, 'ENDSEC', 0, 'EOF'].join('\n');
const points = (text: string) => {
  const { lines } = readDxf(text);
  const all = lines.map((l) => [l.ax, l.ay]);
  const last = lines.at(-1);
  // up in the drawing is north: turned back here
  return [...all, [last?.bx ?? NaN, last?.by ?? NaN]].map(([x, y]) => [x as number, -(y as number)] as const);
};

describe('curves', () => {
  const bulged = (bulge: number) =>
    points(dxf([0, 'LWPOLYLINE', 8, 'W', 90, 2, 70, 0, 10, 0, 20, 0, 42, bulge, 10, 4, 20, 0, 42, 0]));

  test.each([
    // tan of a quarter of the turn: a half circle, a quarter; positive turns to the left, so below a way east
    [1, -2],
    [-1, 2],
    [Math.tan(Math.PI / 8), -4 * ((Math.SQRT2 - 1) / 2)],
    [-Math.tan(Math.PI / 8), 4 * ((Math.SQRT2 - 1) / 2)],
  ])('a side of 4 with a bulge of %f goes %f off its chord', (bulge, off) => {
    const all = bulged(bulge);
    expect(all[0]).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)]);
    expect(all.at(-1)).toEqual([expect.closeTo(4, 9), expect.closeTo(0, 9)]);
    const [x, y] = all[(all.length - 1) / 2] ?? [NaN, NaN];
    expect(x).toBeCloseTo(2, 9);
    expect(y).toBeCloseTo(off, 9);
    const side = all.slice(1, -1).map((p) => Math.sign(p[1]));
    expect(new Set(side)).toEqual(new Set([Math.sign(off)]));
  });

  test('a bulge of nothing is straight', () => expect(bulged(0)).toHaveLength(2));

  test('an arc turns anticlockwise from its start to its end, past 0° too', () => {
    const arc = (start: number, end: number) =>
      points(dxf([0, 'ARC', 8, 'A', 10, 1, 20, 2, 40, 3, 50, start, 51, end]));
    const at = (deg: number) => [
      expect.closeTo(1 + 3 * Math.cos((deg * Math.PI) / 180), 6),
      expect.closeTo(2 + 3 * Math.sin((deg * Math.PI) / 180), 6),
    ];
    const quarter = arc(0, 90);
    expect([quarter[0], quarter[3], quarter.at(-1)]).toEqual([at(0), at(45), at(90)]);
    expect(quarter).toHaveLength(7);
    const over = arc(330, 30);
    expect([over[0], over.at(-1)]).toEqual([at(330), at(30)]);
    // the short way, to the right of the middle
    for (const [x, y] of over) {
      expect(Math.hypot(x - 1, y - 2)).toBeCloseTo(3, 6);
      expect(x).toBeGreaterThan(3.5);
    }
  });

  test('a circle is closed, of 24 pieces', () => {
    const ring = points(dxf([0, 'CIRCLE', 8, 'C', 10, 5, 20, 5, 40, 2]));
    expect(ring).toHaveLength(25);
    expect(ring[24]?.[0]).toBeCloseTo(ring[0]?.[0] ?? NaN, 9);
    for (const [x, y] of ring) expect(Math.hypot(x - 5, y - 5)).toBeCloseTo(2, 9);
  });

  test('an open polyline is not closed, a closed one is', () => {
    const corners = [10, 0, 20, 0, 10, 4, 20, 0, 10, 4, 20, 3];
    expect(readDxf(dxf([0, 'LWPOLYLINE', 8, 'W', 90, 3, 70, 0, ...corners])).lines).toHaveLength(2);
    expect(readDxf(dxf([0, 'LWPOLYLINE', 8, 'W', 90, 3, 70, 1, ...corners])).lines).toHaveLength(3);
  });
});

describe('GeoJSON', () => {
  const collection = (...features: object[]) =>
    JSON.stringify({
      type: 'FeatureCollection',
      units: 'm',
      features: features.map((f) => ({ type: 'Feature', properties: {}, ...f })),
    });
  const line = (...coordinates: number[][]) => ({ geometry: { type: 'LineString', coordinates } });

  test('lines of several corners, several lines, and the rings of polygons; all others are counted', () => {
    const text = collection(
      line([0, 0], [4, 0], [4, 3]),
      {
        geometry: {
          type: 'MultiLineString',
          coordinates: [
            [
              [0, 1],
              [1, 1],
              [2, 1],
            ],
            [
              [0, 2],
              [1, 2],
            ],
          ],
        },
      },
      {
        geometry: {
          type: 'Polygon',
          coordinates: [
            [
              [0, 0],
              [5, 0],
              [5, 5],
              [0, 0],
            ],
          ],
        },
      },
      { geometry: { type: 'Point', coordinates: [1, 1] } },
      { geometry: { type: 'Point', coordinates: [2, 1] } },
      { geometry: null },
    );
    const { lines, leftAside } = readPlanGeoJson(text);
    expect(lines).toHaveLength(2 + 3 + 3);
    expect(lines[1]).toEqual({ layer: 'walls', ax: 4, ay: expect.closeTo(0, 9), bx: 4, by: -3 });
    expect(leftAside).toEqual([
      { what: 'Point', count: 2 },
      { what: 'empty', count: 1 },
    ]);
  });

  test('where features say their kind, walls alone are lines; a layer is the assembly, else the layer', () => {
    const text = collection(
      { properties: { kind: 'wall', assembly: 'Brick', layer: 'L' }, ...line([0, 0], [1, 0]) },
      { properties: { kind: 'wall', layer: 'L' }, ...line([0, 1], [1, 1]) },
      { properties: { kind: 'opening' }, ...line([0, 2], [1, 2]) },
      { properties: { kind: 'room' }, ...line([0, 2], [1, 2]) },
      { properties: { kind: 'room' }, ...line([0, 2], [1, 2]) },
    );
    const { lines, layers, leftAside } = readPlanGeoJson(text);
    expect(lines.map((l) => l.layer)).toEqual(['Brick', 'L']);
    expect(layers).toEqual(layersOf(lines));
    expect(leftAside).toEqual([
      { what: 'opening', count: 1 },
      { what: 'room', count: 2 },
    ]);
  });

  test('units are read; without one small numbers are degrees', () => {
    const text = (units?: string) =>
      JSON.stringify({
        type: 'FeatureCollection',
        units,
        features: [{ type: 'Feature', properties: null, ...line([0, 0], [4, 0]) }],
      });
    expect(readPlanGeoJson(text('ft')).unitM).toBe(0.3048);
    expect(readPlanGeoJson(text('cm')).unitM).toBe(0.01);
    expect(readPlanGeoJson(text()).unitM).toBeNull();
  });
});

const opening: AnyRecord = makeRecord({
  type: 'opening',
  id: 'o',
  wallId: 'w',
  kind: 'door',
  offsetM: 3,
  widthM: 1,
  sillM: 0,
  headM: 2.1,
  assemblyId: null,
  hinge: 'start',
  swing: 'left',
});
const walled = applyEdit(
  field([assembly('m', [brick])]),
  putOne('x', wall('w', [2, 1], [8, 9], 'm'), opening),
).job;

test('an opening lies along its wall, half its width to both sides of its middle', () => {
  const { features } = JSON.parse(writePlanGeoJson(walled, 's')) as {
    features: { properties: { kind: string }; geometry: { coordinates: number[][] } }[];
  };
  const of = (kind: string) => features.find((f) => f.properties.kind === kind)?.geometry.coordinates;
  // 10 m long, 3 to 4 in slope; y is turned to point north
  expect(of('wall')).toEqual([
    [2, -1],
    [8, -9],
  ]);
  expect(of('opening')).toEqual([
    [3.5, -3],
    [4.1, -3.8],
  ]);
});

test('on the sheet the door lies within its wall', () => {
  const svg = writePlanSvg(walled, 's');
  const path = (group: string) => {
    const inside = svg.slice(svg.indexOf(`<g id="${group}"`));
    const numbers = (/ d="([^"]+)"/.exec(inside)?.[1] ?? '').match(/-?[\d.]+/g)?.map(Number) ?? [];
    return numbers.flatMap((x, i) => (i % 2 ? [] : [[x, numbers[i + 1] ?? NaN] as const]));
  };
  const middle = (list: readonly (readonly [number, number])[]) =>
    [0, 1].map((k) => list.reduce((sum, p) => sum + (p[k] ?? 0), 0) / list.length);
  const [wallAt, doorAt] = [middle(path('walls')), middle(path('openings'))];
  const [ends, door] = [path('walls'), path('openings')];
  const length = Math.max(
    ...ends.map((p) => Math.max(...ends.map((q) => Math.hypot(p[0] - q[0], p[1] - q[1])))),
  );
  // 3 m from the first end of 10: 2 m before the middle, along 0.6 and 0.8
  const perM = length / Math.hypot(10.1, 0.1);
  expect((doorAt[0] ?? 0) - (wallAt[0] ?? 0)).toBeCloseTo(-2 * 0.6 * perM, 0);
  expect((doorAt[1] ?? 0) - (wallAt[1] ?? 0)).toBeCloseTo(-2 * 0.8 * perM, 0);
  expect(door.length).toBe(ends.length);
});

describe('lines that become walls', () => {
  const draw = (lines: [number, number, number, number][], unitM = 1, at: [number, number] = [0, 0]) =>
    drawPlan(
      field([assembly('m', [brick])]),
      's',
      {
        lines: lines.map(([ax, ay, bx, by]) => ({ layer: 'L', ax, ay, bx, by })),
        layers: [],
        unitM,
        leftAside: [],
      },
      { unitM, makes: new Map([['L', 'm']]), at },
    );

  test('the upper left corner comes to lie where it was asked for, in metres', () => {
    const { edit } = draw(
      [
        [100, 200, 500, 200],
        [500, 200, 500, 500],
      ],
      0.01,
      [3, 2],
    );
    const walls = edit.put.filter((r) => r.type === 'wall');
    expect(walls).toMatchObject([
      { ax: 3, ay: 2, bx: 7, by: 2 },
      { ax: 7, ay: 2, bx: 7, by: 5 },
    ]);
  });

  test('pieces under 5 cm and lines that lie on others are left out, and counted', () => {
    const { walls, leftOut } = draw([
      [0, 0, 4, 0],
      [1, 0, 3, 0],
      [4, 0, 4, 0.049],
      [4, 0, 4, 0.051],
      [0, 0.02, 4, 0.02],
    ]);
    expect([walls, leftOut]).toEqual([3, 2]);
  });

  test.each([
    [500, 1, false],
    [501, 1, true],
    [0.5, 1, false],
    [0.49, 1, true],
  ])('a drawing of %f m across is refused: %s', (size, unit, refused) => {
    const run = () => draw([[0, 0, size, 0]], unit);
    if (refused) expect(run).toThrow(DrawingError);
    else expect(run).not.toThrow();
  });
});

test('a bill as CSV: amounts to the cent, lengths only where there are any', () => {
  const bill: Bill = {
    lines: [
      {
        item: 'Node',
        count: 2,
        metres: null,
        eachEur: 149,
        sumEur: 298,
        minutes: 30.4,
        forUnits: ['B', 'C'],
      },
      {
        item: 'Cable',
        count: 1,
        metres: 24.456,
        eachEur: 0.9,
        sumEur: 22.0104,
        minutes: 41.6,
        forUnits: ['B'],
      },
    ] as Bill['lines'],
    partsEur: 320.0104,
    minutes: 72,
    cableM: 24.456,
  } as Bill;
  expect(writeBillCsv(bill).split('\n')).toEqual([
    'item,count,metres,each,sum,minutes,for_units',
    'Node,2,,149,298,30,B C',
    'Cable,1,24.46,0.9,22.01,42,B',
    'Total,,24.46,,320.01,72,',
    '',
  ]);
  expect(writeLabelsCsv([{ linkId: 'link-1', text: 'E1', at: 'Hall, east' }])).toBe(
    'text,at\nE1,"Hall, east"\n',
  );
});
