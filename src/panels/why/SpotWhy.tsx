'use client';

import { Explain } from '@/ui/Explain';
import { colour } from '@/ui/colour';
import { Scissors } from 'lucide-react';
import { find, type Job } from '@/core/job/job';
import type { Spot } from '@/core/job/records';
import type { Prediction } from '@/core/network/predict';
import { testDevice } from '@/core/job/testDevice';
import type { RadioPath } from '@/core/propagation/radioPaths';
import { isDrawer } from '@/ui/isDrawer';
import { Button, PartHead } from '@/ui/primitives';
import { markText, plannedMark, StatusMark } from '@/ui/marks';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { needText, sureText } from '@/ui/units';
import { Chain } from './Chain';
import { LossTerms } from './LossTerms';

/** Number in a cross, name and need of a spot: the head of the inspector. */
export function SpotHead({
  job,
  spot,
  prediction,
}: {
  job: Job;
  spot: Spot;
  prediction: Pick<Prediction, 'need'> | undefined;
}) {
  const room = job.rooms.find((r) => r.id === spot.roomId);
  return (
    <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
      <svg width={34} height={34} aria-hidden="true" className="shrink-0">
        <path d="M2 24h12M8 18v12" stroke={colour.action} strokeWidth={2.4} />
        <rect x={12} y={2} width={21} height={21} rx={2} fill={colour.action} />
        <text x={22.5} y={17.5} fontSize={14} fontWeight={700} fill={colour.panel} textAnchor="middle">
          {spot.number}
        </text>
      </svg>
      <div className="min-w-0">
        <h2 className="truncate text-[16px] font-bold">
          {spot.name}, {room?.name}
        </h2>
        <p className="text-muted">
          {prediction?.need.activities.length
            ? `${prediction.need.activities.join(' + ')} ${needText(prediction.need.downMbps, prediction.need.upMbps)} Mbps, ${prediction.need.latencyMs} ms`
            : 'No need set'}
        </p>
      </div>
    </div>
  );
}

/** Why a spot gets what it gets: the chain from the street and the losses on the way. */
export function SpotWhy({ job, prediction }: { job: Job; prediction: Prediction }) {
  const letters = new Map(job.units.map((u) => [u.id, u.letter]));
  const device = (find(job, 'fixedDevice', prediction.spotId) ?? testDevice(job))?.name ?? 'Device';
  const status = plannedMark(prediction.met, prediction.certainty);
  const { need } = prediction;
  return (
    <div className="px-4 pb-4">
      <p className={`mt-3 flex items-center gap-2 text-[14px] font-bold ${markText[status.mark]}`}>
        <StatusMark mark={status.mark} size={16} />
        {prediction.met
          ? `Meets its need, ${sureText(prediction.certainty)} certain`
          : shortWords(prediction)}
      </p>
      <dl className="mt-2 grid grid-cols-4 border-y border-rule text-right text-[12px]">
        {[
          [
            'Down',
            rateText(prediction.downMbps),
            rateText(need.downMbps),
            'Mbps',
            prediction.downMbps < need.downMbps,
          ],
          ['Up', rateText(prediction.upMbps), rateText(need.upMbps), 'Mbps', prediction.upMbps < need.upMbps],
          [
            'Latency',
            prediction.latencyMs === null ? '–' : String(prediction.latencyMs),
            String(need.latencyMs),
            'ms',
            (prediction.latencyMs ?? 0) > need.latencyMs,
          ],
          [
            'Headroom',
            Number.isFinite(prediction.headroomDb)
              ? prediction.headroomDb.toFixed(Math.abs(prediction.headroomDb) < 1 ? 1 : 0)
              : 'none',
            '0',
            'dB',
            prediction.headroomDb < 0,
          ],
        ].map(([label, has, wants, unit, bad]) => (
          <div key={String(label)} className="py-1 pr-1">
            <dt className="text-muted">
              {label === 'Headroom' || label === 'Latency' ? (
                <Explain of={label === 'Headroom' ? 'headroom' : 'latency'}>{label}</Explain>
              ) : (
                label
              )}
              <span className="block text-[11.5px]">{unit}</span>
            </dt>
            <dd className={`text-[15px] font-bold ${bad ? 'text-rust-text' : ''}`}>{has}</dd>
            <dd className="whitespace-nowrap text-muted">
              {label === 'Latency' ? 'at most' : 'needs'} {wants}
            </dd>
          </div>
        ))}
      </dl>
      {prediction.chain.length > 0 && (
        <>
          <PartHead right="Mbps down">Why this rate</PartHead>
          <Chain steps={prediction.chain} letters={letters} gets={prediction.downMbps} device={device} />
          {sharesAir(prediction) && (
            <p className="text-[12px] text-muted">
              The wireless hops share one radio. The device gets less than either hop.
            </p>
          )}
        </>
      )}
      {prediction.terms.length > 0 && prediction.rssiDbm !== null && (
        <>
          <PartHead right={prediction.heard ? `dB at ${prediction.heard.band} GHz` : 'dB'}>
            Signal along the path
          </PartHead>
          <LossTerms
            terms={prediction.terms}
            total={{ label: 'Received power', db: prediction.rssiDbm, spreadDb: prediction.spreadDb ?? 0 }}
          />
          <OtherWays prediction={prediction} />
          <p className="mt-1.5 text-[12px] text-muted">
            ± is the uncertainty (1 σ): people, furniture, differences between units, and unknown wall values.
          </p>
        </>
      )}
    </div>
  );
}

