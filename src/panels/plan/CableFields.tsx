'use client';

import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import type { Job } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { FixedDevice } from '@/core/job/records';
import { alongAxesM } from '@/core/media/cableEstimate';
import { toCentimetre } from '@/core/geometry/round';
import { LengthField, NumberField } from '@/client/inputs';
import { useJobStore } from '@/client/store/JobProvider';
import { TickField, WordChoice } from '@/ui/WordChoice';
import { PartHead } from '@/ui/primitives';

/** The cable of a fixed device: from which unit, how long, and whether it is there already. */
export function CableFields({ job, device: d }: { job: Job; device: FixedDevice }) {
  const store = useJobStore();
  const cable = job.deviceCables.find((c) => c.deviceId === d.id);
  const units = job.units.filter((u) => u.planned || u.found);
  const save = (next: NonNullable<typeof cable>, label: string) =>
    store.getState().commit(putOne(label, next));
  const plugInto = (unitId: string) => {
    const from = units.find((u) => u.id === unitId);
    if (!from) {
      if (cable) store.getState().commit({ label: `No cable to ${d.name}`, put: [], remove: [cable.id] });
      return;
    }
    const lengthM = toCentimetre(alongAxesM(job, from, d));
    const id = cable?.id ?? freshId(job, `cable-${d.id}`);
    const had = cable ?? makeRecord({ type: 'deviceCable', id, deviceId: d.id, fromUnitId: from.id });
    save({ ...had, fromUnitId: from.id, lengthM, holes: null }, `Cable from ${from.letter} to ${d.name}`);
  };
  return (
    <>
      <PartHead>Cable</PartHead>
      <WordChoice
        label="From unit"
        value={cable?.fromUnitId ?? 'none'}
        words={{
          none: 'no cable',
          ...Object.fromEntries(units.map((u) => [u.id, `${u.letter}, ${u.name}`])),
        }}
        onChange={plugInto}
      />
      {cable && (
        <>
          <LengthField
            label="Length"
            value={cable.lengthM ?? 0}
            min={0}
            max={5000}
            onChange={(lengthM) => save({ ...cable, lengthM }, `Length of the cable to ${d.name}`)}
          />
          <NumberField
            label="Holes to drill"
            value={cable.holes ?? 0}
            unit=""
            min={0}
            max={200}
            onChange={(n) => save({ ...cable, holes: Math.round(n) }, `Holes of the cable to ${d.name}`)}
          />
          <TickField
            label="Already there"
            value={cable.found}
            onChange={(found) => save({ ...cable, found }, `Cable to ${d.name}`)}
          />
        </>
      )}
    </>
  );
}
