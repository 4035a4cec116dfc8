'use client';

import { find } from '@/core/job/job';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { BuildingFields, saver } from './fields/BuildingFields';
import { HouseholdFields } from './fields/HouseholdFields';
import { NeighbourFields } from './fields/NeighbourFields';
import { RulesFields } from './fields/RulesFields';
import { StoreyFields } from './fields/StoreyFields';
import { PracticeClues } from '@/panels/practice/PracticeClues';
import { Missing } from './Missing';

/** With nothing selected: what is still missing, the storey, its building, the household and the rules of the job. */
export function PlaceInspector() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storey = useJob((s) => find(s.job, 'storey', s.storeyId));
  const building = find(job, 'building', storey?.buildingId);
  const save = saver(store.getState().commit);
  return (
    <div className="px-4 pb-4">
      <PracticeClues />
      <Missing />
      {storey && <StoreyFields job={job} record={storey} save={save} />}
      {building && building.kind !== 'outdoors' && <BuildingFields job={job} record={building} save={save} />}
      <HouseholdFields job={job} save={save} />
      <RulesFields job={job} save={save} />
      <NeighbourFields job={job} save={save} />
    </div>
  );
}
