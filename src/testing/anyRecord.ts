/** For tests: records that a schema accepts, made from the JSON Schema of each type, edges of its limits included. */
import fc from 'fast-check';
import { z } from 'zod';
import { type AnyRecord, recordSchema, type RecordType, schemas } from '@/core/job/records';

interface Shape {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: Shape[];
  oneOf?: Shape[];
  properties?: Record<string, Shape>;
  items?: Shape;
  prefixItems?: Shape[];
  minimum?: number;
  maximum?: number;
  minItems?: number;
  maxItems?: number;
  minLength?: number;
  maxLength?: number;
  pattern?: string;
  format?: string;
}

const ids = ['a', 'b-1', 'x_2', 'Z9', 'y'.repeat(64)];

function text({ pattern, format, minLength = 0, maxLength = 200 }: Shape): fc.Arbitrary<unknown> {
  if (format === 'date') return fc.constantFrom('2026-01-05', '1999-12-31');
  if (format === 'date-time') return fc.constantFrom('2026-01-05T10:00:00.000Z', '2026-01-05T10:00:00Z');
  if (pattern?.includes('[0-9a-f]{64}')) return fc.constantFrom('a'.repeat(64), '0123456789abcdef'.repeat(4));
  if (pattern === '^[A-Z]{3}$') return fc.constantFrom('EUR', 'USD');
  if (pattern === '^[A-Z][0-9]?$') return fc.constantFrom('A', 'Z9');
  if (pattern?.startsWith('^[a-z0-9-]{1,40}')) return fc.constantFrom('modem', 'pair.unit-b');
  if (pattern === '^([A-Z]{2})?$') return fc.constantFrom('', 'NL');
  if (pattern?.startsWith('^([01][0-9]')) return fc.constantFrom('08:30', '23:59');
  if (pattern?.startsWith('^[MLQC')) return fc.constantFrom('', 'M1 2L3.5 4');
  if (pattern?.startsWith('^data:image')) return fc.constant('data:image/png;base64,iVBORw0KGgo=');
  if (pattern) return fc.constantFrom(...ids);
  return fc.oneof(
    fc
      .string({ minLength: Math.max(1, minLength), maxLength: Math.min(maxLength, 30) })
      .map((s) => s.trim() || 'n'),
    fc.constantFrom("O'Hara; DROP TABLE spot; --", 'Küche 厨房 🛁', 'a\u0000b', '\ud800half'),
    ...(minLength === 0 ? [fc.constant('')] : []),
  );
}

function valueOf(s: Shape): fc.Arbitrary<unknown> {
  if ('const' in s) return fc.constant(s.const);
  if (s.enum) return fc.constantFrom(...s.enum);
  const any = s.anyOf ?? s.oneOf;
  if (any) return fc.oneof(...any.map(valueOf));
  switch (s.type) {
    case 'null':
      return fc.constant(null);
    case 'boolean':
      return fc.boolean();
    case 'integer':
    case 'number': {
      const [min, max] = [Math.max(s.minimum ?? -1000, -1e9), Math.min(s.maximum ?? 1000, 1e9)];
      const edges = fc.constantFrom(min, max);
      return s.type === 'integer'
        ? fc.oneof(fc.integer({ min: Math.ceil(min), max: Math.floor(max) }), edges)
        : fc.oneof(
            fc.double({ min, max, noNaN: true }).map((v) => v + 0),
            edges,
          );
    }
    case 'string':
      return text(s);
    case 'array':
      return s.prefixItems
        ? fc.tuple(...s.prefixItems.map(valueOf))
        : fc.array(valueOf(s.items ?? {}), {
            minLength: s.minItems ?? 0,
            maxLength: Math.min(s.maxItems ?? 5, (s.minItems ?? 0) + 4),
          });
    case 'object':
      return fc.record(
        Object.fromEntries(Object.entries(s.properties ?? {}).map(([k, v]) => [k, valueOf(v)])),
      );
    default:
      throw new Error(`no values for ${JSON.stringify(s).slice(0, 80)}`);
  }
}

/** Records of a type, as its schema gives them back. Refinements hold: what breaks one is not made. */
export function anyRecord(type: RecordType): fc.Arbitrary<AnyRecord> {
  const schema = schemas[type];
  const shape = z.toJSONSchema(schema, { io: 'output', reused: 'inline', unrepresentable: 'any' }) as Shape;
  return valueOf(shape)
    .map((raw) => recordSchema.safeParse(repaired(type, raw)))
    .filter((r) => r.success)
    .map((r) => r.data);
}

/** Helps a record over the refinements of its type, so that not all of them are thrown away. */
function repaired(type: RecordType, raw: unknown): unknown {
  const r = { ...(raw as Record<string, unknown>) };
  const square = [
    [0, 0],
    [4, 0],
    [4, 3.5],
    [0, 3.5],
  ];
  for (const field of ['outline']) if (field in r) r[field] = square;
  if ('holes' in r && type === 'room') r.holes = [];
  if (type === 'opening') [r.sillM, r.headM] = [0.5, 2];
  if (type === 'obstacle') [r.bottomM, r.topM] = [0, 1.2];
  if (type === 'wall') Object.assign(r, { ax: 0, ay: 0, bx: 3.25, by: 1 });
  if (type === 'link')
    Object.assign(r, {
      medium: 'ethernet',
      radio: null,
      band: null,
      category: 'cat6',
      lengthM: 12.5,
      channel: null,
      fromServiceId: null,
      toServiceId: null,
    });
  if (type === 'reading' && r.downMbps === null) r.connected = false;
  if (type === 'reading' && r.phase !== 'later') r.roundId = null;
  if (type === 'reading' && r.phase === 'later') r.roundId ??= 'round-1';
  return r;
}
