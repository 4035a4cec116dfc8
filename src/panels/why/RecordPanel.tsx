'use client';

import { find, type Job } from '@/core/job/job';
import { roomNeed } from '@/core/job/needs';
import { regionArea } from '@/core/geometry/region';
import type { AnyRecord, Id } from '@/core/job/records';
import { PartHead } from '@/ui/primitives';
import { HatchSwatch } from '@/editor/sheet/hatches';
import { useJob } from '@/client/store/JobProvider';
import { areaText, lengthText, needText } from '@/ui/units';
import { CableFields } from '../plan/CableFields';
import { RoomWhy } from './RoomWhy';
import { SpotWhy } from './SpotWhy';
import { WallLossTable } from './WallLossTable';

/** Length of a wall, m. */
const wallLength = (w: { ax: number; ay: number; bx: number; by: number }) =>
  Math.hypot(w.bx - w.ax, w.by - w.ay);

/** Name and one line about a record that is part of the house. */
export function recordTitle(job: Job, r: AnyRecord): { title: string; line: string } {
  const { lengths } = job.info;
  switch (r.type) {
    case 'wall':
      return {
        title: find(job, 'assembly', r.assemblyId)?.name ?? 'Wall',
        line: `Wall, ${lengthText(wallLength(r), lengths)}`,
      };
    case 'opening':
      return {
        title: find(job, 'assembly', r.assemblyId)?.name ?? 'Open archway',
        line: `${r.kind[0]?.toUpperCase()}${r.kind.slice(1)}, ${lengthText(r.widthM, lengths)} wide`,
      };
    case 'room': {
      const need = roomNeed(job, r);
      return {
        title: r.name,
        line: `${areaText(regionArea(r), lengths)}${need.activities.length ? ` · ${need.activities.join(' + ')} ${needText(need.downMbps, need.upMbps)}` : ' · no need set'}`,
      };
    }
    case 'obstacle':
      return { title: r.name, line: `${lengthText(r.widthM, lengths)} × ${lengthText(r.depthM, lengths)}` };
    case 'building':
      return { title: r.name, line: `${r.kind === 'house' ? 'House' : 'Building'} on the site` };
    case 'fixedDevice':
      return { title: r.name, line: r.portMbps > 0 ? `Wired port, ${r.portMbps} Mbps` : 'Wi-Fi only' };
    case 'floorOpening':
      return {
        title: r.kind === 'hatch' ? 'Hatch' : 'Stairwell',
        line: `in the floor of ${find(job, 'storey', r.storeyId)?.name ?? ''}`,
      };
    case 'picture':
      return { title: r.name, line: 'Picture under the drawing' };
    case 'route':
      return { title: r.name, line: 'Cable route' };
    case 'service':
      return { title: r.name, line: r.circuit ? `Circuit ${r.circuit}` : r.note };
    default:
      return { title: 'name' in r ? r.name : r.type, line: '' };
  }
}

/** The cable of a fixed device, or what it gets over the air, as itself. */
function FixedWhy({ id }: { id: Id }) {
  const job = useJob((s) => s.job);
  const prediction = useJob((s) => s.fixed?.find((p) => p.spotId === id));
  const device = find(job, 'fixedDevice', id);
  return (
    <>
      {device && device.portMbps > 0 && <CableFields job={job} device={device} />}
      {prediction && <SpotWhy job={job} prediction={prediction} />}
    </>
  );
}

/** What is selected when it is part of the house: to read, with its loss. */
export function RecordPanel() {
  const job = useJob((s) => s.job);
  const record = useJob((s) => (s.selectedId ? s.job.byId.get(s.selectedId) : undefined));
  if (!record) return null;
  const { title, line } = recordTitle(job, record);
  const assembly =
    record.type === 'wall' || record.type === 'opening'
      ? find(job, 'assembly', record.assemblyId)
      : undefined;
  return (
    <>
      <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
        {assembly && <HatchSwatch hatch={assembly.hatch} width={34} height={34} />}
        <div>
          <h2 className="text-[16px] font-bold">{title}</h2>
          <p className="text-muted">{line}</p>
        </div>
      </div>
      <div className="px-4 pb-4">
        {assembly && (
          <>
            <PartHead right="dB">Loss</PartHead>
            <WallLossTable assembly={assembly} />
          </>
        )}
        {record.type === 'room' && <RoomWhy room={record} />}
        {record.type === 'fixedDevice' && <FixedWhy id={record.id} />}
        {record.type === 'obstacle' && (
          <>
            <PartHead right="dB at 2.4 / 5 / 6 GHz">Loss</PartHead>
            <p>
              {Object.values(record.lossDb).some((v) => v > 0)
                ? `${record.lossDb['2.4']} / ${record.lossDb['5']} / ${record.lossDb['6']}`
                : 'None. This furniture has almost no effect.'}
            </p>
          </>
        )}
        <p className="mt-3 text-muted">Correct it in Survey (key 1).</p>
      </div>
    </>
  );
}
