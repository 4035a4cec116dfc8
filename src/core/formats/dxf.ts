/** Drawings in DXF: straight lines, polylines with their bulges, arcs and circles. */
import DxfParser from 'dxf-parser';
import { z } from 'zod';
import { siftDxf } from './dxfStructure';
import { DrawingError, layersOf, mostLinesRead, type PlanDrawing, type PlanLine, tooMany } from './planLines';

/** Largest text read, characters. */
const mostCharacters = 30_000_000;
/** An arc is drawn in pieces of at most this turn, degrees. */
const arcStepDeg = 15;

/** Metres of a unit by the header's $INSUNITS. */
const insUnits: Record<number, number> = { 1: 0.0254, 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1, 14: 0.1 };

const at = z.object({ x: z.number(), y: z.number() });
const entity = z.looseObject({ type: z.string(), layer: z.string().default('0') });
const polyline = z.object({
  vertices: z.array(z.object({ x: z.number(), y: z.number(), bulge: z.number().optional() })),
  shape: z.boolean().optional(),
});
const straight = z.object({ vertices: z.array(at).min(2) });
const arc = z.object({
  center: at,
  radius: z.number().positive(),
  startAngle: z.number(),
  endAngle: z.number(),
});
const circle = z.object({ center: at, radius: z.number().positive() });
const parsed = z.object({
  entities: z.array(entity).default([]),
});

type XY = { x: number; y: number };

/** Points along an arc, ends included; angles in radians, anticlockwise. */
function arcPoints({ x, y }: XY, radius: number, start: number, end: number): XY[] {
  const turn = end <= start ? end - start + 2 * Math.PI : end - start;
  const n = Math.max(1, Math.ceil((turn * 180) / Math.PI / arcStepDeg));
  return Array.from({ length: n + 1 }, (_, i) => {
    const a = start + (turn * i) / n;
    return { x: x + radius * Math.cos(a), y: y + radius * Math.sin(a) };
  });
}

/** The curved side of a polyline: bulge = tan(turn / 4), positive to the left (DXF reference, group code 42). */
function bulgePoints(p: XY, q: XY, bulge: number): XY[] {
  if (Math.abs(bulge) < 1e-6) return [p, q];
  const turn = 4 * Math.atan(bulge);
  const chord = Math.hypot(q.x - p.x, q.y - p.y);
  const radius = chord / 2 / Math.sin(Math.abs(turn) / 2);
  const [mx, my] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
  const off = radius * Math.cos(turn / 2) * Math.sign(bulge);
  const centre = { x: mx - ((q.y - p.y) / chord) * off, y: my + ((q.x - p.x) / chord) * off };
  const start = Math.atan2(p.y - centre.y, p.x - centre.x);
  const n = Math.max(1, Math.ceil((Math.abs(turn) * 180) / Math.PI / arcStepDeg));
  return Array.from({ length: n + 1 }, (_, i) => ({
    x: centre.x + radius * Math.cos(start + (turn * i) / n),
    y: centre.y + radius * Math.sin(start + (turn * i) / n),
  }));
}

/**
 * Reads a DXF drawing. Up in the drawing is north: y is turned over.
 * @param told hears how far it is, 0 … 1.
 * @throws DrawingError when it is no DXF, or holds nothing that could be a wall.
 */
export function readDxf(text: string, told: (share: number) => void = () => undefined): PlanDrawing {
  const fail = (message: string, path = '') => new DrawingError([{ path, message }]);
  if (text.trim() === '') throw fail('the file is empty');
  if (text.length > mostCharacters) throw fail(`the file is larger than ${mostCharacters / 1e6} MB`);
  if (!/^\s*(0|999)\s*[\r\n]/.test(text))
    throw fail('this is not a DXF drawing: it does not begin as one', 'line 1');
  const { entities, insUnits: unit, aside } = siftDxf(text, (share) => told(share / 2));
  let data: unknown;
  try {
    data = new DxfParser().parseSync(entities);
  } catch (error) {
    throw fail(`this is not a DXF drawing (${error instanceof Error ? error.message : 'unreadable'})`);
  }
  told(0.8);
  const result = parsed.safeParse(data);
  if (!result.success) throw fail('this is not a DXF drawing, or it is cut off');
  told(0.9);
  const lines: PlanLine[] = [];
  const chain = (layer: string, points: readonly XY[]) => {
    points.slice(1).forEach((q, i) => {
      const p = points[i];
      if (!p) return;
      if (lines.length >= mostLinesRead) throw tooMany();
      lines.push({ layer, ax: p.x, ay: -p.y, bx: q.x, by: -q.y });
    });
  };
  for (const e of result.data.entities) {
    const poly = e.type === 'LWPOLYLINE' || e.type === 'POLYLINE' ? polyline.safeParse(e) : null;
    const line = e.type === 'LINE' ? straight.safeParse(e) : null;
    const bow = e.type === 'ARC' ? arc.safeParse(e) : null;
    const ring = e.type === 'CIRCLE' ? circle.safeParse(e) : null;
    if (poly?.success) {
      const { vertices, shape } = poly.data;
      vertices.forEach((p, i) => {
        const q = vertices[i + 1] ?? (shape ? vertices[0] : undefined);
        if (q) chain(e.layer, bulgePoints(p, q, p.bulge ?? 0));
      });
    } else if (line?.success) chain(e.layer, line.data.vertices);
    else if (bow?.success)
      chain(e.layer, arcPoints(bow.data.center, bow.data.radius, bow.data.startAngle, bow.data.endAngle));
    else if (ring?.success) chain(e.layer, arcPoints(ring.data.center, ring.data.radius, 0, 2 * Math.PI));
    else aside.set(e.type, (aside.get(e.type) ?? 0) + 1);
  }
  const leftAside = [...aside].map(([what, count]) => ({ what, count }));
  if (lines.length === 0)
    throw fail(
      leftAside.length
        ? `the drawing has no line, polyline or arc, only ${leftAside.map((l) => `${l.count} ${l.what}`).join(', ')}`
        : 'the drawing is empty',
      'entities',
    );
  if (lines.some((l) => ![l.ax, l.ay, l.bx, l.by].every(Number.isFinite)))
    throw fail('a coordinate is not a number', 'entities');
  return {
    lines,
    layers: layersOf(lines),
    unitM: unit === null ? null : (insUnits[unit] ?? null),
    leftAside,
  };
}
