'use client';

import { useStore } from 'zustand';
import { find } from '@/core/job/job';
import { decodeRate } from '@/core/proof/linkRate';
import { inputClass, Segmented } from '@/ui/primitives';
import { lengthText } from '@/ui/units';
import { dataCaps } from '@/core/speedtest/dataUse';
import { farEndOf } from './walkRuns';
import type { WalkStore } from './walkStore';

const numberOf = (text: string): number | null => {
  const n = Number(text.trim().replace(',', '.').replace('−', '-'));
  return text.trim() === '' || !Number.isFinite(n) ? null : n;
};

/** Signal and link rate as the phone's own settings show them, for the runs that follow. */
export function SignalFields({ store }: { store: WalkStore }) {
  const rssi = useStore(store, (s) => s.rssiDbm);
  const link = useStore(store, (s) => s.linkMbps);
  const device = useStore(store, (s) => (s.job ? (find(s.job, 'device', s.deviceId) ?? null) : null));
  const spotId = useStore(store, (s) => s.spotId);
  const box = `${inputClass} mt-1 !h-11 w-full text-[16px] font-bold`;
  return (
    <div className="mt-4 grid grid-cols-2 gap-2.5" key={spotId}>
      <label>
        <span className="flex justify-between">
          Signal <span className="text-muted">dBm, optional</span>
        </span>
        <input
          className={box}
          inputMode="text"
          defaultValue={rssi ?? ''}
          placeholder="−58"
          onChange={(e) => {
            const n = numberOf(e.target.value);
            // shown without its sign by many devices
            const dbm = n === null ? null : n > 0 ? -n : n;
            store.getState().set({ rssiDbm: dbm !== null && dbm >= -120 ? dbm : null });
          }}
        />
      </label>
      <label>
        <span className="flex justify-between">
          Link rate <span className="text-muted">Mbps, optional</span>
        </span>
        <input
          className={box}
          inputMode="decimal"
          defaultValue={link ?? ''}
          placeholder="866"
          onChange={(e) => {
            const n = numberOf(e.target.value);
            store.getState().set({ linkMbps: n !== null && n > 0 && n <= 100_000 ? n : null });
          }}
        />
      </label>
      <p className="col-span-2 text-[12.5px] text-muted">
        {link === null ? 'Noted with the runs that follow.' : decodeRate(link, device).words}
      </p>
    </div>
  );
}

/** How the tests are made: phase, device, height, what they go through, simulated or not. */
export function HowPanel({ store }: { store: WalkStore }) {
  const s = useStore(store);
  const { job } = s;
  const far = farEndOf(s);
  const spot = job && find(job, 'spot', s.spotId);
  if (!job || !spot) return null;
  const row = 'flex min-h-11 items-center justify-between gap-3 border-b border-rule py-1.5';
  return (
    <details className="mt-4 mb-4 border-t border-strong">
      <summary className="flex h-11 cursor-pointer items-center font-bold text-action">
        How it is tested
      </summary>
      <div className={row}>
        <span>Tests</span>
        <Segmented
          label="Tests"
          value={s.phase}
          onChange={(phase) => s.set({ phase })}
          options={[
            { value: 'before', text: 'Before' },
            { value: 'after', text: 'After' },
          ]}
        />
      </div>
      <label className={row}>
        <span>Device</span>
        <select
          className={`${inputClass} !h-11 max-w-[230px]`}
          value={s.deviceId ?? ''}
          onChange={(e) => s.set({ deviceId: e.target.value || null })}
        >
          {job.devices.map((d) => (
            <option key={d.id} value={d.id}>
              {d.name}
            </option>
          ))}
        </select>
      </label>
      <label className={row}>
        <span>
          Height above the floor
          <span className="block text-[12px] text-muted">
            of the spot: {lengthText(spot.heightM, job.info.lengths)}
          </span>
        </span>
        <input
          className={`${inputClass} !h-11 w-24 text-right`}
          inputMode="decimal"
          key={spot.id}
          defaultValue={s.heightM ?? spot.heightM}
          onChange={(e) => {
            const n = numberOf(e.target.value);
            s.set({ heightM: n !== null && n >= 0 && n <= 20 ? n : null });
          }}
        />
      </label>
      <div className={row}>
        <span>Radio</span>
        <Segmented
          label="Radio"
          value={s.simulated ? 'simulated' : 'real'}
          onChange={(v) =>
            s.set({
              simulated: v === 'simulated',
              ...(v === 'real' && !job.info.farEndUrl && { measures: 'house' }),
            })
          }
          options={[
            { value: 'real', text: 'Real' },
            { value: 'simulated', text: 'Simulated' },
          ]}
        />
      </div>
      {(s.simulated || job.info.farEndUrl) && (
        <div className={row}>
          <span>Through</span>
          <Segmented
            label="Through"
            value={s.measures}
            onChange={(measures) => s.set({ measures })}
            options={[
              { value: 'house', text: 'House only' },
              { value: 'street', text: 'House and street' },
            ]}
          />
        </div>
      )}
      <div className={row}>
        <span className="min-w-0">
          Data a run
          <span className="block text-[12px] text-muted">a run that reaches it is cut short</span>
        </span>
        <Segmented
          label="Data a run"
          value={String(s.dataCapMB ?? 'none')}
          onChange={(v) => s.set({ dataCapMB: dataCaps.find((cap) => String(cap ?? 'none') === v) ?? null })}
          options={dataCaps.map((cap) => ({
            value: String(cap ?? 'none'),
            text: cap === null ? 'Any' : `${cap} MB`,
          }))}
        />
      </div>
      <p className="py-2 text-[12.5px] text-muted">
        {far
          ? `The test runs between this browser and the far end ${new URL(far).host}: through house and street together.`
          : 'The test runs between this browser and the machine that runs Nestle, wired to the main unit: it measures the house network, not the street.'}{' '}
        {!far &&
          !s.simulated &&
          !job.info.farEndUrl &&
          'To test the street too, name a far end in Survey, under the job. '}
        One phone tests at a time; others wait their turn. A page can’t see lost packets: it tells silences
        and late answers.
        {!window.isSecureContext &&
          ' Opened once, the page opens again out of reach for half a day. What is measured is kept on the phone.'}
      </p>
    </details>
  );
}
