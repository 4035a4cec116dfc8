/** The streams of an office: made once, and never emptied by the program. */
import { jetstreamManager, RetentionPolicy, StorageType } from '@nats-io/jetstream';
import type { NatsConnection } from '@nats-io/transport-node';
import { Objm } from '@nats-io/obj';
import * as subjects from './subjects';

/** The same entry sent again within this time is known by its id; later by its expected place. */
const sameWithinMs = 2 * 60 * 60_000;
/** So many versions of the shared products are kept. */
const setVersions = 50;
const nanosPerMs = 1e6;

/** Makes the streams that are missing. @param firmId stands in each, so that a laptop knows whose they are. */
export async function makeStreams(nc: NatsConnection, firmId: string, nodes: number): Promise<void> {
  const jsm = await jetstreamManager(nc, { timeout: 10_000 });
  const kept = {
    ...{ retention: RetentionPolicy.Limits, storage: StorageType.File },
    ...{ num_replicas: nodes >= 3 ? 3 : 1, description: firmId, allow_direct: true },
  };
  const had = new Set<string>();
  for await (const name of jsm.streams.names()) had.add(name);
  const wanted = [
    { name: subjects.jobsStream, subjects: ['job.*.edit'], duplicate_window: sameWithinMs * nanosPerMs },
    { name: subjects.snapshotsStream, subjects: ['snapshot.*'], max_msgs_per_subject: 1 },
    { name: subjects.laptopsStream, subjects: ['laptop.*'], max_msgs_per_subject: 1 },
    { name: subjects.usersStream, subjects: [subjects.usersSubject], max_msgs_per_subject: 1 },
    { name: subjects.setStream, subjects: [subjects.setSubject], max_msgs_per_subject: setVersions },
  ];
  for (const stream of wanted) if (!had.has(stream.name)) await jsm.streams.add({ ...kept, ...stream });
  if (!had.has(`OBJ_${subjects.filesBucket}`))
    await new Objm(nc).create(subjects.filesBucket, {
      ...{ storage: StorageType.File, replicas: kept.num_replicas, description: firmId },
    });
}
