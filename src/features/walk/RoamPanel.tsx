'use client';

import { useStore } from 'zustand';
import { find, type Job } from '@/core/job/job';
import type { RoamWalk } from '@/core/job/records';
import { roamingOf } from '@/core/proof/roaming';
import { Button } from '@/ui/primitives';
import { RoamStrip } from '@/panels/readings/RoamStrip';
import { useRoamWalk } from './useRoamWalk';
import type { WalkStore } from './walkStore';

/** Walking from unit to unit with one small request a second; spots are marked as they are passed. */
export function RoamPanel({ store }: { store: WalkStore }) {
  const job = useStore(store, (s) => s.job);
  const order = useStore(store, (s) => s.order);
  const simulated = useStore(store, (s) => s.simulated);
  const { walking, done, mark, begin, end } = useRoamWalk(store, simulated);
  if (!job) return null;
  const shown = walking ? { ...walking } : done;
  const last = walking?.marks.at(-1)?.spotId;
  return (
    <div className="flex flex-1 flex-col px-4 pt-3">
      <h2 className="text-[20px] font-bold">Roaming test</h2>
      <p className="text-muted">
        Walk as if you were on a call. One small request each second shows where the answer is late, or where
        the phone stays connected to the wrong unit. Press each spot as you pass it.
      </p>
      {shown && shown.samples.length > 0 && (
        <div className="mt-3">
          <RoamStrip samples={shown.samples.slice(-90)} marks={shown.marks} job={job} />
        </div>
      )}
      {walking ? (
        <>
          <p className="mt-2 text-[16px] font-bold" aria-live="polite">
            {walking.samples.length} s · {walking.samples.filter((s) => s.latencyMs === null).length} s
            without an answer
          </p>
          <ul className="mt-2 grid grid-cols-2 gap-2" aria-label="I am at">
            {order.map((id) => {
              const spot = find(job, 'spot', id);
              return (
                spot && (
                  <li key={id}>
                    <Button
                      className={`!h-[50px] w-full !justify-start ${last === id ? 'border-action bg-chosen' : ''}`}
                      aria-pressed={last === id}
                      onClick={() => mark(id)}
                    >
                      <b>{spot.number}</b>{' '}
                      <span className="truncate font-normal">{find(job, 'room', spot.roomId)?.name}</span>
                    </Button>
                  </li>
                )
              );
            })}
          </ul>
        </>
      ) : (
        done && <RoamResult job={job} walk={done} />
      )}
      <div className="sticky bottom-0 mt-auto bg-paper py-3">
        <button
          type="button"
          className={`h-[64px] w-full rounded-(--radius) border border-action text-[20px] font-bold ${walking ? 'bg-panel text-action' : 'bg-action text-panel'}`}
          onClick={walking ? end : begin}
        >
          {walking ? 'End the walk' : 'Start walking'}
        </button>
        {simulated && (
          <p className="mt-1 text-[12px] text-muted">
            Simulated radio: a fictional phone in a fictional house.
          </p>
        )}
      </div>
    </div>
  );
}

/** What a walk showed: seconds without an answer, and each gap and slow stretch in words. */
function RoamResult({ job, walk }: { job: Job; walk: RoamWalk }) {
  const result = roamingOf(job, walk, []);
  return (
    <section className="mt-3 border-t border-strong pt-2" aria-label="Result of the walk">
      <p className="text-[16px] font-bold">
        {Math.round(result.lengthS)} s walked, {Math.round(result.lostS)} s without an answer
        {result.longestGapS > 0 && `, ${Math.round(result.longestGapS)} s in a row`}
      </p>
      <ul>
        {result.stretches.map((s) => (
          <li key={s.fromS} className="border-b border-rule py-1.5">
            {s.words}
          </li>
        ))}
      </ul>
      {result.stretches.length === 0 && <p className="text-muted">No pause and no slow part.</p>}
    </section>
  );
}
