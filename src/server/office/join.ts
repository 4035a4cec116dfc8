/** A laptop joins a firm with a code, once, and leaves it. */
import { createUser, fromSeed } from '@nats-io/nkeys';
import { connect, nkeyAuthenticator, type NodeConnectionOptions } from '@nats-io/transport-node';
import type { Db } from '../database';
import { listJobs, readJob } from '../jobs';
import { joinAnswer, JoinCodeError, pemOf, readJoinCode } from './joinCode';
import { MemberAlreadyError } from './officeErrors';
import { dropKey, dropMembership, keepKey, keepMembership, membershipOf } from './membership';
import { officeJob, shareJob } from './outbox';

const answerMs = 10_000;

/**
 * Joins: makes a key of its own, asks the office with the code, and puts the jobs that are here with the office.
 * @param name of the laptop, where the code brings none. @returns the firm's name.
 * @throws JoinCodeError when the code is none, was taken, or its office can't be reached; then nothing was changed.
 */
export async function joinFirm(
  db: Db,
  folder: string,
  text: string,
  name: string,
  now: string,
): Promise<string> {
  const had = membershipOf(db);
  if (had) throw new MemberAlreadyError(had.firmName);
  const code = readJoinCode(text);
  const seed = new TextEncoder().encode(code.seed);
  const joinKey = fromSeed(seed).getPublicKey();
  const ca = pemOf(code.ca);
  const own = createUser();
  const nc = await connect({
    ...{ servers: code.servers, tls: { ca }, authenticator: nkeyAuthenticator(seed) },
    ...{ inboxPrefix: `_INBOX_${joinKey}`, reconnect: false, timeout: answerMs },
  }).catch((error: unknown) => {
    const said = error instanceof Error ? error.message : String(error);
    throw new JoinCodeError(
      /authorization|authentication/i.test(said)
        ? 'This code was taken already, or was withdrawn. Ask the office for another.'
        : /certificate|altnames/i.test(said)
          ? 'The office shows another certificate than the code names. Nothing was sent.'
          : `The office can’t be reached at ${code.servers.join(' or ')}. Is this laptop in its network?`,
    );
  });
  try {
    const asked = JSON.stringify({ joinKey, nkey: own.getPublicKey(), name });
    const message = await nc.request('join', asked, { timeout: answerMs }).catch(() => {
      throw new JoinCodeError('The office does not answer: “nestle office start” must run there.');
    });
    const answer = joinAnswer.parse(message.json());
    if ('refused' in answer) throw new JoinCodeError(answer.refused);
    await known({ servers: code.servers, tls: { ca }, authenticator: nkeyAuthenticator(own.getSeed()) });
    keepKey(folder, new TextDecoder().decode(own.getSeed()));
    db.transaction(() => {
      keepMembership(db, { ...answer, servers: code.servers, ca });
      for (const head of listJobs(db))
        if (head.deletedAt === null && !officeJob(db, head.id)) shareJob(db, readJob(db, head), now);
      db.prepare('UPDATE office SET set_waits = EXISTS (SELECT 1 FROM own_record)').run();
    }).immediate();
    return answer.firmName;
  } finally {
    await nc.close();
  }
}

/** The office reads the new key a moment after its answer; so long, ms, and so often it is tried. */
const [untilKnownMs, triesUntilKnown] = [400, 15];

async function known(options: NodeConnectionOptions): Promise<void> {
  for (let tries = 1; ; tries++)
    try {
      const nc = await connect({ ...options, reconnect: false, timeout: answerMs });
      return await nc.close();
    } catch (error) {
      if (tries === triesUntilKnown) throw error;
      await new Promise((done) => setTimeout(done, untilKnownMs));
    }
}

/** Leaves the firm: all jobs stay here, and nothing is sent any more. */
export function leaveFirm(db: Db, folder: string): void {
  dropMembership(db);
  dropKey(folder);
}
