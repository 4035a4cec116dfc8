import { quayHouse } from '@/../demo/make/quayHouse';
import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { coaxLoops, isCoaxRun } from './coaxRuns';
import { applyEdit, EditError, putOne } from './edits';
import { get, type Job, jobFromRecords } from './job';
import { JobFileError, readJobFile, writeJobFile } from './jobFile';
import type { AnyRecord, CableRun, ServicePoint } from './records';
import { checkReferences, withDependants } from './references';

const job = jobFromRecords(quayHouse());
const problemsOf = (j: Job, ...records: AnyRecord[]) => {
  try {
    applyEdit(j, putOne('x', ...records));
    return [];
  } catch (error) {
    if (error instanceof EditError) return error.problems;
    throw error;
  }
};

describe.each([
  ['Quay House', job],
  ['the flat', jobFromRecords(tanneryLofts())],
])('references of %s', (_name, whole) => {
  test('all hold', () => expect(checkReferences(whole)).toEqual([]));

  test('each one that points to nobody is named by path', () => {
    let tried = 0;
    for (const record of whole.byId.values())
      for (const [field, value] of Object.entries(record)) {
        if (field === 'id' || field === 'fileId' || !field.endsWith('Id') || typeof value !== 'string')
          continue;
        tried++;
        const broken = jobFromRecords(
          [...whole.byId.values()].map((r) => (r === record ? { ...record, [field]: 'nobody' } : r)),
        );
        expect(checkReferences(broken)).toContainEqual({
          path: `${record.type}.${record.id}.${field}`,
          message: expect.stringMatching(/^there is no \w+ with the id nobody$/),
        });
      }
    expect(tried).toBeGreaterThan(50);
  });

  test('what is removed with all that cannot stand without it leaves a job that holds', () => {
    for (const id of whole.byId.keys()) {
      if (id === whole.info.id) continue;
      const gone = new Set(withDependants(whole, [id]));
      expect(gone.has(id)).toBe(true);
      const left = jobFromRecords([...whole.byId.values()].filter((r) => !gone.has(r.id)));
      const problems = checkReferences(left).filter((p) => !/activityIds/.test(p.path));
      // the job's own choice of devices is set anew by whoever removes one
      expect(problems.filter((p) => !p.path.startsWith('job.'))).toEqual([]);
    }
  });
});

describe('coax is a tree', () => {
  const [one, two, three] = job.services.filter((s) => s.kind === 'coax') as [
    ServicePoint,
    ServicePoint,
    ServicePoint,
  ];
  const splitter = job.services.find((s) => s.kind === 'splitter') as ServicePoint;
  const run = (id: string, fromId: string, toId: string, cable: CableRun['cable'] = 'rg6'): CableRun => ({
    type: 'cableRun',
    id,
    fromId,
    toId,
    cable,
    lengthM: 5,
    note: '',
  });
  const bare = jobFromRecords([...job.byId.values()].filter((r) => r.type !== 'cableRun'));
  const tree = [
    run('t1', splitter.id, one.id),
    run('t2', splitter.id, two.id),
    run('t3', splitter.id, three.id),
  ];

  test('a tree is taken', () => expect(problemsOf(bare, ...tree)).toEqual([]));

  test.each([
    ['from outlet to outlet', run('ring', one.id, two.id), /joined by coax already/],
    ['twice between the same two', run('ring', splitter.id, one.id, 'rg59'), /joined by coax already/],
    ['of unknown cable', run('ring', three.id, one.id, 'unknown'), /goes in a loop/],
  ])('a run %s closes a circle: refused with path and message', (_words, ring, message) => {
    expect(problemsOf(bare, ...tree, ring)).toEqual([
      { path: 'cableRun.ring.toId', message: expect.stringMatching(message) },
    ]);
  });

  test('in a job file too, and the message names both ends', () => {
    const ringed = jobFromRecords([...bare.byId.values(), ...tree, run('ring', one.id, two.id)]);
    let problems: { path: string; message: string }[] = [];
    try {
      readJobFile(writeJobFile(ringed));
    } catch (error) {
      if (error instanceof JobFileError) problems = error.problems;
    }
    expect(problems).toEqual([
      { path: 'cableRun.ring.toId', message: expect.stringContaining(`${one.name} and ${two.name}`) },
    ]);
  });

  test('data cables may go round, and a cable of which nothing is known is coax only between coax', () => {
    const socket = job.services.find((s) => s.kind === 'socket') as ServicePoint;
    const round = [run('d1', one.id, two.id, 'cat6'), run('d2', splitter.id, socket.id, 'unknown')];
    expect(problemsOf(bare, ...tree, ...round)).toEqual([]);
    const j = applyEdit(bare, putOne('x', ...tree, ...round)).job;
    expect(isCoaxRun(j, get(j, 'cableRun', 'd1'))).toBe(false);
    expect(isCoaxRun(j, get(j, 'cableRun', 'd2'))).toBe(false);
    expect(isCoaxRun(j, get(j, 'cableRun', 't1'))).toBe(true);
  });

  test('as many runs close a loop as there are more than a tree has', () => {
    const more = [run('r1', one.id, two.id), run('r2', two.id, three.id), run('r3', three.id, one.id)];
    const ringed = jobFromRecords([...bare.byId.values(), ...tree, ...more]);
    expect(coaxLoops(ringed).map((r) => r.id)).toEqual(['r1', 'r2', 'r3']);
  });
});
