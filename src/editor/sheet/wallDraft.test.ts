import { applyEdit } from '@/core/job/edits';
import { smallHouse } from '@/testing/smallHouse';
import { get } from '@/core/job/job';
import { makeWall } from '@/core/survey/place';
import { snapPoint } from '@/core/survey/snap';
import { withRooms } from '@/core/survey/rooms';
import { dragEdit } from './dragEdit';
import type { WallDraft } from '@/client/store/wallDraft';
import { closedBy, draftEnd, draftKey } from './wallDraft';

const job = smallHouse({ outerAssemblyId: 'asm-concrete' });
const storey = 'storey-0';
const begin = (x: number, y: number, to: [number, number]): WallDraft => ({
  from: [x, y],
  beforeDeg: null,
  snap: snapPoint(job, storey, to, 0.1, { x, y, beforeDeg: null }),
  heldDeg: null,
  typed: '',
  typedDeg: '',
  field: 'length',
});
const typed = (draft: WallDraft, ...keys: string[]) => keys.reduce((d, key) => draftKey(d, key) ?? d, draft);
const end = (draft: WallDraft, lengths: 'm' | 'ft' = 'm') =>
  draftEnd(job, storey, draft, 'asm-stud', lengths);

test('a typed length is clear: from the face it begins at to the face it ends at', () => {
  // begins in the middle of the concrete wall, whose face is 10 cm on; its far end turns 5 cm on
  const free = end(typed(begin(0.1, 3, [4, 3]), '2', '.', '5', 'ArrowRight'));
  expect(free.b[0]).toBeCloseTo(0.1 + 0.1 + 2.5 + 0.05, 6);
  // long enough to reach the face of the wall opposite: it meets that wall's middle
  const met = end(typed(begin(0.1, 3, [4, 3]), '8', '.', '6', 'ArrowRight'));
  expect(met).toMatchObject({ words: 'meets a wall', problem: null });
  expect(met.b[0]).toBeCloseTo(8.9, 6);
});

test('the pointer gives length and direction where nothing is typed', () => {
  const pointed = end(begin(4, 0.1, [4.1, 3.02]));
  expect(pointed.deg).toBe(90);
  expect(pointed.b).toEqual([4, 3]);
  expect(pointed.clearM).toBeCloseTo(2.9 - 0.1 - 0.05, 6);
});

test('keys: digits and marks, Tab to the angle, Backspace, arrows held and let go', () => {
  const draft = typed(begin(4, 0.1, [4, 3]), '1', '2', 'Backspace', "'", '3', 'Tab', '3', '0');
  expect(draft).toMatchObject({ typed: "1'3", typedDeg: '30', field: 'angle' });
  expect(end(draft, 'ft')).toMatchObject({ deg: 30, problem: null });
  expect(typed(draft, 'ArrowUp').heldDeg).toBe(270);
  expect(typed(draft, 'ArrowUp', 'ArrowUp').heldDeg).toBeNull();
  expect(draftKey(draft, 'v')).toBeNull();
  expect(end(typed(begin(4, 0.1, [4, 3]), '4', 'c', 'm')).clearM).toBeCloseTo(0.04, 6);
});

test('what is no length or angle is a problem, and nothing is placed', () => {
  expect(end(typed(begin(4, 0.1, [4, 3]), '1', '.', '.')).problem).toContain('length');
  expect(end(typed(begin(4, 0.1, [4, 3]), 'Tab', '-', '-')).problem).toContain('angle');
});

test('the room that a wall would close is known before it is placed', () => {
  expect(closedBy(job, storey, [4, 0.1], [4, 6.9], 'asm-stud')?.areaM2).toBeCloseTo(3.75 * 6.6, 1);
  expect(closedBy(job, storey, [4, 0.1], [4, 3], 'asm-stud')).toBeNull();
});

test('dragging: a wall goes square to itself, an opening along its wall, an end where the pointer is', () => {
  const made = makeWall(job, storey, [4, 0.1], [4, 6.9], 'asm-stud');
  if ('why' in made) throw new Error(made.why);
  const parted = applyEdit(job, withRooms(job, made.edit)).job;
  const wall = get(parted, 'wall', made.select);
  const moved = dragEdit(parted, { record: wall, part: 'whole' }, 0.52, 0.8, [0, 0]);
  expect('edit' in moved && moved.edit.put.find((r) => r.id === wall.id)).toMatchObject({
    ax: 4.5,
    bx: 4.5,
    ay: 0.1,
  });
  const window = parted.openings.find((o) => o.kind === 'window');
  if (!window) throw new Error('no window');
  const slid = dragEdit(parted, { record: window, part: 'whole' }, 1, 0.7, [0, 0]);
  expect('edit' in slid && slid.edit.put[0]).toMatchObject({
    offsetM: Number((window.offsetM + 1).toFixed(2)),
  });
  const bent = dragEdit(parted, { record: wall, part: 'b' }, 0, 0, [5, 6.9]);
  expect('edit' in bent && bent.edit.put.find((r) => r.id === wall.id)).toMatchObject({ bx: 5, by: 6.9 });
});
