/** Is the laptop in reach, and what is new in the job? */
import type { z } from 'zod';
import { ApiError, ask, messageOf } from '@/client/store/api';
import { jobKey, keptSchema } from './walkKept';
import type { WalkState } from './walkState';

/** An answer is waited for so long, ms. */
const hereAnswerMs = 1800;

interface LinkPorts {
  get: () => WalkState;
  set: (part: Partial<WalkState>) => void;
  /** Takes in the job as the laptop has it. */
  take: (walk: z.infer<typeof keptSchema>) => void;
  /** Keeps a text on the phone. */
  store: (key: string, text: string) => void;
}

export function walkLink(code: string, { get, set, take, store }: LinkPorts) {
  async function look() {
    try {
      const fresh = await ask(keptSchema, `/api/walk/${code}`);
      take(fresh);
      set({ link: 'online', problem: null, heardMs: Date.now() });
      store(jobKey(code), JSON.stringify(fresh));
    } catch (error) {
      offline(error);
    }
  }

  function offline(error: unknown) {
    if (error instanceof ApiError && error.status === 404) set({ link: 'closed', problem: error.message });
    else if (error instanceof ApiError) set({ problem: error.message });
    else set({ link: 'offline', problem: error instanceof TypeError ? null : messageOf(error) });
  }

  /** Is the laptop in reach? A silent link is told by when it last answered, one that is gone at once. */
  async function here() {
    if (get().testing || document.visibilityState !== 'visible' || get().link === 'closed') return;
    try {
      await fetch(`/speed/${code}/here`, { cache: 'no-store', signal: AbortSignal.timeout(hereAnswerMs) });
      const back = get().link === 'offline';
      set({ heardMs: Date.now(), ...(back && { link: 'online' as const }) });
      if (back) void look().then(() => get().flush());
    } catch (error) {
      if (error instanceof TypeError) set({ link: 'offline' });
    }
  }

  return { look, here, offline };
}
