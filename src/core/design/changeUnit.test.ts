import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../job/edits';
import { get, jobFromRecords } from '../job/job';
import { linkTo } from '../network/linkTo';
import { changeUnit, removeUnit } from './changeUnit';

const house = jobFromRecords(quayHouse());
const found = house.units.find((u) => u.found && u.planned);
const added = house.units.find((u) => !u.found && u.planned);
if (!found || !added) throw new Error('no units');

describe('moving a unit', () => {
  test('one that is only planned moves as it is', () => {
    const { edit, id } = changeUnit(house, { ...added, xM: added.xM + 1 }, 'Move', true);
    expect(id).toBe(added.id);
    expect(edit.put).toEqual([{ ...added, xM: added.xM + 1 }]);
  });

  test('one that was found stays where it was found, and the plan has it elsewhere', () => {
    const { edit, id } = changeUnit(house, { ...found, xM: found.xM - 1 }, 'Move', true);
    const after = applyEdit(house, edit).job;
    expect(id).not.toBe(found.id);
    expect(get(after, 'unit', found.id)).toMatchObject({ xM: found.xM, found: true, planned: false });
    expect(get(after, 'unit', id)).toMatchObject({ xM: found.xM - 1, found: false, planned: true });
    // what it fed in the plan is fed by the moved one
    for (const link of house.links.filter((l) => l.fromUnitId === found.id))
      expect(after.links.some((l) => l.unitId === link.unitId && l.fromUnitId === id)).toBe(true);
  });

  test('before the plan it is found elsewhere', () => {
    const { edit, id } = changeUnit(house, { ...found, xM: found.xM - 1 }, 'Move', false);
    expect(id).toBe(found.id);
    expect(edit.put[0]).toMatchObject({ id: found.id, xM: found.xM - 1, found: true });
  });
});

describe('taking a unit out of the plan', () => {
  test('a new one goes with its links', () => {
    const after = applyEdit(house, removeUnit(house, added)).job;
    expect(after.units.some((u) => u.id === added.id)).toBe(false);
    expect(after.links.filter((l) => l.unitId === added.id || l.fromUnitId === added.id)).toEqual([]);
  });

  test('a found one stays as found, without the links of the plan', () => {
    const edit = removeUnit(house, found);
    expect(edit.put).toEqual([{ ...found, planned: false }]);
    const after = applyEdit(house, edit).job;
    expect(after.units.some((u) => u.id === added.id)).toBe(true);
    expect(after.links.some((l) => l.fromUnitId === found.id && l.unitId === added.id)).toBe(false);
  });

  test('a link between two found units was there before, and stays', () => {
    const other = { ...added, id: 'unit-z', letter: 'Z', found: true };
    const link = linkTo(house, other, found, { medium: 'ethernet', category: 'cat6', lengthM: 5 });
    const job = applyEdit(house, putOne('x', other, link)).job;
    expect(removeUnit(job, found).remove).not.toContain(link.id);
    expect(removeUnit(job, found).remove).toContain(house.links.find((l) => l.unitId === added.id)?.id);
  });
});
