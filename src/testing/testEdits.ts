/** For tests: an edit as a window sends it that has just looked. */
import type { Edit } from '@/core/job/edits';
import type { Id } from '@/core/job/records';
import type { Db } from '../server/database';
import { editJob, type EditRequest, type EditResult } from '../server/editLog';
import { loadJob } from '../server/jobs';

let made = 0;

/** The request of a window on the newest state, or on the one that `part` says. */
export function asRequest(db: Db, id: Id, edit: Edit, part: Partial<EditRequest> = {}): EditRequest {
  const { incarnation, revision } = loadJob(db, id);
  return {
    id: `test-${made++}`,
    author: 'w-test',
    kind: 'do',
    of: null,
    incarnation,
    revision,
    edit,
    ...part,
  };
}

export const storeEdit = (
  db: Db,
  id: Id,
  edit: Edit,
  now: string,
  part: Partial<EditRequest> = {},
): EditResult => editJob(db, id, asRequest(db, id, edit, part), now);
