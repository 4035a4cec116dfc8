import { readFileSync } from 'node:fs';
import { demos } from '@/testing/demoJobs';
import { applyEdit, putOne } from './edits';
import { collectionOf } from './job';
import { JobFileError, jobFileSchema, parseJobFile, writeJobFile } from './jobFile';
import { jobFileJsonSchema } from './jobFileSchema';
import { makeRecord } from './make';
import { newJob, newJobSchema } from '../templates/newJob';

const text = readFileSync('demo/quay-house.nestle.json', 'utf8');

test('the shipped demo files are what their drawings make', () => {
  for (const { file, job } of demos)
    expect(readFileSync(`demo/${file}.nestle.json`, 'utf8')).toBe(writeJobFile(job));
});

test('the documented JSON Schema is the one in force', () => {
  expect(readFileSync('docs/job-file.schema.json', 'utf8')).toBe(jobFileJsonSchema());
});

test('written and read again, a job file is the same text', () => {
  expect(writeJobFile(parseJobFile(text))).toBe(text);
});

test('every kind of record has its list, and what was measured and done comes back', () => {
  const lists = Object.keys(jobFileSchema.shape).sort();
  expect(lists).toEqual(['format', 'version', 'job', 'files', ...Object.values(collectionOf)].sort());
  const job = parseJobFile(text);
  const at = '2026-11-20T10:00:00.000Z';
  const full = applyEdit(
    job,
    putOne(
      'x',
      makeRecord({
        type: 'roamWalk',
        id: 'walk-1',
        name: 'Evening',
        phase: 'after',
        takenAt: at,
        deviceId: null,
        source: 'measured',
        samples: [{ atS: 0, mbps: null, latencyMs: null }],
        marks: [{ atS: 0, spotId: 'spot-1' }],
      }),
      makeRecord({
        type: 'visit',
        id: 'visit-1',
        kind: 'install',
        day: '2026-11-20',
        stepKeys: ['modem'],
        note: '',
      }),
      makeRecord({
        type: 'stepRun',
        id: 'run-modem',
        stepKey: 'modem',
        startedAt: at,
        handsFreeAt: null,
        doneAt: at,
        skipped: null,
        windowAt: null,
        by: 'Ada',
        note: 'quick',
        photos: [],
        read: ['mains'],
        changedAt: at,
      }),
      makeRecord({
        type: 'stepEdit',
        id: 'step-edit-1',
        stepKey: 'own-1',
        own: true,
        dropped: false,
        title: 'Move the piano',
        text: '',
        handsMin: 5,
        waitMin: null,
        after: ['modem'],
      }),
      makeRecord({
        type: 'netSettings',
        id: 'net-settings',
        networkName: 'Quay House',
        guestName: '',
        onlyName: '',
        adminHolder: 'owner',
        networkHolder: '',
        updatesOn: true,
        note: '',
      }),
    ),
  ).job;
  const back = parseJobFile(writeJobFile(full));
  expect([...back.byId.keys()].sort()).toEqual([...full.byId.keys()].sort());
  expect(back.stepRuns).toEqual(full.stepRuns);
  expect(back.visits).toEqual(full.visits);
  expect(back.roamWalks).toEqual(full.roamWalks);
});

describe('a bad file gives path and message', () => {
  const change = (edit: (file: Record<string, unknown>) => void) => {
    const file: Record<string, unknown> = JSON.parse(text);
    edit(file);
    return JSON.stringify(file);
  };
  const first = (file: Record<string, unknown>, list: string): Record<string, unknown> => {
    const records = file[list];
    if (!Array.isArray(records)) throw new Error(`no list ${list}`);
    return records[0];
  };
  test.each<[string, string, string, RegExp]>([
    ['empty', ' \n', '', /empty/],
    ['no JSON', '{"format"', '', /not JSON/],
    ['another format', '{"format":"something"}', 'format', /not a Nestle job file/],
    ['newer', text.replace('"version": 1', '"version": 2'), 'version', /version 2/],
    ['NaN', change((f) => (first(f, 'spots').xM = null)), 'spots.0.xM', /number/],
    ['wrong type', change((f) => (first(f, 'kits').radios = 'two')), 'kits.0.radios', /array/],
    ['unknown field', change((f) => (first(f, 'walls').colour = 'red')), 'walls.0', /colour/],
    [
      'zero length',
      change((f) => Object.assign(first(f, 'walls'), { ax: 1, bx: 1, ay: 1, by: 1 })),
      'walls.0.bx',
      /5 cm/,
    ],
    [
      'head below sill',
      change((f) => Object.assign(first(f, 'openings'), { sillM: 1, headM: 0.5 })),
      'openings.0.headM',
      /above the sill/,
    ],
    [
      'flat outline',
      change(
        (f) =>
          (first(f, 'rooms').outline = [
            [0, 0],
            [1, 1],
            [2, 2],
          ]),
      ),
      'rooms.0.outline',
      /area/,
    ],
    ['id twice', change((f) => (first(f, 'spots').id = 'spot-2')), '', /twice/],
    [
      'lost reference',
      change((f) => (first(f, 'walls').storeyId = 'moon')),
      'wall.cellar-w-1.storeyId',
      /no storey/,
    ],
  ])('%s', (_name, content, path, message) => {
    let error: unknown;
    try {
      parseJobFile(content);
    } catch (thrown) {
      error = thrown;
    }
    expect(error).toBeInstanceOf(JobFileError);
    const [problem] = error instanceof JobFileError ? error.problems : [];
    expect(problem?.path).toBe(path);
    expect(problem?.message).toMatch(message);
  });
});

test('a new job is whole: it reads back, in every outer wall and number of storeys', () => {
  for (const outerAssemblyId of ['asm-stone', 'asm-timber-foil'])
    for (const storeys of [1, 4]) {
      const form = newJobSchema.parse({
        name: 'X',
        lengths: 'ft',
        widthM: 6,
        depthM: 5,
        storeys,
        outerAssemblyId,
        planDownMbps: 100,
        planUpMbps: 20,
      });
      const job = newJob(form, { id: 'x', createdOn: '2026-11-01', seed: 1 });
      expect(parseJobFile(writeJobFile(job)).storeys).toHaveLength(storeys);
    }
});
