'use client';

import { colour } from '@/ui/colour';
import { mediumWords } from '@/core/media/mediumWords';
import { useEffect, useState } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Id, Link } from '@/core/job/records';
import type { SpotProof } from '@/core/proof/spotProof';
import { foundWords, markText, StatusMark, verdictWords } from '@/ui/marks';
import { PegIcon } from '@/editor/sheet/Peg';
import { LinkIcon } from '@/editor/sheet/LinkLines';
import { tints } from '@/editor/sheet/CoverageLayer';
import { storeysInOrder } from '@/client/actions';
import { messageOf } from '@/client/store/api';
import { useJob, useProofs } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { startCompute } from '@/workers/client';
import type { RoomField } from '@/workers/protocol';
import { reportSentence } from './sentence';
import { SmallPlan } from './SmallPlan';

type Pair = { before: RoomField[]; after: RoomField[] };

/** Coverage before and after for the storeys of the report. */
function usePairs(job: Job, storeyIds: Id[]): { pairs: Map<Id, Pair>; error: string; done: boolean } {
  const [state, setState] = useState<{ pairs: Map<Id, Pair>; error: string; done: boolean }>({
    pairs: new Map(),
    error: '',
    done: false,
  });
  const key = storeyIds.join();
  useEffect(() => {
    const { api, stop } = startCompute();
    let live = true;
    void (async () => {
      try {
        await api.setJob([...job.byId.values()]);
        const pairs = new Map<Id, Pair>();
        for (const storeyId of key ? key.split(',') : []) {
          const ask = (scenario: 'found' | 'planned') =>
            api.field({
              storeyId,
              scenario,
              layer: 'headroom',
              band: '5',
              moved: null,
              shortBefore: false,
              quality: 'fine',
              network: false,
            });
          pairs.set(storeyId, { before: (await ask('found')).rooms, after: (await ask('planned')).rooms });
        }
        if (live) setState({ pairs, error: '', done: true });
      } catch (error) {
        if (live) setState({ pairs: new Map(), error: messageOf(error), done: true });
      }
    })();
    return () => {
      live = false;
      stop();
    };
  }, [job, key]);
  return state;
}

