'use client';

import { useStore } from 'zustand';
import { find } from '@/core/job/job';
import { bands } from '@/core/job/records';
import { decodeRate } from '@/core/proof/linkRate';
import { roundsOf } from '@/core/proof/rounds';
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
  const onUnitId = useStore(store, (s) => s.onUnitId);
  const onBand = useStore(store, (s) => s.onBand);
  const networkName = useStore(store, (s) => s.networkName);
  const phase = useStore(store, (s) => s.phase);
  const job = useStore(store, (s) => s.job);
  const units = job?.units.filter((u) => (phase === 'before' ? u.found : u.planned)) ?? [];
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
      <label className="col-span-2">
        <span className="flex justify-between">
          Network name <span className="text-muted">as the phone shows it, optional</span>
        </span>
        <input
          className={box}
          maxLength={32}
          autoCapitalize="off"
          autoComplete="off"
          defaultValue={networkName}
          onChange={(e) => store.getState().set({ networkName: e.target.value.trim() })}
        />
      </label>
      <label>
        Connected to
        <select
          className={box}
          value={onUnitId ?? ''}
          onChange={(e) => store.getState().set({ onUnitId: e.target.value || null })}
        >
          <option value="">not noted</option>
          {units.map((u) => (
            <option key={u.id} value={u.id}>
              {u.letter}, {u.name}
            </option>
          ))}
        </select>
      </label>
      <label>
        Band
        <select
          className={box}
          value={onBand ?? ''}
          onChange={(e) => store.getState().set({ onBand: bands.find((b) => b === e.target.value) ?? null })}
        >
          <option value="">not noted</option>
          {bands.map((b) => (
            <option key={b} value={b}>
              {b} GHz
            </option>
          ))}
        </select>
      </label>
      <p className="col-span-2 text-[12.5px] text-muted">
        {link === null ? 'Recorded with the next runs.' : decodeRate(link, device).words}
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
  const rounds = roundsOf(job);
  const row = 'flex min-h-11 items-center justify-between gap-3 border-b border-rule py-1.5';
  return (
    <details className="mt-4 mb-4 border-t border-strong">
      <summary className="flex h-11 cursor-pointer items-center font-bold text-action">Test settings</summary>
      <div className={row}>
        <span>Tests</span>
        {job.testRounds.length ? (
          <select
            aria-label="Tests"
            className={`${inputClass} !h-11 max-w-[230px]`}
            value={s.roundId ?? s.phase}
            onChange={(e) => {
              const round = rounds.find((r) => r.key === e.target.value);
              if (round) s.set({ phase: round.phase, roundId: round.roundId });
            }}
          >
            {rounds.map((r) => (
              <option key={r.key} value={r.key}>
                {r.name}
              </option>
            ))}
          </select>
        ) : (
          <Segmented
            label="Tests"
            value={s.phase}
            onChange={(phase) => s.set({ phase, roundId: null })}
            options={[
              { value: 'before', text: 'Before' },
              { value: 'after', text: 'After' },
            ]}
          />
        )}
      </div>
      {!s.simulated && (
        <div className={row}>
          <span>
            Test together
            <span className="block text-[12px] text-muted">
              All phones start at once, each at its own spot: everyone at the same time.
            </span>
          </span>
          <Segmented
            label="Phones that test together"
            value={String(s.together)}
            onChange={(n) => s.set({ together: Number(n) })}
            options={[
              { value: '1', text: 'No' },
              ...['2', '3', '4'].map((value) => ({ value, text: `${value} phones` })),
            ]}
          />
        </div>
      )}
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
          <span>Path</span>
          <Segmented
            label="Path"
            value={s.measures}
            onChange={(measures) => s.set({ measures })}
            options={[
              { value: 'house', text: 'Home network' },
              { value: 'street', text: 'Home network and internet' },
            ]}
          />
        </div>
      )}
      <div className={row}>
        <span className="min-w-0">
          Data limit of a run
          <span className="block text-[12px] text-muted">a run stops at this limit</span>
        </span>
        <Segmented
          label="Data limit of a run"
          value={String(s.dataCapMB ?? 'none')}
          onChange={(v) => s.set({ dataCapMB: dataCaps.find((cap) => String(cap ?? 'none') === v) ?? null })}
          options={dataCaps.map((cap) => ({
            value: String(cap ?? 'none'),
            text: cap === null ? 'No limit' : `${cap} MB`,
          }))}
        />
      </div>
      <p className="py-2 text-[12.5px] text-muted">
        {far
          ? `The test runs between this browser and the test server ${new URL(far).host}: home network and internet together.`
          : 'The test runs between this browser and the machine that runs Nestle, wired to the main unit: it measures the house network, not the internet.'}{' '}
        {!far &&
          !s.simulated &&
          !job.info.farEndUrl &&
          'To test the internet too, enter a test server in Survey, under the job. '}
        One phone tests at a time; others wait their turn. A web page cannot see lost packets. It shows pauses
        and late answers.
        {!window.isSecureContext &&
          ' After the first time, the page also opens offline for half a day. Runs are kept on the phone.'}
      </p>
    </details>
  );
}
