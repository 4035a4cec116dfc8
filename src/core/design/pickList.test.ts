import { demos } from '@/testing/demoJobs';
import { withRecords } from '@/testing/withRecords';
import type { Job } from '../job/job';
import { billOf } from './bill';
import { ordersOf, pickList } from './pickList';

const job = demos[0]?.job as Job;
const bill = billOf(job);

test('each line of the bill is needed whole: from the van what is there, the rest to order', () => {
  const list = pickList(job);
  expect(list.map((l) => l.item)).toEqual(bill.lines.map((l) => l.item));
  for (const [i, line] of list.entries()) {
    const billed = bill.lines[i];
    expect(line.fromVan + line.order).toBe(line.need);
    expect(line.need).toBeGreaterThanOrEqual((billed?.perMetre ? billed.metres : billed?.count) ?? 0);
    expect(line.fromVan).toBe(0);
  }
});

test('the stock of the van is taken first, and never more than is needed', () => {
  const [first] = bill.lines;
  const kit = job.kits.find((k) => k.id === first?.kitId);
  if (!kit || !first) throw new Error('no line');
  const withStock = (onVan: number) => pickList(withRecords(job, { ...kit, onVan }))[0];
  expect(withStock(1000)).toMatchObject({ fromVan: first.count, order: 0 });
  expect(withStock(0.9)).toMatchObject({ fromVan: 0, order: first.count });
});

test('what is left is ordered supplier by supplier, those without a name last', () => {
  const [a, b] = bill.lines.map((l) => job.kits.find((k) => k.id === l.kitId)).filter((k) => k !== undefined);
  if (!a || !b) throw new Error('no lines');
  const orders = ordersOf(pickList(withRecords(job, { ...a, supplier: 'Zed' }, { ...b, supplier: 'Ann' })));
  expect(orders.slice(0, 2).map((o) => o.supplier)).toEqual(['Ann', 'Zed']);
  expect(orders.at(-1)?.supplier).toBe('');
  expect(orders.flatMap((o) => o.lines)).toHaveLength(bill.lines.length);
});
