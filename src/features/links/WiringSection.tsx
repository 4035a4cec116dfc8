'use client';

import { useId, useMemo, useRef } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Unit } from '@/core/job/records';
import type { BackhaulOption } from '@/core/network/backhaulOptions';
import { mediumWords } from '@/core/media/mediumWords';
import { wiringLayout } from '@/core/wiring/layout';
import { wiringPath, wiringPaths } from '@/core/wiring/paths';
import { Hatches } from '@/editor/sheet/hatches';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useSize } from '@/ui/useSize';
import { rateText } from '@/core/network/rateText';
import { HouseSection } from './HouseSection';
import { LinkBand, OtherWay } from './LinkBand';
import { UnitPeg } from './UnitPeg';
import { WiringGround, WiringNames, WiringSpots } from './WiringGround';
import { textWidth } from '@/editor/labels/textWidth';
import { wiringLabels } from './wiringLabels';
import { type Layout, wiringScale } from './wiringScale';

export type Use = 'one' | 'all';

/** Of each medium the best way that is not taken. */
function othersOf(job: Job, layout: Layout, selected: Unit, options: readonly BackhaulOption[]) {
  const open = options.filter((o) => o.whyNot === null && !o.taken);
  const taken = options.find((o) => o.taken)?.link.medium;
  return (['ethernet', 'coax', 'powerline', 'wireless'] as const).flatMap((medium) => {
    const best = medium === taken ? undefined : open.find((o) => o.link.medium === medium);
    const from = find(job, 'unit', best?.link.fromUnitId);
    return best && from
      ? [
          {
            path: wiringPath(job, layout, best.link, from, selected),
            text: `${rateText(best.downMbps)} by ${mediumWords[medium].toLowerCase()}`,
          },
        ]
      : [];
  });
}

/** The property cut open large, every unit at its true height, each link a band by what it carries. */
export function WiringSection({ use, options }: { use: Use; options: BackhaulOption[] | null }) {
  const store = useJobStore();
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const job = useJob((s) => s.job);
  const network = useJob((s) => s.network);
  const selectedId = useJob((s) => s.selectedId);
  const layout = useMemo(() => wiringLayout(job), [job]);
  const paths = useMemo(() => (layout ? wiringPaths(job, layout) : []), [job, layout]);
  const units = job.units.filter((u) => u.planned);
  const selected = find(job, 'unit', selectedId);
  const others = useMemo(
    () => (layout && selected && options ? othersOf(job, layout, selected, options) : []),
    [job, layout, selected, options],
  );
  if (!layout)
    return (
      <p className="p-6 text-muted">
        This job has no building yet. Draw one in Survey (1), then place units in Plan (3).
      </p>
    );
  const scale = wiringScale(layout, width, height);
  const { px } = scale;
  const at = (u: Unit) => px(...layout.placeOf(u));
  const rateOf = (linkId: string) => network?.links.find((l) => l.linkId === linkId)?.downMbps ?? null;
  const flowOf = (linkId: string) => network?.load.links.find((l) => l.linkId === linkId)?.downMbps ?? 0;
  const places = wiringLabels({ job, layout, scale, units, paths, linesOf, measure: textWidth });
  return (
    <div ref={box} className="relative min-h-0 flex-1 overflow-auto bg-paper" data-testid="wiring">
      {width > 0 && (
        <svg
          width={scale.w}
          height={scale.h}
          className="absolute top-0 left-0"
          role="group"
          aria-label="Section with the wiring"
        >
          <Hatches prefix={prefix} />
          <WiringGround {...{ job, layout, scale }} />
          {layout.buildings.map((section) => (
            <HouseSection
              key={section.building.id}
              {...{ job, cut: section, px, scale: scale.across, prefix, places }}
            />
          ))}
          <WiringNames {...{ job, layout, scale }} />
          <g pointerEvents="none">
            <WiringSpots {...{ job, layout, scale, places }} />
            {others.map((o) => (
              <OtherWay key={o.path.link.medium} path={o.path} px={px} title={o.text} />
            ))}
            {paths.map((path) => {
              const mbps = rateOf(path.link.id);
              return (
                <LinkBand
                  key={path.link.id}
                  path={path}
                  px={px}
                  mbps={mbps}
                  load={use === 'all' && mbps ? flowOf(path.link.id) / mbps : null}
                  chosen={path.to.id === selectedId}
                />
              );
            })}
          </g>
          {[...units]
            .sort((a, b) => Number(a.id === selectedId) - Number(b.id === selectedId))
            .map((u) => (
              <UnitPeg
                key={u.id}
                unit={u}
                at={at(u)}
                chosen={u.id === selectedId}
                place={places.get(`unit ${u.id}`)}
                lines={linesOf(u)}
                onChoose={() => store.getState().set({ selectedId: u.id })}
              />
            ))}
        </svg>
      )}
    </div>
  );

  /** What is written beside a peg: what comes to it, and what everyone at once takes. */
  function linesOf(u: Unit): string[] {
    const link = job.links.find((l) => l.unitId === u.id);
    const backhaul = link ? rateOf(link.id) : network ? job.info.planDownMbps : null;
    if (network?.unfed.some((f) => f.unitId === u.id)) return ['no uplink'];
    if (backhaul === null) return [];
    const flow = link ? flowOf(link.id) : (network?.load.plan.downMbps ?? 0);
    return [rateText(backhaul), ...(use === 'all' ? [`${rateText(flow)} at once`] : [])];
  }
}