/** What else is known of the signal: the other ways, the way back, noise, and the house cut open along it. */
function OtherWays({
  prediction: { spotId, paths: ways, backDbm, noise, heard, air },
}: {
  prediction: Prediction;
}) {
  const store = useJobStore();
  const cut = useJob((s) => s.cut);
  const letter = useJob((s) => s.job.units.find((u) => u.id === heard?.unitId)?.letter);
  return (
    <>
      {ways.length > 1 && (
        <ol className="mt-1.5 text-[12px] text-muted">
          {ways.map((w, i) => (
            <li key={i} className="flex justify-between gap-2 border-b border-rule py-0.5">
              <span className="truncate">{wayWords(w)}</span>
              <span className="whitespace-nowrap">{minus(w.gainDb)} dB</span>
            </li>
          ))}
        </ol>
      )}
      {backDbm !== null && letter && (
        <p className="mt-1.5 text-[12px] text-muted">
          {letter} receives the device at {minus(backDbm, 0)} dBm. Devices transmit less power than units.
        </p>
      )}
      {air && air.busyShare > 0 && (
        <p className="mt-1.5 text-[12px] text-ochre-text">
          Neighbours take {Math.round(air.busyShare * 100)} % of channel {air.channel}
          {air.chosen ? ', the least used one' : ''}.
        </p>
      )}
      {heard?.band === '2.4' && noise.from && (
        <p className="mt-1.5 text-[12px] text-ochre-text">
          {noise.from.name} raises the noise here by {noise.riseDb} dB, {Math.round(noise.duty * 100)} % of
          the time while in use.
        </p>
      )}
      <Button
        className="mt-2 w-full"
        aria-pressed={cut?.kind === 'way'}
        onClick={() =>
          store.getState().set(
            cut?.kind === 'way'
              ? { cut: null }
              : // where the inspector is a drawer it would lie over the cut
                { cut: { kind: 'way', placeId: spotId }, ...(isDrawer() && { selectedId: null }) },
          )
        }
      >
        <Scissors size={15} /> {cut?.kind === 'way' ? 'Close the path profile' : 'Show path profile'}
      </Button>
    </>
  );
}

const minus = (v: number, digits = 1) => `−${Math.abs(v).toFixed(digits)}`;

/** «straight», or what the way is reflected by or turns at. */
const wayWords = (w: RadioPath): string => {
  const bends = w.terms.filter((t) => t.kind === 'turn' || t.kind === 'reflection');
  return bends.length
    ? bends.map((t) => `${t.label.charAt(0).toLowerCase()}${t.label.slice(1)}`).join(', then ')
    : 'straight';
};

const shortWords = (p: Prediction): string => {
  if (p.unitId === null) return 'No unit reaches this spot';
  const share = p.need.downMbps ? p.downMbps / p.need.downMbps : 1;
  return share < 1
    ? `Short: ${rateText(p.downMbps)} of ${rateText(p.need.downMbps)} Mbps`
    : `Short: ${p.limitText}`;
};

function sharesAir(p: Prediction): boolean {
  const least = Math.min(...p.chain.map((s) => s.mbps));
  return p.chain.some((s) => s.kind === 'hop') && p.downMbps < least * 0.97;
}
