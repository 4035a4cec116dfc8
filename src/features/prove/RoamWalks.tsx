'use client';

import { Trash2 } from 'lucide-react';
import { roamingOf } from '@/core/proof/roaming';
import { IconButton, PartHead } from '@/ui/primitives';
import { RoamStrip } from '@/panels/readings/RoamStrip';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useTimes } from '@/ui/useTimes';

/** Walks from unit to unit, newest first: time lost, and where the phone held on. */
export function RoamWalks() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const { whenText } = useTimes();
  const [planned, found] = [useJob((s) => s.planned), useJob((s) => s.found)];
  const walks = [...job.roamWalks].sort((a, b) => b.takenAt.localeCompare(a.takenAt));
  return (
    <section aria-label="Roaming tests">
      <PartHead right={walks.length ? 'rate, second by second' : undefined}>Roaming tests</PartHead>
      {walks.length === 0 && (
        <p className="text-muted">
          None yet. On the phone, “Roaming” shows where a call would drop or slow down on the way through the
          house.
        </p>
      )}
      {walks.map((walk) => {
        const result = roamingOf(job, walk, (walk.phase === 'after' ? planned : found) ?? []);
        return (
          <article key={walk.id} className="mb-3" data-testid="roam-walk">
            <h3 className="flex items-center justify-between">
              <span>
                <b>{walk.name}</b>{' '}
                <span className="text-[12px] text-muted">
                  {walk.phase}, {whenText(walk.takenAt)}
                  {walk.source === 'simulated' && ', simulated'}
                </span>
              </span>
              <IconButton
                label={`Remove ${walk.name}`}
                onClick={() =>
                  store.getState().commit({ label: `Remove ${walk.name}`, put: [], remove: [walk.id] })
                }
              >
                <Trash2 size={14} />
              </IconButton>
            </h3>
            <RoamStrip samples={walk.samples} marks={walk.marks} job={job} />
            <p className="mt-1 font-semibold">
              {Math.round(result.lengthS)} s: {Math.round(result.lostS)} s without an answer
              {result.clungS > 0 && `, ${Math.round(result.clungS)} s on the wrong unit`}
            </p>
            <ul className="text-[12px] text-muted">
              {result.stretches.map((s) => (
                <li key={s.fromS}>{s.words}</li>
              ))}
            </ul>
          </article>
        );
      })}
    </section>
  );
}
