'use client';

import { Trash2 } from 'lucide-react';
import { find } from '@/core/job/job';
import type { Unit } from '@/core/job/records';
import { isPlaceable } from '@/core/design/placeable';
import { changeUnit } from '@/core/design/changeUnit';
import { PegIcon } from '@/editor/sheet/Peg';
import { removeSelected } from '@/client/actions';
import { markText, plannedMark, StatusMark } from '@/ui/marks';
import { Button, Choice, Field, PartHead, TextInput } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { UnitHold } from '@/panels/unit/UnitHold';
import { rateText } from '@/core/network/rateText';
import { lengthText, parseLength, sureText } from '@/ui/units';
import { Snags } from '@/panels/plan/Snags';
import { UnitLink } from '@/panels/plan/UnitLink';
import { UnitPorts } from '@/panels/plan/UnitPorts';

/** A unit: where it is, what feeds it, what hangs on it. */
export function UnitInspector({ unit }: { unit: Unit }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const planned = useJob((s) => s.planned);
  const unfed = useJob((s) => s.network?.unfed.find((u) => u.unitId === unit.id));
  const product = find(job, 'kit', unit.kitId);
  const storey = find(job, 'storey', unit.storeyId);
  const { lengths } = job.info;
  const save = (next: Unit, label: string) => {
    const changed = changeUnit(job, next, label, true);
    if (store.getState().commit(changed.edit)) store.getState().set({ selectedId: changed.id });
  };
  const served = planned?.filter((p) => p.unitId === unit.id) ?? [];
  const place = (key: 'xM' | 'yM' | 'heightM', label: string) => (
    <Field label={label}>
      {(id) => (
        <TextInput
          id={id}
          className="w-28 text-right"
          value={lengthText(unit[key], lengths)}
          read={(text) => {
            const metres = parseLength(text, lengths);
            if (metres === null) throw new Error(lengths === 'm' ? 'For example 1.20' : 'For example 3 11');
            if (Math.abs(metres) > 500) throw new Error('Too far away.');
            save({ ...unit, [key]: Math.round(metres * 1000) / 1000 }, `Move ${unit.letter}`);
          }}
        />
      )}
    </Field>
  );
  return (
    <>
      <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
        <PegIcon letter={unit.letter} look="selected" size={38} />
        <div className="min-w-0 flex-1">
          <h2 className="truncate text-[16px] font-bold">{product?.name}</h2>
          <p className="truncate text-muted">
            {unit.name}, {storey?.name.toLowerCase()}, {lengthText(unit.heightM, lengths)} up
          </p>
        </div>
        <span className="text-muted max-[1099px]:mr-10">{unit.found ? 'Existing' : 'New'}</span>
      </div>
      <div className="px-4 pb-4">
        {unfed && (
          <p className="mt-3 flex gap-2 font-semibold text-rust-text">
            <StatusMark mark="short" /> {unfed.why}. No connection.
          </p>
        )}
        <Snags about={[unit.id, ...job.links.filter((l) => l.unitId === unit.id).flatMap((l) => [l.id])]} />
        <UnitLink unit={unit} />
        <UnitPorts unit={unit} />
        <PartHead right={served.length ? 'Mbps · certainty' : undefined}>
          Spots served by {unit.letter} serves
        </PartHead>
        {served.length === 0 ? (
          <p className="text-muted">None. Other units are faster at every spot.</p>
        ) : (
          <ul>
            {served.map((p) => {
              const spot = find(job, 'spot', p.spotId);
              const status = plannedMark(p.met, p.certainty);
              return (
                <li key={p.spotId}>
                  <button
                    type="button"
                    className="flex h-[27px] w-full items-center gap-2 border-b border-rule text-left hover:bg-paper pointer-coarse:h-11"
                    onClick={() =>
                      store.getState().set({ selectedId: p.spotId, storeyId: spot?.storeyId ?? '' })
                    }
                  >
                    <StatusMark mark={status.mark} />
                    <b>{spot?.number}</b>{' '}
                    <span className="min-w-0 flex-1 truncate">
                      {spot?.name}, {find(job, 'room', spot?.roomId)?.name}
                    </span>
                    <span className={markText[status.mark]}>
                      {rateText(p.downMbps)} · {sureText(p.certainty)}
                    </span>
                  </button>
                </li>
              );
            })}
          </ul>
        )}
        <PartHead>Place</PartHead>
        <Field label="Name">
          {(id) => (
            <TextInput
              id={id}
              value={unit.name}
              read={(text) => {
                if (text.trim() === '') throw new Error('A name is needed.');
                save({ ...unit, name: text.trim() }, `Rename ${unit.letter}`);
              }}
            />
          )}
        </Field>
        <Field label="Product">
          {(id) => (
            <Choice
              id={id}
              value={unit.kitId}
              options={job.kits.filter(isPlaceable).map((k) => ({ value: k.id, text: k.name }))}
              onChange={(kitId) => save({ ...unit, kitId }, `Make ${unit.letter} another product`)}
            />
          )}
        </Field>
        <Field label="Storey">
          {(id) => (
            <Choice
              id={id}
              value={unit.storeyId}
              options={job.storeys.map((s) => ({
                value: s.id,
                text: `${find(job, 'building', s.buildingId)?.name ?? ''}, ${s.name.toLowerCase()}`,
              }))}
              onChange={(storeyId) => {
                save({ ...unit, storeyId }, `Move ${unit.letter} to another storey`);
                store.getState().set({ storeyId });
              }}
            />
          )}
        </Field>
        {place('xM', 'East of the corner')}
        {place('yM', 'South of the corner')}
        {place('heightM', 'Height above floor')}
        <UnitHold job={job} unit={unit} save={save} />
        <Button className="mt-3 w-full" onClick={() => removeSelected(store)}>
          <Trash2 size={15} /> Take {unit.letter} out of the plan
        </Button>
      </div>
    </>
  );
}
