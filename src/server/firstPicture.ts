/** The first picture of a job's plan, worked out before it is asked for: the page of a job that was opened before shows it at once. */
import { type Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { firstStorey } from '@/core/job/firstStorey';
import { makeCompute } from '@/workers/compute';
import type { FieldAnswer } from '@/workers/protocol';
import { database } from './database';
import type { StoredJob } from './jobs';
import { openShares } from './sharing/shares';

/** Coverage of the plan's first storey, coarse; null for a job without rooms or a device. */
export function drawFirst(job: Job): FieldAnswer | null {
  const storeyId = firstStorey(job);
  if (!storeyId) return null;
  const compute = makeCompute();
  compute.setJob([...job.byId.values()]);
  const answer = compute.field({
    ...{ storeyId, scenario: 'planned', layer: 'headroom', band: '5', moved: null },
    ...{ shortBefore: true, quality: 'coarse', network: false },
  });
  return answer.rooms.length ? answer : null;
}

/** A larger job is left to the worker: drawing would hold up the server for seconds. */
const mostRooms = 60;
/** Phones that may be testing at this moment must not wait for a picture. */
const isQuiet = () => openShares(database(), new Date().toISOString()).length === 0;

/** So many jobs have their picture kept. */
const most = 12;
/** The page that asked first draws its own: so long it has the machine to itself, ms. */
const restMs = 4000;

/** What a picture hangs on. */
const versionOf = ({ incarnation, revision }: StoredJob) => `${incarnation} ${revision}`;

/** @param later does something once the page is through. @param draw makes a picture. @param quiet is the server free to? */
export function makeFirstPictures(
  later: (act: () => void) => void = (act) => void setTimeout(act, restMs).unref(),
  draw: typeof drawFirst = drawFirst,
  quiet: () => boolean = isQuiet,
) {
  const pictures = new Map<Id, { version: string; picture: FieldAnswer | null }>();
  const asked = new Set<string>();
  return {
    /** The picture of just this revision; null where there is none yet: then one is made for the next time. */
    of(stored: StoredJob): FieldAnswer | null {
      const { id } = stored.job.info;
      const version = versionOf(stored);
      const known = pictures.get(id);
      if (known?.version === version) return known.picture;
      if (!asked.has(version) && stored.job.rooms.length <= mostRooms) {
        asked.add(version);
        later(() => {
          asked.delete(version);
          if (!quiet()) return;
          pictures.delete(id);
          pictures.set(id, { version, picture: draw(stored.job) });
          for (const first of [...pictures.keys()].slice(0, -most)) pictures.delete(first);
        });
      }
      return null;
    },
  };
}

export const firstPictures = makeFirstPictures();
