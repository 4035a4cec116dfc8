'use client';

import { colour } from '@/ui/colour';
import { useId } from 'react';
import type { Building, Storey } from '@/core/job/records';
import { boundsOf } from '@/core/geometry/place';
import type { Mark } from '@/ui/marks';
import { type SectionStage, spotMarks } from './storeyTally';
import { useIsPhone } from '@/ui/useIsPhone';
import { SectionStrip } from './SectionStrip';
import { StoreyCell } from './StoreyCell';
import { Hatches } from '@/editor/sheet/hatches';
import { useJob, useProofs } from '@/client/store/JobProvider';

const title: Record<SectionStage, string> = {
  survey: 'spots set',
  before: 'before the work',
  plan: 'predicted met',
  prove: 'needs proven',
};

/** Pixels a metre, upright and along; the drawing is squeezed sideways so that a house fits the column. */
const upPx = 17;
const alongPx = { house: 10.4, outbuilding: 8.4 };
const leastCell = 34;

/** The property cut open: the way between storeys and buildings, and where a dragged unit is dropped. */
export function Section({ stage }: { stage: SectionStage }) {
  const job = useJob((s) => s.job);
  const marks = useSpotMarks(stage);
  const isPhone = useIsPhone();
  const rank = { house: 0, outbuilding: 1, outdoors: 2 };
  const buildings = [...job.buildings].sort((a, b) => rank[a.kind] - rank[b.kind]);
  if (isPhone)
    return (
      <section aria-label="Section" className="shell-section border-b border-rule bg-panel">
        <SectionStrip {...{ buildings, marks, stage }} />
      </section>
    );
  return (
    <section aria-label="Section" className="shell-section">
      <div className="flex items-baseline justify-between px-3.5 pt-3 pb-1">
        <h2 className="text-[13.5px] font-bold">Section</h2>
        <span className="text-[12px] text-muted">{title[stage]}</span>
      </div>
      <div className="section-row flex flex-wrap items-end justify-center gap-x-1.5 gap-y-2 px-1 pb-2">
        {buildings.map((b) => (
          <BuildingSection
            key={b.id}
            building={b}
            storeys={job.storeys.filter((s) => s.buildingId === b.id).sort((x, y) => y.level - x.level)}
            marks={marks}
            stage={stage}
          />
        ))}
      </div>
    </section>
  );
}

/** How each spot stands in this stage. */
function useSpotMarks(stage: SectionStage): Map<string, Mark> {
  const job = useJob((s) => s.job);
  const planned = useJob((s) => s.planned);
  const proofs = useProofs();
  return spotMarks(job, stage, planned, proofs);
}

function BuildingSection({
  building,
  storeys,
  marks,
  stage,
}: {
  building: Building;
  storeys: Storey[];
  marks: Map<string, Mark>;
  stage: SectionStage;
}) {
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const job = useJob((s) => s.job);
  if (building.kind === 'outdoors') {
    const storey = storeys[0];
    return (
      storey && (
        <svg width={170} height={40} viewBox="0 0 170 40">
          <path d="M0 37H170" stroke={colour.ink} strokeWidth={1.4} />
          <path
            d={Array.from({ length: 22 }, (_, i) => `M${i * 8 + 4} 37l-5 4`).join('')}
            stroke={colour.faint}
            strokeWidth={0.8}
          />
          <StoreyCell
            storey={storey}
            x={1}
            y={1}
            width={168}
            height={34}
            centred={false}
            {...{ marks, stage }}
          />
        </svg>
      )
    );
  }
  const [x0, , x1] = boundsOf(building.outline);
  const isHouse = building.kind === 'house';
  const width = Math.min(
    isHouse ? 158 : 72,
    Math.max(isHouse ? 100 : 68, (x1 - x0) * alongPx[isHouse ? 'house' : 'outbuilding']),
  );
  const wall = job.walls
    .filter((w) => storeys.some((s) => s.id === w.storeyId))
    .map((w) => job.assemblies.find((a) => a.id === w.assemblyId))
    .reduce((thick, a) => ((a?.thicknessM ?? 0) > (thick?.thicknessM ?? 0) ? a : thick), undefined);
  const thick = Math.max(3, Math.min(9, (wall?.thicknessM ?? 0.2) * 15));
  const { roof } = building;
  const pitched = roof?.kind === 'pitched';
  const top = storeys[0];
  const inRoof = pitched && top && top.floorZM >= roof.eavesZM - 0.3;
  const roofPx =
    roof && pitched ? Math.max(inRoof ? 66 : 14, (roof.ridgeZM - roof.eavesZM) * (isHouse ? upPx : 10)) : 5;
  const rows = (inRoof ? storeys.slice(1) : storeys).map((s, i, all) => {
    const above = i === 0 ? s.floorZM + s.heightM + 0.2 : (all[i - 1]?.floorZM ?? s.floorZM + s.heightM);
    return { storey: s, height: Math.max(leastCell, (above - s.floorZM) * upPx) };
  });
  let y = roofPx;
  const placed = rows.map((r) => {
    const at = y;
    y += r.height;
    return { ...r, y: at };
  });
  const height = y;
  // where the ground is: the floor of level 0, else the bottom
  const ground = placed.find((r) => r.storey.level === 0);
  const groundY = ground ? ground.y + ground.height : height;
  const pad = isHouse ? 8 : 5;
  const full = width + 2 * pad;
  const mid = full / 2;
  return (
    <svg width={full} height={height + 6} viewBox={`0 0 ${full} ${height + 6}`}>
      <Hatches prefix={prefix} />
      <path d={`M0 ${groundY}H${full}`} stroke={colour.ink} strokeWidth={1.4} />
      <path
        d={Array.from({ length: Math.ceil(full / 7) }, (_, i) => `M${i * 7 + 3} ${groundY + 1}l-4 5`)
          .filter((_, i) => i * 7 < pad || i * 7 > full - pad || groundY >= height - 1)
          .join('')}
        stroke={colour.faint}
        strokeWidth={0.8}
      />
      <g transform={`scale(22)`}>
        <rect
          x={pad / 22}
          y={roofPx / 22}
          width={width / 22}
          height={(height - roofPx) / 22}
          fill={`url(#${prefix}-${wall?.hatch ?? 'plain'})`}
        />
      </g>
      <rect
        x={pad}
        y={roofPx}
        width={width}
        height={height - roofPx}
        fill="none"
        stroke={colour.ink}
        strokeWidth={1.6}
      />
      {pitched ? (
        <path
          d={`M${pad - 6} ${roofPx + 3}L${mid} 4L${full - pad + 6} ${roofPx + 3}`}
          fill={colour.panel}
          stroke={colour.ink}
          strokeWidth={3}
          strokeLinejoin="miter"
        />
      ) : (
        <path d={`M${pad - 3} ${roofPx - 1}H${full - pad + 3}`} stroke={colour.ink} strokeWidth={3} />
      )}
      {inRoof && top && (
        <StoreyCell
          storey={top}
          x={pad + width * 0.27}
          y={30}
          width={width * 0.46}
          height={roofPx - 31}
          centred
          {...{ marks, stage }}
        />
      )}
      {placed.map((r) => (
        <StoreyCell
          key={r.storey.id}
          storey={r.storey}
          x={pad + thick}
          y={r.y + 1.5}
          width={width - 2 * thick}
          height={r.height - 3}
          centred={false}
          {...{ marks, stage }}
        />
      ))}
      {job.buildings.filter((b) => b.kind !== 'outdoors').length > 1 && building.kind === 'outbuilding' && (
        <title>{building.name}</title>
      )}
    </svg>
  );
}
