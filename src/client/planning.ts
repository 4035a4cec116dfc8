'use client';

/** The proposals of a job while its page is open: asked for, streamed, asked about. They outlive a change of stage. */
import * as Comlink from 'comlink';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { type Job, jobFromRecords } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import type { FrontPoint } from '@/core/optimise/front';
import type { Proposal } from '@/core/optimise/proposal';
import type { ProposalKind } from '@/core/optimise/proposalWords';
import type { PlanningStep } from '@/core/optimise/planningStep';
import type { Proposals } from '@/core/optimise/propose';
import type { Answer } from '@/core/optimise/questions';
import type { WhatIf } from '@/core/optimise/whatIf';
import type { Robust } from '@/core/optimise/robust';
import { keepProposals, keptProposals } from '@/client/keptProposals';
import { messageOf } from '@/client/store/api';
import { startPlanning } from '@/workers/client';

export interface Planning {
  /** kept: worked out before a reload, or as far as it was when stopped; questions need them worked out again. */
  kind: 'idle' | 'working' | 'done' | 'kept' | 'failed';
  /** What went wrong. */
  said: string;
  /** What is worked at; null = nothing is. */
  doing: PlanningStep | null;
  /** When the work began, ms as `Date.now`, and how long it took the last time, s; null = not known. */
  sinceMs: number | null;
  tookS: number | null;
  proposals: readonly Proposal[];
  found: Proposals | null;
  /** When they were worked out, ISO 8601. */
  at: string | null;
  /** The job that they are for. */
  from: Job | null;
  taken: ProposalKind | null;
  /** Shown on the sheet. */
  shown: ProposalKind | null;
  /** Are the places where a unit could be shown, and which of them is chosen. */
  places: boolean;
  placeId: Id | null;
  robust: Readonly<Partial<Record<ProposalKind, Robust>>>;
  /** Answers to questions by what was asked; null while it is worked out. */
  answers: Readonly<Record<string, Answer | null>>;
  front: readonly FrontPoint[] | 'working' | null;
  relax: readonly WhatIf[] | 'working' | null;
  ask: (job: Job) => Promise<void>;
  stop: () => void;
  whyFewer: (kind: ProposalKind) => Promise<void>;
  whyNotAir: (kind: ProposalKind, placeId: Id) => Promise<void>;
  askFront: () => Promise<void>;
  askRelax: (job: Job) => Promise<void>;
  set: (part: Partial<Planning>) => void;
}

export const fewerKey = (kind: ProposalKind) => `fewer ${kind}`;
export const airKey = (kind: ProposalKind, placeId: Id) => `air ${kind} ${placeId}`;

const nothing = {
  proposals: [],
  found: null,
  at: null,
  from: null,
  taken: null,
  shown: null,
  robust: {},
  answers: {},
  front: null,
  relax: null,
} as const;

const makePlanning = (jobId: Id) => {
  const made = createStore<Planning>()((set, get) => {
    let worker: ReturnType<typeof startPlanning> | null = null;
    const isNow = (w: typeof worker) => w !== null && w === worker;
    const end = () => {
      worker?.stop();
      worker = null;
    };
    const api = () => {
      worker ??= startPlanning();
      return worker.api;
    };
    /** Runs a question; what goes wrong is told as its answer. */
    const answer = async (key: string, ask: () => Promise<Answer>) => {
      const put = (a: Answer | null) => set({ answers: { ...get().answers, [key]: a } });
      put(null);
      try {
        put(await ask());
      } catch (error) {
        put({ words: `The search stopped: ${messageOf(error)}`, instead: null });
      }
    };
    const keep = (job: Job) => {
      const { proposals, found, at } = get();
      const records = [...job.byId.values()];
      const tookS = found ? get().tookS : null;
      void keepProposals({ jobId, at: at ?? new Date().toISOString(), tookS, records, proposals, found });
    };
    return {
      kind: 'idle',
      said: '',
      doing: null,
      sinceMs: null,
      tookS: null,
      places: false,
      placeId: null,
      ...nothing,
      set,
      stop() {
        end();
        const { proposals, from } = get();
        if (proposals.length === 0) return set({ kind: 'idle', said: '', ...nothing });
        // what there is stays
        set({ kind: 'kept', said: '', at: new Date().toISOString() });
        if (from) keep(from);
      },
      async ask(job) {
        end();
        const mine = startPlanning();
        worker = mine;
        const sinceMs = Date.now();
        set({ kind: 'working', said: '', doing: null, sinceMs, ...nothing, from: job });
        try {
          const doing = Comlink.proxy((step: PlanningStep) => {
            if (isNow(mine)) set({ doing: step });
          });
          const one = Comlink.proxy((proposal: Proposal) => {
            if (!isNow(mine)) return;
            const { proposals } = get();
            const isKnown = proposals.some((p) => p.kind === proposal.kind);
            set({
              proposals: isKnown
                ? proposals.map((p) => (p.kind === proposal.kind ? proposal : p))
                : [...proposals, proposal],
            });
          });
          const found = await mine.api.plan([...job.byId.values()], {}, doing, one);
          if (!isNow(mine)) return;
          set({ tookS: (Date.now() - sinceMs) / 1000 });
          set({
            kind: 'done',
            said: '',
            doing: null,
            found,
            proposals: found.proposals,
            at: new Date().toISOString(),
          });
          keep(job);
          for (const { kind } of found.proposals) {
            const robust = await mine.api.robust(kind);
            if (!isNow(mine)) return;
            set({ robust: { ...get().robust, [kind]: robust } });
          }
        } catch (error) {
          if (isNow(mine)) set({ kind: 'failed', said: messageOf(error) });
        }
      },
      whyFewer: (kind) => answer(fewerKey(kind), () => api().fewer(kind)),
      whyNotAir: (kind, placeId) => answer(airKey(kind, placeId), () => api().air(kind, placeId)),
      async askFront() {
        set({ front: 'working' });
        try {
          set({ front: await api().front() });
        } catch (error) {
          set({ front: null, kind: 'failed', said: messageOf(error) });
        }
      },
      async askRelax(job) {
        set({ relax: 'working' });
        try {
          set({ relax: await api().relax([...job.byId.values()], {}) });
        } catch (error) {
          set({ relax: null, kind: 'failed', said: messageOf(error) });
        }
      },
    };
  });
  // a page that is made on the server keeps nothing
  if (typeof indexedDB !== 'undefined')
    void keptProposals(jobId).then((had) => {
      if (!had || made.getState().kind !== 'idle') return;
      const { records, proposals, found, at, tookS } = had;
      made.setState({ kind: 'kept', tookS, proposals, found, at, from: jobFromRecords(records) });
    });
  return made;
};

const kept = new Map<Id, ReturnType<typeof makePlanning>>();

/** The planning of a job; made when first asked for. */
export function planningOf(jobId: Id) {
  const known = kept.get(jobId) ?? makePlanning(jobId);
  kept.set(jobId, known);
  return known;
}

export const usePlanning = <T>(jobId: Id, select: (p: Planning) => T): T =>
  useStore(planningOf(jobId), select);
