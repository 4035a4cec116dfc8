/**
 * A storey as GeoJSON, in a profile of our own (docs/plan-geojson.md): a FeatureCollection with
 * `"profile": "nestle-plan"`, whose coordinates are metres in the building (x east, y north), not
 * degrees. Each feature has `properties.kind`: wall, room, opening, obstacle, service or spot.
 */
import { z } from 'zod';
import { find, get, type Job } from '../job/job';
import type { Id, Point } from '../job/records';
import { lineBounds } from './lineBounds';
import { DrawingError, layersOf, mostLinesRead, type PlanDrawing, type PlanLine, tooMany } from './planLines';

const xy = z.tuple([z.number(), z.number()]).rest(z.number());
const feature = z.object({
  type: z.literal('Feature'),
  properties: z
    .looseObject({
      kind: z.string().optional(),
      assembly: z.string().optional(),
      layer: z.string().optional(),
    })
    .nullable(),
  geometry: z
    .discriminatedUnion('type', [
      z.object({ type: z.literal('LineString'), coordinates: z.array(xy).min(2) }),
      z.object({ type: z.literal('MultiLineString'), coordinates: z.array(z.array(xy).min(2)) }),
      z.object({ type: z.literal('Polygon'), coordinates: z.array(z.array(xy).min(4)).min(1) }),
      z.object({ type: z.literal('Point'), coordinates: xy }),
    ])
    .nullable(),
});
const collection = z.object({
  type: z.literal('FeatureCollection'),
  units: z.enum(['m', 'cm', 'mm', 'ft', 'in']).optional(),
  features: z.array(feature).max(20_000),
});
const unitM = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 };

/** A storey as the text of a GeoJSON file. */
export function writePlanGeoJson(job: Job, storeyId: Id): string {
  const storey = get(job, 'storey', storeyId);
  const up = ([x, y]: Point) => [round(x), round(-y)];
  const ring = (outline: readonly Point[]) => [...outline, ...outline.slice(0, 1)].map(up);
  const one = (properties: object, type: string, coordinates: unknown) => ({
    type: 'Feature',
    properties,
    geometry: { type, coordinates },
  });
  const makeOf = (id: Id | null) => find(job, 'assembly', id)?.name ?? null;
  const here = <R extends { storeyId: Id }>(list: readonly R[]) =>
    list.filter((r) => r.storeyId === storeyId);
  const walls = here(job.walls);
  const features = [
    ...walls.map((w) =>
      one(
        {
          kind: 'wall',
          id: w.id,
          assembly: makeOf(w.assemblyId),
          thicknessM: find(job, 'assembly', w.assemblyId)?.thicknessM ?? null,
        },
        'LineString',
        [up([w.ax, w.ay]), up([w.bx, w.by])],
      ),
    ),
    ...job.openings.flatMap((o) => {
      const w = walls.find((x) => x.id === o.wallId);
      if (!w) return [];
      const length = Math.hypot(w.bx - w.ax, w.by - w.ay);
      const at = (m: number): Point => [
        w.ax + ((w.bx - w.ax) * m) / length,
        w.ay + ((w.by - w.ay) * m) / length,
      ];
      const line = [up(at(o.offsetM - o.widthM / 2)), up(at(o.offsetM + o.widthM / 2))];
      return [
        one(
          {
            kind: 'opening',
            opening: o.kind,
            wall: w.id,
            assembly: makeOf(o.assemblyId),
            sillM: o.sillM,
            headM: o.headM,
          },
          'LineString',
          line,
        ),
      ];
    }),
    ...here(job.rooms).map((r) =>
      one({ kind: 'room', name: r.name }, 'Polygon', [ring(r.outline), ...r.holes.map(ring)]),
    ),
    ...here(job.services).map((s) =>
      one(
        { kind: 'service', servicePoint: s.kind, name: s.name, circuit: s.circuit, heightM: s.heightM },
        'Point',
        up([s.xM, s.yM]),
      ),
    ),
    ...here(job.spots).map((s) =>
      one({ kind: 'spot', number: s.number, name: s.name, heightM: s.heightM }, 'Point', up([s.xM, s.yM])),
    ),
  ];
  return `${JSON.stringify({ type: 'FeatureCollection', profile: 'nestle-plan', units: 'm', storey: storey.name, features }, null, 1)}\n`;
}

const round = (v: number) => Math.round(v * 1e4) / 1e4 + 0;

/**
 * Reads the walls of a GeoJSON plan: line strings of kind `wall`, or all lines and polygons when no
 * feature says its kind. The layer of a line is its assembly, else its `layer`, else `walls`.
 * @throws DrawingError with the path of what is wrong; degrees on a globe are refused.
 */
export function readPlanGeoJson(text: string): PlanDrawing {
  const fail = (path: string, message: string) => new DrawingError([{ path, message }]);
  if (text.trim() === '') throw fail('', 'the file is empty');
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw fail('', `the file is not JSON (${error instanceof Error ? error.message : 'unreadable'})`);
  }
  const result = collection.safeParse(data);
  if (!result.success) {
    const issue = result.error.issues[0];
    throw fail(issue?.path.join('.') ?? '', issue?.message ?? 'this is no GeoJSON feature collection');
  }
  const { features, units } = result.data;
  const said = features.some((f) => f.properties?.kind === 'wall');
  const lines: PlanLine[] = [];
  const aside = new Map<string, number>();
  for (const { properties, geometry } of features) {
    const kind = properties?.kind ?? geometry?.type ?? 'empty';
    const isWall = said ? properties?.kind === 'wall' : geometry?.type !== 'Point';
    if (!geometry || !isWall || geometry.type === 'Point') {
      aside.set(kind, (aside.get(kind) ?? 0) + 1);
      continue;
    }
    const layer = properties?.assembly ?? properties?.layer ?? 'walls';
    const chains = geometry.type === 'LineString' ? [geometry.coordinates] : geometry.coordinates;
    for (const chain of chains)
      chain.slice(1).forEach(([bx, by], i) => {
        const [ax, ay] = chain[i] ?? [bx, by];
        if (lines.length >= mostLinesRead) throw tooMany();
        lines.push({ layer, ax, ay: -ay, bx, by: -by });
      });
  }
  if (lines.length === 0) throw fail('features', 'there is no line in it that could be a wall');
  const [x0, , x1] = lineBounds(lines);
  if (!units && x1 - x0 < 0.01)
    throw fail('features', 'these look like degrees on a globe; a plan is in metres in the building');
  return {
    lines,
    layers: layersOf(lines),
    unitM: units ? unitM[units] : null,
    leftAside: [...aside].map(([what, count]) => ({ what, count })),
  };
}
