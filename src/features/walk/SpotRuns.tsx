import type { Job } from '@/core/job/job';
import type { Reading, Spot } from '@/core/job/records';
import { rateText } from '@/core/network/rateText';
import { remarkWords, shortRemarks } from '@/core/proof/remarkWords';
import { proveSpot } from '@/core/proof/spotProof';
import { StatusMark } from '@/ui/marks';
import { Button } from '@/ui/primitives';
import { useStore } from 'zustand';
import type { WalkStore } from './walkStore';

/** The runs of a spot in a phase, each against the need. */
export function SpotRuns({
  job,
  spot,
  runs,
  unsent,
  phase,
}: {
  job: Job;
  spot: Spot;
  runs: Reading[];
  unsent: Set<string>;
  phase: Reading['phase'];
}) {
  const { need } = proveSpot(job, spot);
  if (runs.length === 0)
    return (
      <p className="py-3 text-muted">
        No run {phase === 'later' ? 'of this round' : phase} yet. Five runs that all meet the need prove it.
      </p>
    );
  const meets = (r: Reading) =>
    r.connected &&
    (r.downMbps ?? 0) >= need.downMbps &&
    (r.upMbps ?? Infinity) >= need.upMbps &&
    (r.latencyMs ?? 0) <= need.latencyMs;
  return (
    <table className="mt-3 w-full border-collapse text-right" data-testid="walk-runs">
      <thead className="text-[12px] text-muted">
        <tr className="border-b-[1.5px] border-ink [&>th]:pb-1 [&>th]:font-semibold">
          <th scope="col" className="text-left">
            Run
          </th>
          <th scope="col">Down, Mbps</th>
          <th scope="col">Up</th>
          <th scope="col">Latency</th>
          <th scope="col" className="pl-4 text-left">
            Need
          </th>
        </tr>
      </thead>
      <tbody>
        {runs.map((r, i) => (
          <tr key={r.id} className="h-9 border-b border-rule text-[15px]">
            <td className="text-left whitespace-nowrap">
              {i + 1}
              <span className="ml-1 text-[11.5px] text-muted">
                {[r.measures === 'street' && 'internet', unsent.has(r.id) && 'not sent', ...shortRemarks(r)]
                  .filter(Boolean)
                  .join(', ')}
              </span>
            </td>
            {r.connected ? (
              <>
                <td className="font-bold">{rateText(r.downMbps ?? 0)}</td>
                <td>{r.upMbps === null ? '–' : rateText(r.upMbps)}</td>
                <td className="whitespace-nowrap">
                  {r.latencyMs === null ? '–' : `${rateText(r.latencyMs)} ms`}
                </td>
              </>
            ) : (
              <td colSpan={3} className="text-rust-text">
                could not connect
              </td>
            )}
            <td className="pl-4 text-left">
              <span className={`flex items-center gap-1.5 ${meets(r) ? '' : 'text-rust-text'}`}>
                <StatusMark mark={meets(r) ? 'cured' : 'short'} /> {meets(r) ? 'Met' : 'Short'}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What the newest run tells beyond its rates: delays under load, silences, what made it say less. */
export function AboutRun({ run }: { run: Reading | undefined }) {
  if (!run?.connected) return null;
  const under = [
    run.loadedMs !== null && `${rateText(run.loadedMs)} ms while data flows down`,
    run.loadedUpMs !== null && `${rateText(run.loadedUpMs)} ms while data flows up`,
  ].filter(Boolean);
  const remarks = remarkWords(run);
  if (under.length + remarks.length === 0) return null;
  return (
    <div className="py-1.5 text-[13px]" data-testid="about-run">
      {under.length > 0 && <p className="text-muted">Last run, latency: {under.join(', ')}.</p>}
      {remarks.map((words) => (
        <p key={words} className="font-semibold text-rust-text">
          {words}
        </p>
      ))}
    </div>
  );
}

/** Runs that the job did not take, with why; they stay here until dropped. */
export function Refused({ store }: { store: WalkStore }) {
  const refused = useStore(store, (s) => s.waiting.refused);
  if (refused.length === 0) return null;
  return (
    <section className="mt-3 border border-rust p-3" aria-label="Not accepted">
      <h3 className="font-bold text-rust-text">Not accepted into the job</h3>
      <ul>
        {refused.map(({ run, message }) => (
          <li key={run.id} className="flex items-center gap-2 border-t border-rule py-1">
            <span className="min-w-0 flex-1">
              {run.connected ? `${rateText(run.downMbps ?? 0)} Mbps` : 'could not connect'}: {message}
            </span>
            <Button look="quiet" onClick={() => store.getState().sendAgain(run.id)}>
              Send again
            </Button>
            <Button look="quiet" onClick={() => store.getState().dropRefused(run.id)}>
              Discard
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
