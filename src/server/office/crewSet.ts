/** The firm's own products, prices, activities and step times: one set for all laptops, in versions. */
import { JetStreamApiError, type JetStreamClient, type JetStreamManager } from '@nats-io/jetstream';
import { same } from '@/core/sync/changes';
import type { OwnRecord, OwnSet } from '@/core/papers/ownSet';
import { keepSet, ownSet } from '../business';
import type { Db } from '../database';
import { type Membership, membershipOf } from './membership';
import { decode, encode, messageVersion, setMessageSchema, UnreadableError } from './messages';
import { setStream, setSubject } from './subjects';

const keyOf = (r: OwnRecord): string => `${r.type} ${r.id}`;

/**
 * Puts what was changed here on the newest set of the firm, record by record. Where both changed one, theirs stands.
 * @param base the set that both began with. @returns the set, and the records of one's own that were not taken.
 */
export function mergeSets(base: OwnSet, mine: OwnSet, theirs: OwnSet): { set: OwnSet; lost: OwnRecord[] } {
  const [was, own, now] = [base, mine, theirs].map((s) => new Map(s.records.map((r) => [keyOf(r), r]))) as [
    Map<string, OwnRecord>,
    Map<string, OwnRecord>,
    Map<string, OwnRecord>,
  ];
  const lost: OwnRecord[] = [];
  for (const key of new Set([...was.keys(), ...own.keys()])) {
    const [before, after, there] = [was.get(key), own.get(key), now.get(key)];
    if (same(before, after)) continue;
    if (!same(before, there)) {
      if (after && !same(after, there)) lost.push(after);
      continue;
    }
    if (after) now.set(key, after);
    else now.delete(key);
  }
  const business = same(base.business, theirs.business) ? mine.business : theirs.business;
  return { set: { ...theirs, business, records: [...now.values()] }, lost };
}

const empty: OwnSet = { format: 'nestle-business', version: 1, business: null, records: [] };

/** Takes in a newer version, and sends one's own where it was changed here. */
export async function exchangeSet(
  db: Db,
  { js, jsm }: { js: JetStreamClient; jsm: JetStreamManager },
  me: Membership,
  now: string,
): Promise<void> {
  const state = membershipOf(db);
  if (!state) return;
  const newest = await jsm.streams.getMessage(setStream, { last_by_subj: setSubject });
  const readAt = async (seq: number): Promise<OwnSet> => {
    const message = seq > 0 ? await jsm.streams.getMessage(setStream, { seq }) : null;
    return message ? decode(setMessageSchema, message.data).set : empty;
  };
  let mine = ownSet(db);
  try {
    if (newest && newest.seq !== state.setSeq) {
      const { set: theirs } = decode(setMessageSchema, newest.data);
      const base = state.setWaits || state.setSeq === 0 ? await readAt(state.setSeq) : mine;
      const { set, lost } = mergeSets(base, mine, theirs);
      db.transaction(() => {
        keepSet(db, set, { fromOffice: true });
        const waits = Number(!same(set, theirs));
        const note = lost.length === 0 ? null : JSON.stringify(lost);
        db.prepare(
          'UPDATE office SET set_seq = ?, set_waits = ?, set_note = coalesce(?, set_note) WHERE one = 1',
        ).run(newest.seq, waits, note);
      }).immediate();
      mine = set;
    }
  } catch (error) {
    // a newer program wrote it: this one goes on with its own
    if (error instanceof UnreadableError) return;
    throw error;
  }
  const after = membershipOf(db);
  if (!after?.setWaits || me.role === 'trainee') return;
  const by = { id: me.laptopId, name: me.laptopName };
  try {
    const { seq } = await js.publish(setSubject, encode({ v: messageVersion, by, at: now, set: mine }), {
      expect: { lastSubjectSequence: after.setSeq },
    });
    db.prepare('UPDATE office SET set_seq = ?, set_waits = 0 WHERE one = 1').run(seq);
  } catch (error) {
    // another was first: its version is merged at the next look
    if (!(error instanceof JetStreamApiError && error.code === 10071)) throw error;
  }
}
