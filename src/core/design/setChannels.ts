import { applyEdit, type Edit } from '../job/edits';
import { find, type Job } from '../job/job';
import type { ChannelPlan } from '../network/channelPlan';
import { changeUnit } from './changeUnit';

/** One edit that sets the channels and widths of all units and links; what was found stays as found. */
export function setChannels(job: Job, { choices, links }: Pick<ChannelPlan, 'choices' | 'links'>): Edit {
  const edit: Edit = { label: 'Set the channels', put: [], remove: [] };
  const set = new Map<string, Edit['put'][number]>();
  let now = job;
  const take = (part: Edit) => {
    now = applyEdit(now, part).job;
    part.put.forEach((r) => set.set(r.id, r));
    edit.remove.push(...part.remove);
  };
  for (const { linkId, channel } of links) {
    const link = find(now, 'link', linkId);
    if (link && link.channel !== channel) take({ label: '', put: [{ ...link, channel }], remove: [] });
  }
  for (const id of new Set(choices.map((c) => c.unitId))) {
    const unit = find(now, 'unit', id);
    if (!unit) continue;
    const [channels, widths] = [{ ...unit.channels }, { ...unit.widths }];
    for (const c of choices.filter((x) => x.unitId === id)) {
      channels[c.band] = c.channel;
      widths[c.band] = c.widthMHz;
    }
    take(changeUnit(now, { ...unit, channels, widths }, edit.label, true).edit);
  }
  edit.put.push(...set.values());
  return edit;
}
