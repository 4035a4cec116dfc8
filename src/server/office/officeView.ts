/** What the pages show of the office: of the laptop, and of one job. */
import type { Id } from '@/core/job/records';
import { chosen, openSync, retried, editOf } from '@/core/sync/sync';
import { ownRecordSchema } from '@/core/papers/ownSet';
import { z } from 'zod';
import type { Db } from '../database';
import { editJob } from '../editLog';
import { headOf, loadJob } from '../jobs';
import { lackingFiles } from './crewFiles';
import type { Crew } from './crew';
import { membershipOf } from './membership';
import { messageVersion } from './messages';
import * as outbox from './outbox';

const countRow = z.object({ jobId: z.string(), n: z.number() });
const nameRow = z.object({ jobId: z.string(), name: z.string() });
const noteRow = z.object({ note: z.string().nullable() });

/** How many jobs would go to the office: demonstration and practice stay here. */
const jobsToShare = (db: Db): number =>
  z.object({ n: z.number() }).parse(
    db
      .prepare(
        `SELECT count(*) AS n FROM job_head JOIN job ON job.job_id = job_head.id
           WHERE deleted_at IS NULL AND demo = 0 AND practice IS NULL`,
      )
      .get(),
  ).n;

/** The laptop's own state, the other laptops, and what a person has to see to. */
export function officeView(db: Db, running: Crew | null) {
  const me = membershipOf(db);
  if (!me) return { member: null, jobsHere: jobsToShare(db) };
  const names = new Map(
    z
      .array(nameRow)
      .parse(db.prepare('SELECT job_id AS jobId, name FROM job').all())
      .map((r) => [r.jobId, r.name]),
  );
  const state = running?.state();
  const waiting = z
    .array(countRow)
    .parse(db.prepare('SELECT job_id AS jobId, count(*) AS n FROM office_outbox GROUP BY job_id').all());
  const { note } = noteRow.parse(db.prepare('SELECT set_note AS note FROM office').get());
  const lost = note === null ? [] : z.array(ownRecordSchema).parse(JSON.parse(note));
  return {
    member: {
      ...{ firmName: me.firmName, laptopId: me.laptopId, laptopName: me.laptopName, role: me.role },
      ...{ connection: state?.connection ?? 'trying', said: state?.said ?? null, seenAt: me.seenAt },
      ...{ waiting: outbox.waitingCount(db), version: messageVersion, seq: me.seq },
      refused: me.refused !== null,
    },
    laptops: (state?.laptops ?? []).map((l) => ({
      ...{ id: l.by.id, name: l.by.name, role: l.role, at: l.at, version: l.version, waiting: l.waiting },
      program: l.program,
      open: l.open.flatMap((jobId) => {
        const name = names.get(jobId);
        return name === undefined ? [] : [{ jobId, name }];
      }),
    })),
    waiting: waiting.map(({ jobId, n }) => ({ jobId, name: names.get(jobId) ?? jobId, steps: n })),
    stopped: outbox
      .officeJobs(db)
      .flatMap((j) =>
        j.stopped === null ? [] : [{ jobId: j.jobId, name: names.get(j.jobId) ?? j.jobId, why: j.stopped }],
      ),
    lost: lost.map((r) => ('name' in r ? r.name : r.id)),
  };
}

/** One job at the office: who changed it last, who has it open, what waits, and what a person has to choose. */
export function jobAtOffice(db: Db, running: Crew | null, jobId: Id) {
  const me = membershipOf(db);
  const shared = me ? outbox.officeJob(db, jobId) : null;
  if (!me || !shared) return { shared: null };
  const state = running?.state();
  const laptops = state?.laptops ?? [];
  const nameOf = (id: string) =>
    id === me.laptopId ? me.laptopName : (laptops.find((l) => l.by.id === id)?.by.name ?? id);
  return {
    shared: {
      ...{ lastBy: shared.lastBy, lastAt: shared.lastAt, stopped: shared.stopped },
      onlyFor: shared.onlyFor === null ? null : { id: shared.onlyFor, name: nameOf(shared.onlyFor) },
      isMine: shared.onlyFor === null || shared.onlyFor === me.laptopId || me.role === 'office',
      ...{ role: me.role, connection: state?.connection ?? 'trying', said: state?.said ?? null },
      refused: me.refused !== null,
      ...{ seenAt: me.seenAt, waiting: outbox.waitingOf(db, jobId).length },
      others: laptops.filter((l) => l.by.id !== me.laptopId && l.open.includes(jobId)).map((l) => l.by.name),
      clashes: outbox.clashesOf(db, jobId),
      aside: outbox.asideOf(db, jobId),
      lacking: lackingFiles(db, jobId).length,
      revision: headOf(db, jobId).revision,
    },
  };
}

const windowOf = (db: Db, jobId: Id) => ({
  ...openSync(loadJob(db, jobId)),
  clashes: outbox.clashesOf(db, jobId),
  aside: outbox.asideOf(db, jobId),
});

/** A person chose a value, or what becomes of a step that was set aside. @throws EditError when that does not hold now. */
export function choose(
  db: Db,
  jobId: Id,
  what: 'mine' | 'theirs' | 'retry' | 'leave-out',
  id: string,
  now: string,
): void {
  db.transaction(() => {
    const sync = windowOf(db, jobId);
    const stepId = `choose-${globalThis.crypto.randomUUID()}`;
    const next =
      what === 'mine' || what === 'theirs'
        ? chosen(sync, id, what, stepId)
        : what === 'retry'
          ? retried(sync, id, stepId)
          : sync;
    for (const step of next.queue)
      editJob(
        db,
        jobId,
        {
          ...{ id: step.id, author: 'choice', kind: 'do', of: null, edit: editOf(step) },
          ...{ incarnation: sync.incarnation, revision: sync.revision },
        },
        now,
      );
    outbox.keepClashes(db, jobId, next.clashes);
    outbox.dropClash(db, jobId, id);
    outbox.dropAside(db, jobId, id);
  }).immediate();
}
