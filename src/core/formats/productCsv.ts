import Papa from 'papaparse';
import { problemsOf } from '../job/jobFile';
import type { Problem } from '../job/references';
import type { ProductSetup } from '../job/productSetup';
import { type Product, schemas } from '../job/records';

/** Columns of a catalogue file, in this order when written; any order when read. */
export const productColumns = [
  'id',
  'name',
  'kind',
  'radios',
  'port_mbps',
  'ports',
  'poe_ports',
  'poe_out',
  'poe_budget_w',
  'poe_in',
  'power_w',
  'family',
  'most_units',
  'weatherproof',
  'ip_rating',
  'sockets_taken',
  'mains',
  'lights',
  'join',
  'button_hold_s',
  'window_s',
  'reset_hold_s',
  'bench_m',
  'port_marks',
  'first_network',
  'key_at',
  'asks',
  'restart_min',
  'firmware_min',
  'routes',
  'fixing',
  'lead_m',
  'coldest_c',
  'warmest_c',
  'price_eur',
  'fit_minutes',
  'supplier',
  'on_van',
  'preferred',
  'note',
] as const;
type Column = (typeof productColumns)[number];
const needed: Column[] = ['name', 'kind', 'price_eur'];

/** Largest file read, characters, and most products. */
const mostCharacters = 1_000_000;
const maxProducts = 500;

const radioText = (r: Product['radios'][number]) =>
  [r.band, r.use, r.standard, r.streams, r.widthMHz, r.eirpDbm, r.gainDbi, r.pattern].join('/');
const cell = (v: string | number | boolean | null) =>
  v === null ? '' : v === true ? 'yes' : v === false ? 'no' : v;

/**
 * Writes a catalogue as CSV, a line a product. A radio is
 * `band/use/standard/streams/width/eirp/gain/pattern`, radios are set apart by blanks; lights are
 * `state:look=meaning` set apart by `;`; mains is `top/mimo/pass-through`; ways to join and what it asks for are set apart
 * by blanks, the best first; ports are `mark=use` set apart by `;`.
 */
export function writeProductCsv(products: readonly Product[]): string {
  const data = products.map((k) => {
    const row: Record<Column, string | number | boolean | null> = {
      id: k.id,
      name: k.name,
      kind: k.kind,
      radios: k.radios.map(radioText).join(' '),
      port_mbps: k.portMbps,
      ports: k.ports,
      poe_ports: k.poePorts,
      poe_out: k.poeOut,
      poe_budget_w: k.poeBudgetW,
      poe_in: k.poeIn,
      power_w: k.powerW,
      family: k.family,
      most_units: k.mostUnits,
      weatherproof: k.weatherproof,
      ip_rating: k.ipRating,
      sockets_taken: k.socketsTaken,
      mains: k.mains
        ? [k.mains.topMHz, k.mains.mimo ? 'mimo' : 'plain', k.mains.passThrough ? 'through' : 'none'].join(
            '/',
          )
        : '',
      lights: k.lights.map((l) => `${l.state}:${l.colour}=${l.means}`).join('; '),
      ...setupCells(k.setup),
      price_eur: k.priceEur,
      fit_minutes: k.fitMinutes,
      supplier: k.supplier,
      on_van: k.onVan,
      preferred: k.preferred,
      note: k.note,
    };
    return productColumns.map((c) => cell(row[c]));
  });
  return `${Papa.unparse({ fields: [...productColumns], data }, { newline: '\n' })}\n`;
}

const setupCells = (s: ProductSetup) => ({
  join: s.join.join(' '),
  button_hold_s: s.buttonHoldS,
  window_s: s.windowS,
  reset_hold_s: s.resetHoldS,
  bench_m: s.benchM,
  port_marks: s.ports.map((p) => `${p.mark}=${p.use}`).join('; '),
  first_network: s.firstNetwork,
  key_at: s.keyAt,
  asks: s.asks.join(' '),
  restart_min: s.restartMin,
  firmware_min: s.firmwareMin,
  routes: s.routes,
  fixing: s.fixing,
  lead_m: s.leadM,
  coldest_c: s.coldestC,
  warmest_c: s.warmestC,
});

