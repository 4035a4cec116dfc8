'use client';

import { find } from '@/core/job/job';
import { spotNeed } from '@/core/job/needs';
import type { Spot } from '@/core/job/records';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { Choice, Field, PartHead } from '@/ui/primitives';
import { needText } from '@/ui/units';
import { ActivityPicker } from '../ActivityPicker';
import { LengthField, NameField } from '@/client/inputs';
import type { FieldsProps } from './shared';

export function SpotFields({ job, record: s, save }: FieldsProps<'spot'>) {
  const need = spotNeed(job, s);
  return (
    <>
      <PartHead>Spot</PartHead>
      <NameField
        of={s.id}
        value={s.name}
        onChange={(name) => save({ ...s, name }, `Rename spot ${s.number}`)}
      />
      <Field label="Room">
        {(id) => (
          <Choice
            id={id}
            value={s.roomId}
            options={job.rooms
              .filter((r) => r.storeyId === s.storeyId)
              .map((r) => ({ value: r.id, text: r.name }))}
            onChange={(roomId) => save({ ...s, roomId }, `Room of spot ${s.number}`)}
          />
        )}
      </Field>
      <LengthField
        label="Height above floor"
        value={s.heightM}
        min={0}
        max={20}
        onChange={(heightM) => save({ ...s, heightM }, `Height of spot ${s.number}`)}
      />
      <LengthField
        label="East of the corner"
        value={s.xM}
        min={-2000}
        max={2000}
        onChange={(xM) => save({ ...s, xM }, `Move spot ${s.number}`)}
      />
      <LengthField
        label="South of the corner"
        value={s.yM}
        min={-2000}
        max={2000}
        onChange={(yM) => save({ ...s, yM }, `Move spot ${s.number}`)}
      />
      <PartHead right={needText(need.downMbps, need.upMbps)}>Need</PartHead>
      <Field label="Need of">
        {(id) => (
          <Choice
            id={id}
            value={s.activityIds === null ? 'room' : 'own'}
            options={[
              { value: 'room', text: 'its room' },
              { value: 'own', text: 'its own' },
            ]}
            onChange={(v) =>
              save(
                {
                  ...s,
                  activityIds: v === 'own' ? [...(find(job, 'room', s.roomId)?.activityIds ?? [])] : null,
                },
                `Need of spot ${s.number}`,
              )
            }
          />
        )}
      </Field>
      {need.downMbps === 0 && need.upMbps === 0 && <NoNeed spot={s} />}
      {s.activityIds !== null && (
        <ActivityPicker
          job={job}
          chosen={s.activityIds}
          onChange={(activityIds) => save({ ...s, activityIds }, `Need of spot ${s.number}`)}
        />
      )}
    </>
  );
}

/** Nothing is used here yet: where that is said. */
function NoNeed({ spot }: { spot: Spot }) {
  const store = useJobStore();
  const room = useJob((j) => find(j.job, 'room', spot.roomId));
  return (
    <div className="pt-2 text-[12px] text-ochre-text">
      <p>No need yet: nothing is planned for this spot until one is set.</p>
      {spot.activityIds === null && room && (
        <button
          type="button"
          className="font-semibold text-action pointer-coarse:min-h-11"
          onClick={() => store.getState().set({ selectedId: room.id })}
        >
          What is {room.name} used for?
        </button>
      )}
    </div>
  );
}
