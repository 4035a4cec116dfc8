'use client';

import { Trash2 } from 'lucide-react';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import { needOf } from '@/core/job/needs';
import type { AnyRecord } from '@/core/job/records';
import { removeSelected } from '@/client/actions';
import { Button, PartHead } from '@/ui/primitives';
import { HatchSwatch } from '@/editor/sheet/hatches';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { needText } from '@/ui/units';
import { PlaceInspector } from './PlaceInspector';
import { recordTitle } from '@/panels/why/RecordPanel';
import { WallLossTable } from '@/panels/why/WallLossTable';
import { BuildingFields } from './fields/BuildingFields';
import { FixedDeviceFields } from './fields/FixedDeviceFields';
import { FloorOpeningFields } from './fields/FloorOpeningFields';
import { OpeningFields } from './fields/OpeningFields';
import { PictureFields } from './fields/PictureFields';
import { RouteFields } from './fields/RouteFields';
import { ServicePointFields } from './fields/ServicePointFields';
import { SpotFields } from './fields/SpotFields';
import { ThingFields } from './fields/ThingFields';
import { UnitFields } from './fields/UnitFields';
import { WallFields } from './fields/WallFields';
import { ActivityPicker } from './ActivityPicker';
import { NameField } from '@/client/inputs';

/** What is selected, to be corrected. Every change is saved at once and can be undone. */
export function SurveyInspector() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const record = useJob((s) => (s.selectedId ? s.job.byId.get(s.selectedId) : undefined));
  if (!record) return null;
  if (record.type === 'job') return <PlaceInspector />;
  const { title, line } = recordTitle(job, record);
  const save = <R extends AnyRecord>(next: R, what: string) =>
    void store.getState().commit(putOne(what, next));
  const assembly =
    record.type === 'wall' || record.type === 'opening'
      ? find(job, 'assembly', record.assemblyId)
      : undefined;
  return (
    <>
      <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
        {assembly && <HatchSwatch hatch={assembly.hatch} width={34} height={34} />}
        <div className="min-w-0">
          <h2 className="text-[16px] font-bold">
            {record.type === 'spot' ? `Spot ${record.number}, ${title}` : title}
          </h2>
          <p className="text-muted">{line}</p>
        </div>
      </div>
      <div className="px-4 pb-4">
        {record.type === 'wall' && <WallFields job={job} record={record} save={save} />}
        {record.type === 'opening' && <OpeningFields job={job} record={record} save={save} />}
        {record.type === 'room' && (
          <>
            <PartHead>Room</PartHead>
            <NameField
              value={record.name}
              onChange={(name) => save({ ...record, name, named: true }, `Rename ${record.name}`)}
            />
            <PartHead
              right={needText(
                needOf(job, record.activityIds).downMbps,
                needOf(job, record.activityIds).upMbps,
              )}
            >
              Used for, at the same time
            </PartHead>
            <ActivityPicker
              job={job}
              chosen={record.activityIds}
              onChange={(activityIds) => save({ ...record, activityIds }, `Need of ${record.name}`)}
            />
          </>
        )}
        {record.type === 'spot' && <SpotFields job={job} record={record} save={save} />}
        {record.type === 'obstacle' && <ThingFields job={job} record={record} save={save} />}
        {record.type === 'fixedDevice' && <FixedDeviceFields job={job} record={record} save={save} />}
        {record.type === 'picture' && <PictureFields job={job} record={record} save={save} />}
        {record.type === 'route' && <RouteFields job={job} record={record} save={save} />}
        {record.type === 'floorOpening' && <FloorOpeningFields job={job} record={record} save={save} />}
        {record.type === 'building' && <BuildingFields job={job} record={record} save={save} />}
        {record.type === 'service' && <ServicePointFields job={job} record={record} save={save} />}
        {record.type === 'unit' && <UnitFields job={job} record={record} save={save} />}
        {assembly && record.type === 'opening' && (
          <>
            <PartHead right="dB">Loss</PartHead>
            <WallLossTable assembly={assembly} />
          </>
        )}
        <Button className="mt-4 w-full" onClick={() => removeSelected(store)}>
          <Trash2 size={15} /> Remove
        </Button>
      </div>
    </>
  );
}