/** Fields of the setup; an empty cell is left out, and is as the schema has it. */
function setupOfCells(at: (c: Column) => string): Record<string, unknown> {
  const list = (c: Column) => at(c).split(/\s+/);
  const number = (c: Column) => Number(at(c).replace(',', '.'));
  const ports = () =>
    at('port_marks')
      .split(';')
      .map((text) => {
        const [mark = '', use = ''] = text.split('=');
        return { mark: mark.trim(), use: use.trim() };
      });
  const fields: [Column, string, () => unknown][] = [
    ['join', 'join', () => list('join')],
    ['button_hold_s', 'buttonHoldS', () => number('button_hold_s')],
    ['window_s', 'windowS', () => number('window_s')],
    ['reset_hold_s', 'resetHoldS', () => number('reset_hold_s')],
    ['bench_m', 'benchM', () => number('bench_m')],
    ['port_marks', 'ports', ports],
    ['first_network', 'firstNetwork', () => at('first_network')],
    ['key_at', 'keyAt', () => at('key_at')],
    ['asks', 'asks', () => list('asks')],
    ['restart_min', 'restartMin', () => number('restart_min')],
    ['firmware_min', 'firmwareMin', () => number('firmware_min')],
    ['routes', 'routes', () => at('routes') === 'yes'],
    ['fixing', 'fixing', () => at('fixing')],
    ['lead_m', 'leadM', () => number('lead_m')],
    ['coldest_c', 'coldestC', () => number('coldest_c')],
    ['warmest_c', 'warmestC', () => number('warmest_c')],
  ];
  return Object.fromEntries(
    fields.filter(([column]) => at(column) !== '').map(([, field, read]) => [field, read()]),
  );
}

/**
 * Reads a catalogue from CSV. Nothing is taken when anything is wrong: an unknown or missing column, a
 * negative price, a radio that is none; each with line and column.
 */
export function readProductCsv(text: string): { kits: Product[]; problems: Problem[] } {
  const fail = (path: string, message: string) => ({ kits: [], problems: [{ path, message }] });
  if (text.length > mostCharacters) return fail('', 'the file is larger than 1 MB');
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const columns = (parsed.meta.fields ?? []).map((f) => f.trim());
  const strange = columns.find((c) => !productColumns.some((k) => k === c));
  if (strange !== undefined)
    return fail(strange || 'line 1', `there is no column ${strange || 'without a name'}`);
  const missing = needed.find((c) => !columns.includes(c));
  if (missing) return fail(missing, 'this column is missing');
  if (parsed.data.length > maxProducts) return fail('', `more than ${maxProducts} lines`);
  const problems: Problem[] = [];
  const products: Product[] = [];
  parsed.data.forEach((row, i) => {
    const line = `line ${i + 2}`;
    const at = (c: Column) => (row[c] ?? '').trim();
    const number = (c: Column, empty: number | null) =>
      at(c) === '' ? empty : Number(at(c).replace(',', '.'));
    const name = at('name');
    const made = schemas.kit.safeParse({
      type: 'kit',
      id:
        at('id') ||
        `kit-${
          name
            .toLowerCase()
            .replace(/[^a-z0-9]+/g, '-')
            .replace(/^-|-$/g, '') || i + 1
        }`,
      name,
      kind: at('kind'),
      radios: at('radios') === '' ? [] : at('radios').split(/\s+/).map(radioOfText),
      portMbps: number('port_mbps', 1000),
      ports: number('ports', 1),
      poePorts: number('poe_ports', 0),
      poeOut: at('poe_out') || null,
      poeBudgetW: number('poe_budget_w', null),
      poeIn: at('poe_in') || null,
      powerW: number('power_w', 0),
      family: at('family'),
      mostUnits: number('most_units', null),
      weatherproof: at('weatherproof') === 'yes',
      ipRating: number('ip_rating', 20),
      socketsTaken: number('sockets_taken', 0),
      mains: mainsOfText(at('mains')),
      lights: at('lights') === '' ? [] : at('lights').split(';').map(lightOfText),
      setup: setupOfCells(at),
      priceEur: number('price_eur', Number.NaN),
      fitMinutes: number('fit_minutes', 10),
      supplier: at('supplier'),
      onVan: number('on_van', 0),
      preferred: at('preferred') === 'yes',
      note: at('note'),
    });
    if (!made.success)
      for (const p of problemsOf(made.error))
        problems.push({ path: `${line}.${p.path}`, message: p.message });
    else if (products.some((k) => k.id === made.data.id))
      problems.push({ path: `${line}.id`, message: `${made.data.id} stands twice` });
    else products.push(made.data);
  });
  if (parsed.data.length === 0) problems.push({ path: '', message: 'the file has no product' });
  return problems.length ? { kits: [], problems } : { kits: products, problems };
}

function radioOfText(text: string): unknown {
  const [band, use, standard, streams, widthMHz, eirpDbm, gainDbi, pattern] = text.split('/');
  return {
    band,
    use,
    standard,
    streams: Number(streams),
    widthMHz: Number(widthMHz),
    eirpDbm: Number(eirpDbm),
    gainDbi: Number(gainDbi),
    pattern,
  };
}

function mainsOfText(text: string): unknown {
  if (text === '') return null;
  const [top, pairs, face] = text.split('/');
  return { topMHz: Number(top), mimo: pairs === 'mimo', passThrough: face === 'through' };
}

function lightOfText(text: string): unknown {
  const [look = '', ...means] = text.split('=');
  const [, state, colour] = /^\s*(?:([a-z-]+):)?(.*)$/.exec(look) ?? [];
  return { colour: (colour ?? '').trim(), means: means.join('=').trim(), ...(state && { state }) };
}
