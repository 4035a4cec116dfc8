/** Streams and subjects of a firm's log, and who may write to which. */
import type { Id } from '@/core/job/records';
import type { Role } from './membership';

export const jobsStream = 'JOBS';
export const snapshotsStream = 'SNAPSHOTS';
export const laptopsStream = 'LAPTOPS';
export const setStream = 'SET';
export const usersStream = 'USERS';
/** Bucket of the files of all jobs, each by the SHA-256 of its bytes. */
export const filesBucket = 'files';

/** Ids of jobs hold letters, digits and signs that subjects allow, but for the dot and the signs that stand for others. */
const safe = (id: Id): string => Buffer.from(id).toString('base64url');
export const jobSubject = (jobId: Id): string => `job.${safe(jobId)}.edit`;
export const snapshotSubject = (jobId: Id): string => `snapshot.${safe(jobId)}`;
export const laptopSubject = (laptopId: string): string => `laptop.${laptopId}`;
export const setSubject = 'set.own';
/** Who may do what, for the machines of the office: only its own process writes there. */
export const usersSubject = 'users';
export const jobIdOf = (subject: string): Id =>
  Buffer.from(subject.split('.')[1] ?? '', 'base64url').toString('utf8');

/** A laptop hears answers at a place of its own: no other may listen there. */
export const inboxOf = (laptopId: string): string => `_INBOX_${laptopId}`;

const reading = [
  '$JS.API.INFO',
  '$JS.API.STREAM.INFO.*',
  '$JS.API.STREAM.MSG.GET.*',
  '$JS.API.DIRECT.GET.>',
  '$JS.API.CONSUMER.CREATE.>',
  '$JS.API.CONSUMER.INFO.>',
  '$JS.API.CONSUMER.DELETE.>',
  '$JS.API.CONSUMER.MSG.NEXT.>',
  '$JS.ACK.>',
  '$JS.FC.>',
];
const writing = ['job.*.edit', 'snapshot.*', setSubject, `$O.${filesBucket}.>`];

/** What a node's machine may ask: who may do what, and no more. */
export const nodeReads = [`$JS.API.STREAM.MSG.GET.${usersStream}`, `$JS.API.DIRECT.GET.${usersStream}.>`];
export const nodeInbox = `${inboxOf('node')}.>`;

/** What a laptop may publish, what of it not, and where it listens. The server holds it to this. */
export function permissionsOf(
  { id, role }: { id: string; role: Role },
  only: Readonly<Record<Id, string>>,
): { publish: string[]; deny: string[]; inbox: string } {
  const closed = Object.entries(only).flatMap(([jobId, laptopId]) =>
    laptopId === id || role === 'office' ? [] : [jobSubject(jobId), snapshotSubject(jobId)],
  );
  return {
    publish: [...reading, laptopSubject(id), ...(role === 'trainee' ? [] : writing)],
    deny: role === 'trainee' ? [] : closed,
    inbox: `${inboxOf(id)}.>`,
  };
}
