import { quayHouse } from '@/../demo/make/quayHouse';
import Papa from 'papaparse';
import { writeBillCsv, writeLabelsCsv } from '../formats/billCsv';
import { applyEdit, putOne } from '../job/edits';
import { get, jobFromRecords } from '../job/job';
import { backhaulOptions } from '../network/backhaulOptions';
import { cableLength } from '../media/wired';
import { buildScene } from '../propagation/scene';
import { billOf, costsByUnit, labelsOf } from './bill';
import { placeUnit } from './placeUnit';

const house = jobFromRecords(quayHouse());
const placed = placeUnit(house, get(house, 'kit', 'kit-node'), { storeyId: 'ground', xM: 1.6, yM: 7 });
const withNode = applyEdit(house, placed.edit).job;
const mains = backhaulOptions(withNode, buildScene(withNode), placed.unit).find(
  (o) => o.link.medium === 'powerline' && o.whyNot === null,
);
if (!mains) throw new Error('no powerline');
const job = applyEdit(withNode, putOne('x', mains.link)).job;

test('lines add up to the sums; what was found is free; adapters come in pairs', () => {
  const bill = billOf(job);
  const sum = (of: (l: (typeof bill.lines)[number]) => number) =>
    bill.lines.reduce((all, l) => all + of(l), 0);
  expect(sum((l) => l.sumEur)).toBeCloseTo(bill.partsEur, 9);
  expect(sum((l) => l.minutes)).toBeCloseTo(bill.minutes, 9);
  expect(bill.lines.some((l) => l.item.startsWith('Modem-router'))).toBe(false);
  expect(bill.lines.find((l) => l.item === 'Mesh node')).toMatchObject({
    count: 2,
    sumEur: 298,
    forUnits: ['B', 'C'],
  });
  expect(bill.lines.find((l) => l.item.startsWith('Powerline'))).toMatchObject({ count: 2, forUnits: ['C'] });
  expect(bill.cableM).toBeCloseTo(cableLength(41), 9);
});

test('an adapter that sends by itself needs one more at the other end, not a pair', () => {
  const product = house.kits.find((k) => k.id === 'kit-mains-wifi');
  if (!product) throw new Error('no such kit');
  const own = placeUnit(house, product, { storeyId: 'ground', xM: 1.6, yM: 7 });
  const withIt = applyEdit(house, own.edit).job;
  const way = backhaulOptions(withIt, buildScene(withIt), own.unit).find(
    (o) => o.link.medium === 'powerline' && o.whyNot === null,
  );
  if (!way) throw new Error('no powerline');
  const adapter = get(withIt, 'kit', way.link.adapterKitId ?? '');
  expect(adapter.radios).toEqual([]);
  expect(way.costEur).toBe(adapter.priceEur);
  const line = billOf(applyEdit(withIt, putOne('x', way.link)).job).lines.find(
    (l) => l.item === adapter.name,
  );
  expect(line).toMatchObject({ count: 1, sumEur: adapter.priceEur });
});

test('unit by unit it costs the same, and a hole takes its minutes', () => {
  const bill = billOf(job);
  const units = costsByUnit(job);
  expect(units.map((u) => u.unit.letter)).toEqual(['A', 'B', 'C']);
  expect(units[0]).toMatchObject({ partsEur: 0, minutes: 0 });
  for (const key of ['partsEur', 'minutes', 'cableM', 'holes'] as const)
    expect(units.reduce((sum, u) => sum + u[key], 0)).toBeCloseTo(bill[key], 9);
  const cable = get(job, 'link', 'link-unit-b');
  const drilled = billOf(applyEdit(job, putOne('x', { ...cable, holes: 3 })).job);
  const solid = billOf(applyEdit(job, putOne('x', { ...cable, holes: 0 })).job);
  expect(drilled.holes).toBe(3);
  expect(drilled.minutes - solid.minutes).toBe(36);
});

test('both ends of every cable and both adapters have a label, and no two are alike', () => {
  const labels = labelsOf(job);
  expect(labels).toHaveLength(4);
  expect(new Set(labels.map((l) => l.text)).size).toBe(4);
  expect(labels.map((l) => l.text)).toContain('E1 A–B a');
  expect(labels.find((l) => l.text.startsWith('P1'))?.at).toMatch(/Socket/i);
});

test('as CSV: a line an item, the sum last', () => {
  const rows = Papa.parse<Record<string, string>>(writeBillCsv(billOf(job)), {
    header: true,
    skipEmptyLines: true,
  }).data;
  expect(rows).toHaveLength(billOf(job).lines.length + 1);
  expect(Number(rows.at(-1)?.sum)).toBeCloseTo(billOf(job).partsEur, 2);
  expect(writeLabelsCsv(labelsOf(job)).split('\n')[0]).toBe('text,at');
});