/** The page for the householder: what was, what is, and how we know. Made for A4 and for the screen. */
export function Report() {
  const job = useJob((s) => s.job);
  const proofs = useProofs();
  const bad = new Set(
    proofs
      .filter((p) => p.found === 'dead' || p.found === 'short')
      .map((p) => find(job, 'spot', p.spotId)?.storeyId),
  );
  const storeyIds = storeysInOrder(job).filter((id) => bad.has(id));
  const { pairs, error, done } = usePairs(job, storeyIds);
  const sentence = reportSentence(job, proofs);
  const house = proofs.filter((p) => p.after.runs > 0 && p.kind === 'house').length;
  const simulated = job.readings.some((r) => r.source === 'simulated');
  const last = job.readings.reduce((latest, r) => (r.takenAt > latest ? r.takenAt : latest), '');
  const at = (storeyId: Id, test: (p: SpotProof) => boolean) => {
    const here = proofs.filter((p) => find(job, 'spot', p.spotId)?.storeyId === storeyId);
    return `${here.filter(test).length} of ${here.length} places met`;
  };
  return (
    <article
      className="report mx-auto max-w-[900px] bg-panel px-[76px] py-12 text-[14px] print:max-w-none print:bg-white print:p-0"
      data-testid="report"
      data-ready={done}
    >
      <header>
        <p className="flex justify-between font-bold">
          Nestle <span className="font-normal text-muted">Report for the householder</span>
        </p>
        <svg width="100%" height={6} className="mt-2 block border-b border-ink" aria-hidden="true">
          <pattern id="ruled" width={46} height={6} patternUnits="userSpaceOnUse">
            <rect width={23} height={5} fill={colour.ink} />
          </pattern>
          <rect width="100%" height={5} fill="url(#ruled)" />
        </svg>
        {simulated && (
          <p className="mt-4 border border-ochre px-3 py-1.5 font-semibold text-ochre-text">
            Simulated readings: made by a stand-in house, not measured.
          </p>
        )}
        <h1 className="mt-5 text-[40px] leading-tight font-bold">{job.info.name}, before and after</h1>
        <p className="flex justify-between text-muted">
          <span>The home network, tested at {job.spots.length} places</span>
          <span>
            {last &&
              new Date(last).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}
          </span>
        </p>
        <p className="mt-5 text-[21px] leading-snug" data-testid="report-sentence">
          <b>{sentence.headline}</b> {sentence.rest}
        </p>
      </header>

      {error && (
        <p role="alert" className="mt-4 text-rust-text">
          The plans could not be drawn: {error}
        </p>
      )}
      {!done && <p className="mt-4 text-muted">Drawing the plans …</p>}
      {storeyIds.map((id) => {
        const pair = pairs.get(id);
        const storey = find(job, 'storey', id);
        const building = find(job, 'building', storey?.buildingId);
        return (
          pair && (
            <section key={id} className="mt-6 break-inside-avoid">
              <h2 className="text-[17px] font-bold">
                {building?.name}, {storey?.name.toLowerCase()}
              </h2>
              <div className="mt-1 grid grid-cols-2 gap-6 max-[699px]:grid-cols-1">
                {(['before', 'after'] as const).map((phase) => (
                  <figure key={phase}>
                    <figcaption className="mb-1 flex justify-between border-b border-rule font-bold">
                      {phase === 'before' ? 'Before' : 'After'}
                      <span className="text-[12.5px] font-normal text-muted">
                        {phase === 'before'
                          ? at(id, (p) => p.found === 'met')
                          : at(id, (p) => p.verdict === 'cured' || p.verdict === 'holds')}
                      </span>
                    </figcaption>
                    <SmallPlan job={job} storeyId={id} phase={phase} fields={pair[phase]} proofs={proofs} />
                  </figure>
                ))}
              </div>
            </section>
          )
        );
      })}
      {pairs.size > 0 && <PlanKey />}

      <section className="mt-7">
        <h2 className="flex items-baseline justify-between text-[17px] font-bold">
          What each place needs, and what it gets{' '}
          <span className="text-[12.5px] font-normal text-muted">Mbps, middle of all tests</span>
        </h2>
        <div className="overflow-x-auto">
          <table className="mt-1 w-full border-collapse print:text-[12.5px]">
            <thead className="text-[12px] text-muted">
              <tr className="border-b-[1.5px] border-ink text-left [&>th]:font-semibold">
                <th scope="col" colSpan={2}>
                  Place
                </th>
                <th scope="col">Room</th>
                <th scope="col">What for</th>
                <th scope="col" className="pl-4 text-right">
                  Needs
                </th>
                <th scope="col" className="pl-4 text-right">
                  Before
                </th>
                <th scope="col" className="pl-4 text-right">
                  After
                </th>
                <th scope="col" className="pl-5">
                  In plain words
                </th>
              </tr>
            </thead>
            <tbody>
              {proofs.map((p) => {
                const spot = find(job, 'spot', p.spotId);
                const verdict = verdictWords[p.verdict];
                const found = foundWords[p.found];
                return (
                  spot && (
                    <tr
                      key={p.spotId}
                      className="h-[25px] break-inside-avoid border-b border-rule align-top [&>td]:py-0.5"
                    >
                      <td className="pr-3 text-muted">{spot.number}</td>
                      <td className="pr-2 font-bold">{spot.name}</td>
                      <td className="pr-2">{find(job, 'room', spot.roomId)?.name}</td>
                      <td className="pr-2">{p.need.activities.join(', ')}</td>
                      <td className="pl-3 text-right">{rateText(p.need.downMbps)}</td>
                      <td className={`pl-4 text-right whitespace-nowrap ${markText[found.mark]}`}>
                        {p.before.runs === 0
                          ? '–'
                          : p.before.downMbps
                            ? rateText(p.before.downMbps)
                            : 'no link'}
                      </td>
                      <td className="pl-4 text-right font-bold whitespace-nowrap">
                        {p.after.runs === 0 ? '–' : p.after.downMbps ? rateText(p.after.downMbps) : 'no link'}
                      </td>
                      <td className={`pl-5 whitespace-nowrap ${markText[verdict.mark]}`}>
                        <span className="flex items-center gap-1.5">
                          <StatusMark mark={verdict.mark} /> {verdict.plain}
                        </span>
                      </td>
                    </tr>
                  )
                );
              })}
            </tbody>
          </table>
        </div>
      </section>
      <Units />
      <footer className="mt-10 border-t border-strong pt-3 text-[12.5px]">
        <p>
          {job.info.demo && <b>Demonstration data. </b>}
          {simulated ? 'Readings are simulated. ' : ''}
          {house > 0 &&
            `At ${house} ${house === 1 ? 'place' : 'places'} the house network alone was measured, not the street. `}
          A place counts as proven when so many good tests in a row are unlikely by luck (at most 1 in 20).
        </p>
      </footer>
    </article>
  );
}

function PlanKey() {
  return (
    <p className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-1 text-[12px]">
      <span className="flex items-center gap-2 font-semibold">
        Better than needed
        <svg width={130} height={13} aria-hidden="true">
          {tints.slice(0, 5).map((t, i) => (
            <rect
              key={t}
              x={i * 26}
              width={26}
              height={13}
              fill={t}
              stroke={colour.isoline}
              strokeWidth={0.8}
            />
          ))}
        </svg>
        <span className="font-normal">a lot</span>
      </span>
      <span className="flex items-center gap-2">
        <StatusMark mark="short" /> hatched: short of what the room needs
      </span>
      <span className="text-muted">Shading is computed; boxed figures are test results, Mbps.</span>
    </p>
  );
}

function Units() {
  const job = useJob((s) => s.job);
  const units = job.units.filter((u) => u.planned).sort((a, b) => a.letter.localeCompare(b.letter));
  const linkOf = (id: Id): Link | undefined => job.links.find((l) => l.unitId === id);
  return (
    <section className="mt-8 break-inside-avoid">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-[17px] font-bold">Your units</h2>
      <ul className="grid grid-cols-2 gap-x-10 max-[699px]:grid-cols-1">
        {units.map((u) => {
          const link = linkOf(u.id);
          const from = find(job, 'unit', link?.fromUnitId);
          return (
            <li key={u.id} className="flex items-center gap-3 border-b border-rule py-2">
              <PegIcon letter={u.letter} look="installed" size={32} />
              <span className="min-w-0 flex-1">
                <b>{find(job, 'kit', u.kitId)?.name}</b>
                <span className="block text-[12.5px] text-muted">
                  {u.name}, {find(job, 'storey', u.storeyId)?.name.toLowerCase()}
                  {from
                    ? `; ${link ? mediumWords[link.medium].toLowerCase() : ''} from ${from.letter}`
                    : '; from the street'}
                </span>
              </span>
              {link && <LinkIcon link={link} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
