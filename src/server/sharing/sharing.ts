/** What the Phone button asks for: is the job open to phones, where, with which code. */
import type { Id } from '@/core/job/records';
import type { Simulation } from '@/core/speedtest/linkConditions';
import { beatAt, roamingHouse, type RoamingHouse } from '@/standins/roamingPhone';
import { shapedHouse, type ShapedHouse, shapeFor } from '@/standins/shapes';
import { database } from '../database';
import { headOf, loadJob } from '../jobs';
import { closeShare, openShare, shareOf } from './shares';
import { phoneRecords } from './phoneView';
import { foretoldOf } from './foretold';
import { ownAddresses } from './ownAddresses';
import { startSharing, stopSharingIfUnused } from './shareServer';

export interface SharingState {
  revision: number;
  share: {
    code: string;
    expiresAt: string;
    /** Where a phone finds the page, best guess first; the last works on this machine only. */
    urls: string[];
  } | null;
}

/** The house that tests are held to, as found or planned; the last of each kind is kept. */
const shaped = new Map<string, { key: string; house: ShapedHouse }>();
/** The house that a roaming phone walks through; one is kept. */
let walked: { key: string; house: RoamingHouse } | null = null;

/** SIMULATED conditions, kept for as long as the job stays as it is. */
const simulation: Simulation = {
  shapeOf(jobId, request, run) {
    const kind = `${request.phase} ${request.measures}`;
    const key = `${jobId} ${headOf(database(), jobId).revision}`;
    const had = shaped.get(kind);
    const house = had?.key === key ? had.house : shapedHouse(loadJob(database(), jobId).job, request);
    shaped.set(kind, { key, house });
    return shapeFor(house, request, run);
  },
  beatOf(jobId, spotId, phase, heldId) {
    const { revision } = headOf(database(), jobId);
    const key = JSON.stringify([jobId, revision, phase]);
    if (walked?.key !== key) walked = { key, house: roamingHouse(loadJob(database(), jobId).job, phase) };
    return beatAt(walked.house, spotId, heldId);
  },
};

const behindOf = (host: string | null) => {
  const port = Number(/:(\d+)$/.exec(host ?? '')?.[1] ?? 80);
  return { hostname: '127.0.0.1', port };
};

/** The state of a job's share. Listens again when it was open before the program was started anew. @throws NoSuchJobError */
export async function sharingState(jobId: Id, host: string | null): Promise<SharingState> {
  const { revision } = headOf(database(), jobId);
  const share = shareOf(database(), jobId, new Date().toISOString());
  if (!share) return { revision, share: null };
  const port = await startSharing(behindOf(host), simulation);
  return {
    revision,
    share: {
      code: share.code,
      expiresAt: share.expiresAt,
      urls: ownAddresses().map((a) => `http://${a}:${port}/walk/${share.code}`),
    },
  };
}

/** Opens a job to phones on the local network. @throws NoSuchJobError */
export async function openSharing(jobId: Id, host: string | null): Promise<SharingState> {
  openShare(database(), jobId, new Date().toISOString());
  return sharingState(jobId, host);
}

/** Closes it. */
export async function closeSharing(jobId: Id): Promise<SharingState> {
  const { revision } = headOf(database(), jobId);
  closeShare(database(), jobId);
  await stopSharingIfUnused();
  return { revision, share: null };
}

/** What a phone needs for a walk, as it is now. */
export function walkOf(jobId: Id) {
  const { job, revision } = loadJob(database(), jobId);
  return { records: phoneRecords(job), revision, foretold: foretoldOf(job) };
}
