'use client';

import { Explain } from '@/ui/Explain';
import { sureEnough } from '@/core/network/sureEnough';
import { find } from '@/core/job/job';
import { roomNeed } from '@/core/job/needs';
import type { Room } from '@/core/job/records';
import { overlapWords } from '@/core/coverage/overlapWords';
import { StatusMark } from '@/ui/marks';
import { PartHead } from '@/ui/primitives';
import { goTo } from '@/client/actions';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { areaText } from '@/ui/units';
import type { RoomArea } from '@/workers/protocol';

const share = (v: number | null) => (v === null ? 'too small to calculate' : `${Math.round(v * 100)} %`);
const markOf = (a: RoomArea) =>
  (a.shareSure ?? 1) >= 0.9 ? 'met' : (a.shareMet ?? 1) >= 0.9 ? 'thin' : 'short';

/** How much of a room meets its need, and where a phone may hold on to the wrong unit. */
export function RoomWhy({ room }: { room: Room }) {
  const job = useJob((s) => s.job);
  const area = useJob((s) => s.areas[room.storeyId]?.rooms.find((r) => r.roomId === room.id));
  const need = roomNeed(job, room);
  if (!area) return <p className="mt-3 text-muted">Computing …</p>;
  const letter = (id: string) => find(job, 'unit', id)?.letter ?? '?';
  return (
    <>
      <PartHead>
        <Explain of="byArea">By area</Explain>
      </PartHead>
      <p className="flex gap-2">
        <StatusMark mark={markOf(area)} />
        <span>
          <b>{share(area.shareSure)}</b> of the {room.name} meets{' '}
          {need.activities.length ? 'its need' : 'the lowest rate'} with 90 % certainty;{' '}
          {share(area.shareMet)} as expected.
        </span>
      </p>
      {area.cling.map((c) => (
        <p key={c.unitId} className="mt-1.5 flex gap-2 text-ochre-text">
          <StatusMark mark="thin" />
          <span>
            On {areaText(c.areaM2, job.info.lengths)} a phone that comes from {letter(c.unitId)} may stay
            connected to it although it is too weak here.
          </span>
        </p>
      ))}
    </>
  );
}

/** Rooms of the storey shown, by area; where phones change units; and devices that stay where they are. */
export function StoreyAreas() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const areas = useJob((s) => s.areas[s.storeyId]);
  const fixed = useJob((s) => s.fixed);
  if (!areas) return null;
  const letter = (id: string) => find(job, 'unit', id)?.letter ?? '?';
  const devices = fixed?.filter((p) => find(job, 'fixedDevice', p.spotId)) ?? [];
  return (
    <div className="px-4 pb-4" data-testid="storey-areas">
      {areas.rooms.length > 0 && (
        <>
          <PartHead right="met · 90 % certainty">Rooms by area</PartHead>
          <ul>
            {areas.rooms.map((a) => (
              <li key={a.roomId}>
                <button
                  type="button"
                  className="flex h-[27px] w-full items-center gap-2 border-b border-rule text-left hover:bg-paper pointer-coarse:h-11"
                  onClick={() => store.getState().set({ selectedId: a.roomId })}
                >
                  <StatusMark mark={markOf(a)} />
                  <span className="min-w-0 flex-1 truncate">{find(job, 'room', a.roomId)?.name}</span>
                  <span>{share(a.shareMet)}</span>
                  <b className="w-11 text-right">{share(a.shareSure)}</b>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      {areas.handovers.length > 0 && (
        <>
          <PartHead right="both equal at">
            <Explain of="roaming">Where phones roam</Explain>
          </PartHead>
          <ul>
            {areas.handovers.map((h) => (
              <li key={`${h.aId} ${h.bId}`} className="border-b border-rule py-1">
                <span className="flex justify-between gap-2">
                  <b>
                    {letter(h.aId)} and {letter(h.bId)}
                  </b>
                  <span>
                    −{Math.abs(h.levelDbm).toFixed(0)} dBm on {areaText(h.areaM2, job.info.lengths)}
                  </span>
                </span>
                <span className="block text-[12px] text-muted">
                  {h.overlapDb >= 0 ? '+' : '−'}
                  {Math.abs(h.overlapDb).toFixed(0)} dB of <Explain of="overlap">overlap</Explain>:{' '}
                  {overlapWords(h.overlapDb)}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {devices.length > 0 && (
        <>
          <PartHead right="Mbps down">Devices on Wi-Fi</PartHead>
          <ul>
            {devices.map((p) => {
              const d = find(job, 'fixedDevice', p.spotId);
              return (
                <li key={p.spotId}>
                  <button
                    type="button"
                    className="flex h-[27px] w-full items-center gap-2 border-b border-rule text-left hover:bg-paper pointer-coarse:h-11"
                    onClick={() => goTo(store, p.spotId)}
                  >
                    <StatusMark mark={p.met ? (p.certainty >= sureEnough ? 'met' : 'thin') : 'short'} />
                    <span className="min-w-0 flex-1 truncate">
                      {d?.name}
                      {d?.only24 ? ', 2.4 GHz only' : ''}
                      {d?.storeyId === storeyId ? '' : `, ${find(job, 'storey', d?.storeyId)?.name ?? ''}`}
                    </span>
                    <span>{p.downMbps > 0 ? p.downMbps.toFixed(0) : 'no link'}</span>
                  </button>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </div>
  );
}
