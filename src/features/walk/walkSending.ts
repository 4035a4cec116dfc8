/** Sends what waits on a phone, each thing once, and takes it off the list only when the laptop has it. */
import { sayError } from '@/ui/sayError';
import { toast } from 'sonner';
import { z } from 'zod';
import { ApiError, ask, keptPictureSchema } from '@/client/store/api';
import { type PhotoBox, spotOfKey } from './photoBox';
import { unsentCount, type Waiting } from './walkKept';
import type { WalkState } from './walkState';

const stepsReceivedSchema = z.object({
  received: z.array(
    z.object({ id: z.string(), stepKey: z.string(), state: z.string(), message: z.string().optional() }),
  ),
});
const receivedSchema = z.object({
  received: z.array(
    z.object({
      id: z.string(),
      state: z.enum(['taken', 'known', 'refused']),
      message: z.string().optional(),
    }),
  ),
});

/** Most runs or words of steps in one request. */
const mostAtOnce = 100;

/** The walk whose things are sent. */
export interface Sender {
  code: string;
  box: PhotoBox;
  get: () => WalkState;
  set: (part: Partial<WalkState>) => void;
  /** Keeps what still waits, on the phone too. */
  keep: (waiting: Waiting) => void;
  /** Fetches the job again. */
  look: () => Promise<void>;
}

async function sendRuns({ code, get, keep, look }: Sender): Promise<void> {
  const { waiting } = get();
  if (waiting.runs.length === 0) return;
  const runs = waiting.runs
    .slice(0, mostAtOnce)
    .map(({ type: _type, run: _run, planMbps: _plan, ...r }) => r);
  const { received } = await ask(receivedSchema, `/api/walk/${code}/runs`, {
    body: { runs, sentAt: new Date().toISOString() },
  });
  const states = new Map(received.map((r) => [r.id, r]));
  const now = get().waiting;
  const refused = now.runs.flatMap((run) => {
    const answer = states.get(run.id);
    return answer?.state === 'refused' ? [{ run, message: answer.message ?? 'refused' }] : [];
  });
  // the job with these runs comes before they leave the list, so that none is missing in between
  await look();
  const after = get().waiting;
  keep({
    ...after,
    runs: after.runs.filter((r) => !states.has(r.id)),
    refused: [...after.refused, ...refused],
  });
}

async function sendRoams({ code, get, keep }: Sender): Promise<void> {
  for (const walk of get().waiting.roams) {
    const { type: _type, ...rest } = walk;
    const body = { ...rest, sentAt: new Date().toISOString() };
    await ask(z.object({ taken: z.boolean() }), `/api/walk/${code}/roam`, { body });
    const after = get().waiting;
    keep({ ...after, roams: after.roams.filter((w) => w.id !== walk.id) });
  }
}

async function sendSteps({ code, get, keep, look }: Sender): Promise<void> {
  const { steps } = get().waiting;
  if (steps.length === 0) return;
  const sent = steps.slice(0, mostAtOnce);
  keep({ ...get().waiting, steps: steps.map((s) => (sent.includes(s) ? { ...s, tried: true } : s)) });
  const words = sent.map(({ id, run, base }) => ({ id, run, base }));
  const { received } = await ask(stepsReceivedSchema, `/api/walk/${code}/steps`, {
    body: { words, sentAt: new Date().toISOString() },
  });
  for (const r of received) if (r.message) toast(r.message);
  await look();
  const after = get().waiting;
  // what was noted anew meanwhile waits for its own turn
  const told = new Set(received.map((r) => r.id));
  keep({ ...after, steps: after.steps.filter((s) => !told.has(s.id)) });
}

/** Sends what is in the box. One that the laptop can't take is dropped and told: it stays in the phone's own album. */
async function sendPhotos({ code, box, get, set }: Sender): Promise<void> {
  for (const photo of await box.all()) {
    try {
      const spotId = spotOfKey(photo.stepKey);
      const of = spotId ? `?spot=${encodeURIComponent(spotId)}` : '';
      await ask(keptPictureSchema, `/api/walk/${code}/photo${of}`, { bytes: photo.blob });
    } catch (error) {
      if (!(error instanceof ApiError) || ![413, 422].includes(error.status)) throw error;
      sayError(`A photo was not accepted. ${error.message}`);
      const run = get().job?.stepRuns.find((r) => r.stepKey === photo.stepKey);
      if (run) get().addStep({ ...run, photos: run.photos.filter((p) => p !== photo.fileId) });
    }
    await box.drop(photo.fileId);
    set({ photos: (await box.all()).length });
  }
}

/** @throws ApiError, TypeError when the laptop is out of reach; what was sent before stays sent. */
export async function sendAll(sender: Sender): Promise<void> {
  await sendRuns(sender);
  await sendRoams(sender);
  await sendSteps(sender);
  await sendPhotos(sender);
  const { get, set } = sender;
  if (unsentCount(get().waiting) + get().photos === 0) set({ savedAt: new Date().toISOString() });
  set({ link: 'online' });
}
