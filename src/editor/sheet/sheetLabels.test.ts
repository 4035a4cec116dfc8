import { demos } from '@/testing/demoJobs';
import { find, type Job } from '@/core/job/job';
import { placeLabels } from '@/editor/labels/placeLabels';
import { textWidth } from '@/editor/labels/textWidth';
import { roomTexts, sheetLabels, type SheetWords, tagSize } from './sheetLabels';
import { sheetSpace, type SheetStage } from './sheetSpace';

const wordsOf = (job: Job, storeyId: string, stage: SheetStage, scale: number): SheetWords => {
  const space = sheetSpace(job, storeyId);
  if (!space) throw new Error(`no storey ${storeyId}`);
  return { job, space, stage, scale, fields: [], layer: 'headroom', moved: null, measure: textWidth };
};

/** By the edges of the boxes, apart from the code that places them. */
type Edges = [left: number, top: number, right: number, bottom: number];
const edges = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }): Edges => [
  x - w / 2,
  y - h / 2,
  x + w / 2,
  y + h / 2,
];
const meets = (a: Edges, b: Edges) => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];

const sheets = demos.flatMap(({ file, job }) =>
  job.storeys.flatMap((s) =>
    (['survey', 'before', 'plan'] as const).flatMap((stage) =>
      [22, 40, 70].map((scale) => [file, s.id, stage, scale, job] as const),
    ),
  ),
);

test.each(sheets)(
  '%s, %s at %s, %s px a metre: no word covers another or a sign',
  (_file, id, stage, scale, job) => {
    const { labels, signs, soft } = sheetLabels(wordsOf(job, id, stage, scale));
    const placed = [...placeLabels(labels, signs, soft)];
    const covered = placed.flatMap(([a, p], i) => [
      ...placed.slice(i + 1).flatMap(([b, q]) => (meets(edges(p), edges(q)) ? [`${a} on ${b}`] : [])),
      ...signs.flatMap((s, k) => (meets(edges(p), edges(s)) ? [`${a} on sign ${k}`] : [])),
    ]);
    expect(covered).toEqual([]);
    // every spot of the storey has its number
    const here = job.spots.filter((s) => s.storeyId === id);
    expect(here.filter((s) => !placed.some(([a]) => a === `spot ${s.id}`))).toEqual([]);
  },
);

describe('words of a sheet', () => {
  const job = demos.find((d) => d.file === 'quay-house')?.job as Job;
  const ids = (stage: SheetStage, scale: number, id = 'ground') =>
    new Map(sheetLabels(wordsOf(job, id, stage, scale)).labels.map((l) => [l.id, l]));

  test('links and their rates at Before and Plan alone; circuits where there is space for them', () => {
    const has = (stage: SheetStage, scale: number, word: string, id?: string) =>
      [...ids(stage, scale, id).keys()].some((l) => l.startsWith(word));
    expect(has('plan', 40, 'away ')).toBe(true);
    expect(has('survey', 40, 'away ')).toBe(false);
    expect(has('plan', 20, 'rate ', 'open-air')).toBe(true);
    expect(has('plan', 20, 'building ', 'open-air')).toBe(true);
    expect(has('plan', 40, 'building ')).toBe(false);
    expect(has('survey', 40, 'circuit ')).toBe(true);
    expect(has('survey', 36, 'circuit ')).toBe(false);
  });

  test('a room has its need below its name where both fit, its name alone where not, and none in a small one', () => {
    const room = job.rooms.find((r) => roomTexts(job, r).length === 3);
    if (!room) throw new Error('no room with a need');
    const [full, short, name] = roomTexts(job, room);
    expect([full?.[0], short?.[0], name]).toEqual([room.name, room.name, [room.name]]);
    expect(full?.[1]?.endsWith(short?.[1] ?? '?')).toBe(true);
    const textAt = (scale: number) =>
      ids('survey', scale, room.storeyId).get(`room ${room.id}`)?.places[0]?.text;
    expect(textAt(90)).toBe(0);
    expect(textAt(22)).toBeGreaterThan(0);
    expect(textAt(3)).toBeUndefined();
  });

  test('the tag of a spot is wider with two figures, and with a mark', () => {
    expect(tagSize({ number: 12 }, false).w - tagSize({ number: 7 }, false).w).toBe(8);
    expect(tagSize({ number: 7 }, true).w - tagSize({ number: 7 }, false).w).toBe(15);
  });

  test('the word at a link that goes elsewhere is not cut off by the edge of a small sheet', () => {
    for (const scale of [18, 22, 40]) {
      const words = wordsOf(job, 'ground', 'plan', scale);
      const { labels, signs, soft } = sheetLabels(words);
      const away = [...placeLabels(labels, signs, soft)].filter(([id]) => id.startsWith('away '));
      expect(away.length).toBeGreaterThan(0);
      for (const [, p] of away) {
        expect(p.x + p.w / 2).toBeLessThanOrEqual(words.space.box[2] * scale + 44);
        expect(p.x - p.w / 2).toBeGreaterThanOrEqual(words.space.box[0] * scale - 44);
      }
    }
  });

  test('a spot that is moved takes its number with it', () => {
    const spot = job.spots.find((s) => s.storeyId === 'ground');
    if (!spot) throw new Error('no spot');
    const words = wordsOf(job, 'ground', 'survey', 40);
    const placeOf = (w: SheetWords) =>
      sheetLabels(w).labels.find((l) => l.id === `spot ${spot.id}`)?.places[0]?.x ?? NaN;
    expect(placeOf({ ...words, moved: { ...spot, xM: spot.xM + 1 } }) - placeOf(words)).toBeCloseTo(40, 6);
  });

  test('isolines have their figures on them, clear of the walls, and none in the layer of units', () => {
    const room = find(job, 'room', job.rooms.find((r) => r.storeyId === 'ground')?.id);
    if (!room) throw new Error('no space');
    const [x, y] = [
      room.outline.reduce((sum, p) => sum + p[0], 0) / room.outline.length,
      room.outline.reduce((sum, p) => sum + p[1], 0) / room.outline.length,
    ];
    const band = (level: number, at: number) => ({
      ...{ level, whole: false, starts: Int32Array.from([0, 2]) },
      points: Float64Array.from([x + at, y, -50, -50]),
    });
    const field = {
      roomId: room.id,
      bands: [band(0, 0), band(5, 0)],
      unitIds: [],
      cling: null,
      metBefore: null,
    };
    const words = { ...wordsOf(job, 'ground', 'plan', 40), fields: [field as never] };
    const label = sheetLabels(words).labels.find((l) => l.id === `isoline ${room.id} 5`);
    expect(label?.places).toHaveLength(1);
    expect(label?.places[0]?.x).toBeCloseTo(x * 40, 3);
    expect(sheetLabels({ ...words, layer: 'units' }).labels.some((l) => l.id.startsWith('isoline'))).toBe(
      false,
    );
  });
});
