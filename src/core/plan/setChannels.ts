import { applyEdit, type Edit } from '../job/edits';
import { find, type Job } from '../job/job';
import type { ChannelChoice } from '../network/channelPlan';
import { changeUnit } from './changeUnit';

/** One edit that sets the channels of all units; what was found stays as found. */
export function setChannels(job: Job, choices: readonly ChannelChoice[]): Edit {
  const edit: Edit = { label: 'Set the channels', put: [], remove: [] };
  let now = job;
  for (const id of new Set(choices.map((c) => c.unitId))) {
    const unit = find(now, 'unit', id);
    if (!unit) continue;
    const channels = { ...unit.channels };
    for (const c of choices) if (c.unitId === id) channels[c.band] = c.channel;
    const changed = changeUnit(now, { ...unit, channels }, edit.label, true).edit;
    now = applyEdit(now, changed).job;
    edit.put.push(...changed.put);
    edit.remove.push(...changed.remove);
  }
  return edit;
}
