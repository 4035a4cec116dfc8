'use client';

import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import { Choice, Field, PartHead } from '@/ui/primitives';
import { useJob, useJobStore } from '@/ui/store/JobProvider';
import { LengthField, NameField, NumberField } from './inputs';

/** With nothing selected: the storey, its building and the job itself. */
export function PlaceInspector() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const { info } = job;
  const storey = useJob((s) => find(s.job, 'storey', s.storeyId));
  const building = find(job, 'building', storey?.buildingId);
  const commit = store.getState().commit;
  return (
    <div className="px-4 pb-4">
      <p className="pt-3 text-muted">
        Click on anything in the drawing to see and correct it. Press S to add a spot, ? for all keys.
      </p>
      {storey && building && (
        <>
          <PartHead>Storey</PartHead>
          <NameField
            value={storey.name}
            onChange={(name) => commit(putOne(`Rename ${storey.name}`, { ...storey, name }))}
          />
          <LengthField
            label="Floor above ground"
            value={storey.floorZM}
            min={-30}
            max={100}
            onChange={(floorZM) => commit(putOne('Height of a floor', { ...storey, floorZM }))}
          />
          <LengthField
            label="Ceiling height"
            value={storey.heightM}
            min={0.5}
            max={30}
            onChange={(heightM) => commit(putOne('Ceiling height', { ...storey, heightM }))}
          />
          <Field label="Floor made of">
            {(id) => (
              <Choice
                id={id}
                value={storey.floorAssemblyId ?? ''}
                options={[
                  { value: '', text: 'nothing' },
                  ...job.assemblies
                    .filter((a) => a.use === 'floor')
                    .map((a) => ({ value: a.id, text: a.name })),
                ]}
                onChange={(a) =>
                  commit(putOne('What a floor is made of', { ...storey, floorAssemblyId: a || null }))
                }
              />
            )}
          </Field>
          <PartHead>Building</PartHead>
          <NameField
            value={building.name}
            onChange={(name) => commit(putOne(`Rename ${building.name}`, { ...building, name }))}
          />
          <LengthField
            label="East on the site"
            value={building.xM}
            min={-2000}
            max={2000}
            onChange={(xM) => commit(putOne(`Move ${building.name}`, { ...building, xM }))}
          />
          <LengthField
            label="South on the site"
            value={building.yM}
            min={-2000}
            max={2000}
            onChange={(yM) => commit(putOne(`Move ${building.name}`, { ...building, yM }))}
          />
          <NumberField
            label="Turned"
            value={building.turnDeg}
            unit="°"
            min={-360}
            max={360}
            onChange={(turnDeg) => commit(putOne(`Turn ${building.name}`, { ...building, turnDeg }))}
          />
        </>
      )}
      <PartHead>Job</PartHead>
      <NameField value={info.name} onChange={(name) => commit(putOne('Rename the job', { ...info, name }))} />
      <NumberField
        label="Plan, down"
        value={info.planDownMbps}
        unit="Mbps"
        min={1}
        max={100000}
        onChange={(planDownMbps) => commit(putOne('Plan speed', { ...info, planDownMbps }))}
      />
      <NumberField
        label="Plan, up"
        value={info.planUpMbps}
        unit="Mbps"
        min={1}
        max={100000}
        onChange={(planUpMbps) => commit(putOne('Plan speed', { ...info, planUpMbps }))}
      />
      <NumberField
        label="Street latency"
        value={info.streetLatencyMs}
        unit="ms"
        min={0}
        max={2000}
        onChange={(streetLatencyMs) => commit(putOne('Street latency', { ...info, streetLatencyMs }))}
      />
      <Field label="Tested with">
        {(id) => (
          <Choice
            id={id}
            value={info.testDeviceId ?? ''}
            options={job.devices.map((d) => ({ value: d.id, text: d.name }))}
            onChange={(testDeviceId) => commit(putOne('Test device', { ...info, testDeviceId }))}
          />
        )}
      </Field>
      <Field label="Drilling">
        {(id) => (
          <Choice
            id={id}
            value={info.noDrilling ? 'no' : 'yes'}
            options={[
              { value: 'yes', text: 'allowed' },
              { value: 'no', text: 'forbidden' },
            ]}
            onChange={(v) => commit(putOne('Drilling', { ...info, noDrilling: v === 'no' }))}
          />
        )}
      </Field>
      {info.note && <p className="mt-3 text-muted">{info.note}</p>}
    </div>
  );
}
