'use client';

import { X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { find } from '@/core/job/job';
import { type Band, bands, type FixedDevice, type Spot } from '@/core/job/records';
import type { RadioPath } from '@/core/propagation/radioPaths';
import { IconButton } from '@/ui/primitives';
import { messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useWidth } from '@/ui/useWidth';
import { lengthText } from '@/ui/units';
import { LossTerms } from '@/panels/why/LossTerms';
import type { PathProfileAnswer } from '@/workers/protocol';
import { PathProfileDrawing } from './PathProfileDrawing';

const endText = (place: Spot | FixedDevice) => (place.type === 'spot' ? String(place.number) : 'the device');

const loss = (db: number) => `${db < -0.05 ? '−' : ''}${Math.abs(db).toFixed(1)}`;

/** The house cut open along a way: what stands there, what the way crosses, and what each thing costs. */
export function PathProfilePanel({ scenario }: { scenario: 'found' | 'planned' }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const cut = useJob((s) => s.cut);
  const place = useJob((s) => {
    const of = (id: string | null) => find(s.job, 'spot', id) ?? find(s.job, 'fixedDevice', id);
    return of(s.selectedId) ?? (s.cut?.kind === 'way' ? of(s.cut.placeId) : undefined);
  });
  const prediction = useJob((s) =>
    [...(s[scenario] ?? []), ...(s.fixed ?? [])].find((p) => p.spotId === place?.id),
  );
  const way = cut?.kind === 'way' ? prediction?.paths[0] : undefined;
  const { answer, error } = useProfile(way);
  const panel = useRef<HTMLElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  // on a phone the panel lies below the sheet
  useEffect(() => {
    panel.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  if (!cut) return null;
  const unit = find(job, 'unit', prediction?.heard?.unitId);
  const title =
    cut.kind === 'line'
      ? 'Path profile between two places'
      : place && unit
        ? `From ${unit.letter} to ${endText(place)}, ${place.name}`
        : 'Path profile of the signal';
  return (
    <section
      ref={panel}
      aria-label="Path profile through the house"
      className="shell-ledger flex h-[300px] flex-col border-t border-ink bg-panel"
      data-testid="cut-panel"
    >
      <div className="flex h-10 shrink-0 items-center gap-3 px-4">
        <h2 className="text-[13.5px] font-bold">{title}</h2>
        {answer && (
          <span className="text-[12px] text-muted">
            {lengthText(answer.lengthM, job.info.lengths, 1)} through {answer.crossed.length}{' '}
            {answer.crossed.length === 1 ? 'thing' : 'things'}
            {way && way.points.length > 2
              ? `, ${way.points.length - 2} ${way.points.length === 3 ? 'turn' : 'turns'}`
              : ''}
          </span>
        )}
        <span className="ml-auto">
          <IconButton label="Close the path profile" onClick={() => store.getState().set({ cut: null })}>
            <X size={17} />
          </IconButton>
        </span>
      </div>
      <div className="flex min-h-0 flex-1">
        <div ref={box} className="min-w-0 flex-1 overflow-hidden">
          {error && <p className="px-4 text-rust-text">The path profile failed: {error}</p>}
          {answer && width > 0 ? (
            <PathProfileDrawing
              job={job}
              answer={answer}
              width={width}
              height={256}
              from={cut.kind === 'way' && unit ? { peg: unit.letter } : { text: 'from' }}
              to={cut.kind === 'way' && place ? { text: endText(place) } : { text: 'to' }}
            />
          ) : (
            !error && (
              <p className="px-4 text-muted">
                {cut.kind === 'way' && !prediction?.paths.length
                  ? 'Choose a spot that a unit reaches to see its path profile.'
                  : 'Computing …'}
              </p>
            )
          )}
        </div>
        <div className="w-[300px] shrink-0 overflow-auto border-l border-rule px-3 pb-2 max-[699px]:hidden">
          {way && prediction?.heard && (
            <>
              <p className="py-1 text-[12px] text-muted">Strongest path, dB at {prediction.heard.band} GHz</p>
              <LossTerms numbered terms={way.terms} total={{ label: 'This path', db: way.gainDb }} />
            </>
          )}
          {cut.kind === 'line' && answer && <CrossedTable answer={answer} />}
        </div>
      </div>
    </section>
  );
}

/** What the worker makes of the cut; nothing while a way is asked for and none is there. */
function useProfile(way: RadioPath | undefined): { answer: PathProfileAnswer | null; error: string } {
  const job = useJob((s) => s.job);
  const cut = useJob((s) => s.cut);
  const compute = useJob((s) => s.compute);
  const [answer, setAnswer] = useState<PathProfileAnswer | null>(null);
  const [error, setError] = useState('');
  useEffect(() => {
    if (!compute || !cut) return;
    if (cut.kind === 'way' && !way) return setAnswer(null);
    let live = true;
    const asked = cut.kind === 'line' ? compute.cutBetween(cut.a, cut.b) : compute.cut(way?.points ?? []);
    asked.then(
      (a) => {
        if (live) setAnswer(a);
        setError('');
      },
      (problem: unknown) => live && setError(messageOf(problem)),
    );
    return () => {
      live = false;
    };
  }, [compute, cut, way, job]);
  return { answer, error };
}

/** What a straight line crosses, thing by thing, in every band. */
function CrossedTable({ answer }: { answer: PathProfileAnswer }) {
  const sum = (b: Band) => answer.crossed.reduce((all, c) => all + c.db[b], -answer.freeDb[b]);
  return (
    <table className="w-full">
      <thead>
        <tr className="border-b-[1.5px] border-ink text-[11.5px] text-muted">
          <th scope="col" className="py-1 text-left font-semibold">
            Crossed, dB
          </th>
          {bands.map((b) => (
            <th key={b} scope="col" className="w-[53px] text-right font-semibold">
              {b} GHz
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr className="h-[25.5px] border-b border-rule">
          <td>Distance</td>
          {bands.map((b) => (
            <td key={b} className="text-right">
              {loss(-answer.freeDb[b])}
            </td>
          ))}
        </tr>
        {answer.crossed.map((c, i) => (
          <tr key={i} className="h-[25.5px] border-b border-rule">
            <td className="pr-1 leading-tight">
              <b>{i + 1}</b> {c.label}
            </td>
            {bands.map((b) => (
              <td key={b} className="text-right">
                {loss(c.db[b])}
              </td>
            ))}
          </tr>
        ))}
        <tr className="h-8 border-t-[1.5px] border-ink font-bold">
          <td>Straight path</td>
          {bands.map((b) => (
            <td key={b} className="text-right">
              {loss(sum(b))}
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}
