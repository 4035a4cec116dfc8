'use client';

import { Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { find } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import { rateText } from '@/core/network/rateText';
import { caveatsOf, compareRounds, type Round, roundsOf, type SpotChange } from '@/core/proof/rounds';
import type { Medians } from '@/core/proof/spotProof';
import { takeSimulatedRuns } from '@/panels/readings/readingActions';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { StatusMark, verdictWords } from '@/ui/marks';
import { Button, Choice, Field, IconButton, inputClass, PartHead, Tip } from '@/ui/primitives';
import { dayText } from '@/ui/time';
import { useTimes } from '@/ui/useTimes';

/** Later rounds of tests: one year on, a call-back; and any two rounds compared. */
export function Rounds() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const { dateShort } = useTimes();
  const [name, setName] = useState('');
  const rounds = useMemo(() => roundsOf(job), [job]);
  const add = () => {
    const round = makeRecord({
      ...{ type: 'testRound', id: freshId(job, 'round'), note: '' },
      ...{ name: name.trim(), day: dayText(new Date()) },
    });
    if (store.getState().commit(putOne(`Begin the round ${round.name}`, round))) setName('');
  };
  return (
    <section aria-label="Rounds of tests" data-testid="rounds">
      <PartHead right={`${rounds.filter((r) => r.runs > 0).length} with runs`}>Rounds of tests</PartHead>
      <ul>
        {rounds.map((r) => (
          <li key={r.key} className="flex items-center gap-2 border-b border-rule py-1">
            <span className="min-w-0 flex-1 truncate">{r.name}</span>
            {r.roundId && <RoundDay round={r} />}
            <span className="text-[12px] text-muted">
              {!r.roundId && r.day ? `${dateShort(r.day)}, ` : ''}
              {r.runs} {r.runs === 1 ? 'run' : 'runs'}
            </span>
            {r.roundId && r.runs === 0 && (
              <IconButton
                label={`Remove ${r.name}`}
                onClick={() =>
                  store.getState().commit({ label: `Remove ${r.name}`, put: [], remove: [r.key] })
                }
              >
                <Trash2 size={15} />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      <form
        className="mt-2 flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim()) add();
        }}
      >
        <input
          className={`${inputClass} min-w-0 flex-1`}
          aria-label="Name of the new round"
          placeholder="One year on"
          maxLength={120}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button type="submit" disabled={!name.trim()}>
          Begin a round
        </Button>
      </form>
      {job.testRounds.length > 0 && (
        <p className="mt-1 text-[12px] text-muted">
          Choose a spot to add its runs, or choose the round on the phone, under “Test settings”. What was
          proven after the work stays as it is.
        </p>
      )}
      <Compare rounds={rounds} />
    </section>
  );
}

function RoundDay({ round }: { round: Round }) {
  const store = useJobStore();
  const had = useJob((s) => find(s.job, 'testRound', round.roundId));
  return (
    <input
      type="date"
      aria-label={`Day of ${round.name}`}
      className={`${inputClass} w-[132px]`}
      value={round.day ?? ''}
      onChange={(e) =>
        had &&
        e.target.value &&
        store.getState().commit(putOne(`Day of ${round.name}`, { ...had, day: e.target.value }))
      }
    />
  );
}

/** Two rounds side by side, what needs a look first. Nothing where there are no two with runs. */
function Compare({ rounds }: { rounds: readonly Round[] }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const tested = rounds.filter((r) => r.runs > 0);
  const [keys, setKeys] = useState<[string | null, string | null]>([null, null]);
  const [busy, setBusy] = useState(false);
  const at = (i: 0 | 1) => tested.find((r) => r.key === keys[i]) ?? tested.at(i - 2);
  const [earlier, later] = [at(0), at(1)];
  const changes = useMemo(
    () => (earlier && later && earlier !== later ? compareRounds(job, earlier, later) : []),
    [job, earlier, later],
  );
  const newest = rounds.findLast((r) => r.roundId);
  const open = newest && job.spots.filter((s) => !hasRuns(s.id, newest)).map((s) => s.id);
  function hasRuns(spotId: string, round: Round) {
    return job.readings.some((r) => r.spotId === spotId && r.roundId === round.roundId);
  }
  return (
    <>
      {newest && open && open.length > 0 && (
        <>
          <Button
            className="mt-2 w-full"
            disabled={busy}
            onClick={() => {
              setBusy(true);
              void takeSimulatedRuns(store, open, newest, 5).then(() => setBusy(false));
            }}
          >
            5 simulated runs at {open.length} spots
          </Button>
          <p className="mt-1 text-[12px] text-muted">Simulated: from the built-in simulator, not measured.</p>
        </>
      )}
      {tested.length > 1 && earlier && later && (
        <div className="mt-3" data-testid="compare-rounds">
          {([0, 1] as const).map((i) => (
            <Field key={i} label={i === 0 ? 'Compare' : 'with'}>
              {(id) => (
                <Choice
                  id={id}
                  value={(i === 0 ? earlier : later).key}
                  options={tested.map((r) => ({ value: r.key, text: r.name }))}
                  onChange={(key) => setKeys(i === 0 ? [key, later.key] : [earlier.key, key])}
                />
              )}
            </Field>
          ))}
          {changes.length === 0 ? (
            <p className="py-1 text-muted">Choose two different rounds.</p>
          ) : (
            <Changes changes={changes} />
          )}
        </div>
      )}
    </>
  );
}

const driftWords: Record<SpotChange['drift'], string> = {
  slower: 'slower',
  faster: 'faster',
  same: '–',
  untested: 'not tested',
};
/** How likely such runs are if nothing had changed. */
const chanceText = (drift: SpotChange['drift'], p: number | null): string =>
  p === null
    ? 'One of the two rounds has no run here.'
    : drift === 'same'
      ? 'Runs like these are common when nothing has changed.'
      : `If nothing had changed, runs so far apart would come once in ${Math.round(1 / p)}.`;
const rateOf = (m: Medians) => (m.runs === 0 ? '–' : m.downMbps ? rateText(m.downMbps) : 'no link');

function Changes({ changes }: { changes: readonly SpotChange[] }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const slower = changes.filter((c) => c.drift === 'slower').length;
  const short = changes.filter((c) =>
    ['better-short', 'unchanged', 'worse'].includes(c.proof.verdict),
  ).length;
  return (
    <>
      <p className="mt-2 font-bold">
        {short === 0 ? 'No spot that was tested is short.' : `${short} short of the need.`}{' '}
        {slower > 0 && `${slower} slower than before.`}
      </p>
      <table className="mt-1 w-full text-right text-[12.5px]">
        <caption className="pb-1 text-left text-muted">
          Median Mbps down, what needs a look first. – no change seen.
        </caption>
        <thead className="text-muted">
          <tr>
            <th scope="col" className="text-left font-normal">
              Spot
            </th>
            <th scope="col" className="font-normal">
              Need
            </th>
            <th scope="col" className="pl-2 font-normal">
              Earlier
            </th>
            <th scope="col" className="pl-2 font-normal">
              Later
            </th>
            <th scope="col" className="pl-2 text-left font-normal">
              Change
            </th>
          </tr>
        </thead>
        <tbody>
          {changes.map(({ spotId, proof, drift, p }) => {
            const spot = find(job, 'spot', spotId);
            const { mark, words } = verdictWords[proof.verdict];
            return (
              <tr key={spotId} className="border-t border-rule">
                <td className="max-w-[112px] py-0.5 text-left">
                  <button
                    type="button"
                    className="flex max-w-full items-center gap-1.5 text-left hover:underline"
                    onClick={() => store.getState().set({ selectedId: spotId })}
                  >
                    <StatusMark mark={mark} />
                    <span className="sr-only">{words}</span>
                    <span className="truncate">
                      {spot?.number} {spot?.name}
                    </span>
                  </button>
                </td>
                <td>{rateText(proof.need.downMbps)}</td>
                <td className="pl-2 whitespace-nowrap">{rateOf(proof.before)}</td>
                <td className="pl-2 whitespace-nowrap">{rateOf(proof.after)}</td>
                <td className="pl-2 text-left whitespace-nowrap">
                  <Tip text={chanceText(drift, p)}>
                    <span className={drift === 'slower' ? 'font-bold text-rust-text' : 'text-muted'}>
                      {driftWords[drift]}
                    </span>
                  </Tip>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {caveatsOf(changes).map((words) => (
        <p key={words} className="mt-1 text-[12px] text-muted">
          {words}
        </p>
      ))}
    </>
  );
}
