import { productLibrary } from '../templates/products';
import { schemas } from '../job/records';
import { productColumns, readProductCsv, writeProductCsv } from './productCsv';

test('what goes out comes back, kit for kit', () => {
  const { kits: products, problems } = readProductCsv(writeProductCsv(productLibrary));
  expect(problems).toEqual([]);
  expect(products).toEqual(productLibrary);
});

test('every kit of the catalogue is right by its schema, and none is there twice', () => {
  for (const k of productLibrary) expect(schemas.kit.safeParse(k).success).toBe(true);
  expect(new Set(productLibrary.map((k) => k.id)).size).toBe(productLibrary.length);
  const kinds = new Set(productLibrary.map((k) => k.kind));
  expect(kinds.size).toBe(19);
});

test('a few columns are enough; an id is made from the name; decimal commas are read', () => {
  const { kits: products } = readProductCsv('name,kind,price_eur\nGarage node,node,"79,5"\n');
  expect(products[0]).toMatchObject({ id: 'kit-garage-node', priceEur: 79.5, portMbps: 1000, radios: [] });
});

test.each([
  ['an unknown column', 'name,kind,price_eur,colour\nA,node,1,red\n', 'colour', /no column colour/],
  ['a missing column', 'name,kind\nA,node\n', 'price_eur', /missing/],
  ['a negative price', 'name,kind,price_eur\nA,node,-1\n', 'line 2.priceEur', /./],
  ['no price', 'name,kind,price_eur\nA,node,\n', 'line 2.priceEur', /./],
  ['a kind that is none', 'name,kind,price_eur\nA,toaster,1\n', 'line 2.kind', /./],
  ['half a radio', 'name,kind,price_eur,radios\nA,node,1,5/access\n', 'line 2.radios.0.standard', /./],
  ['an id twice', 'id,name,kind,price_eur\nk,A,node,1\nk,B,node,1\n', 'line 3.id', /twice/],
  ['not connected', `${productColumns.join(',')}\n`, '', /no product/],
])('%s is refused by place, and nothing is taken', (_name, text, path, message) => {
  const { kits: products, problems } = readProductCsv(text);
  expect(products).toEqual([]);
  expect(problems[0]?.path).toBe(path);
  expect(problems[0]?.message).toMatch(message);
});
