'use client';

import { colour } from '@/ui/colour';
import { useId } from 'react';
import type { Building, Storey } from '@/core/job/records';
import { boundsOf } from '@/core/geometry/place';
import { foundWords, type Mark, plannedMark, verdictWords } from '@/ui/marks';
import { Hatches } from '@/editor/sheet/hatches';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';

export type SectionStage = 'survey' | 'before' | 'plan' | 'prove';

const title: Record<SectionStage, string> = {
  survey: 'spots set',
  before: 'as found',
  plan: 'needs met in plan',
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
  const rank = { house: 0, outbuilding: 1, outdoors: 2 };
  const buildings = [...job.buildings].sort((a, b) => rank[a.kind] - rank[b.kind]);
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

function useSpotMarks(stage: SectionStage): Map<string, Mark> {
  const job = useJob((s) => s.job);
  const planned = useJob((s) => s.planned);
  const proofs = useProofs();
  return new Map(
    job.spots.map((spot) => {
      const proof = proofs.find((p) => p.spotId === spot.id);
      const prediction = planned?.find((p) => p.spotId === spot.id);
      const mark: Mark =
        stage === 'survey'
          ? 'met'
          : stage === 'before'
            ? foundWords[proof?.found ?? 'untested'].mark
            : stage === 'plan'
              ? prediction
                ? plannedMark(prediction.met, prediction.certainty).mark
                : 'empty'
              : verdictWords[proof?.verdict ?? 'no-readings'].mark;
      return [spot.id, mark];
    }),
  );
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
          <Cell storey={storey} x={1} y={1} width={168} height={34} centred={false} {...{ marks, stage }} />
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
        <Cell
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
        <Cell
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

const boxFill = { met: colour.action, cured: colour.action, equal: colour.action } as const;

function Cell({
  storey,
  x,
  y,
  width,
  height,
  centred,
  marks,
  stage,
}: {
  storey: Storey;
  x: number;
  y: number;
  width: number;
  height: number;
  centred: boolean;
  marks: Map<string, Mark>;
  stage: SectionStage;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const active = useJob((s) => s.storeyId === storey.id);
  const hover = useJob((s) => s.dropStoreyId === storey.id);
  const building = job.buildings.find((b) => b.id === storey.buildingId);
  const single = job.storeys.filter((s) => s.buildingId === storey.buildingId).length === 1;
  const name = single && building ? building.name : storey.name.replace(' floor', '');
  const spots = job.spots.filter((s) => s.storeyId === storey.id).sort((a, b) => a.number - b.number);
  const met = spots.filter((s) => ['met', 'cured', 'equal'].includes(marks.get(s.id) ?? '')).length;
  const units = job.units.filter(
    (u) => u.storeyId === storey.id && (stage === 'plan' || stage === 'prove' ? u.planned : u.found),
  );
  const isCalculating = useJob((s) => s.planned === null) && stage === 'plan';
  const metText = isCalculating ? '…' : String(met);
  const fraction = stage === 'survey' ? String(spots.length) : `${metText}/${spots.length}`;
  const state =
    stage === 'survey'
      ? `${spots.length} spots`
      : isCalculating
        ? 'needs are being calculated'
        : `${met} of ${spots.length} needs met`;
  const label = `${building?.name ?? ''}, ${storey.name}: ${state}`;
  const choose = () => store.getState().set({ storeyId: storey.id });
  const row = height < 42 && !centred;
  const narrow = width < 80 && !centred;
  const boxes = Math.min(
    spots.length,
    Math.floor((width - (narrow ? 30 : 12) - (narrow ? 0 : units.length * 17)) / 12),
  );
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={active}
      data-storey={storey.id}
      className="cursor-pointer"
      onClick={choose}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          choose();
        }
      }}
    >
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        fill={hover ? colour.head2 : active ? colour.cell : centred ? 'transparent' : colour.panel}
        stroke={active || hover ? colour.action : colour.ink}
        strokeWidth={active || hover ? 2.6 : centred ? 0 : 1}
      />
      <text
        x={centred ? x + width / 2 : x + (narrow ? 4 : 7)}
        y={y + (row ? 13 : centred ? 13 : 16)}
        fontSize={narrow ? 11.5 : 13}
        fontWeight={700}
        fill={active ? colour.action : colour.ink}
        textAnchor={centred ? 'middle' : 'start'}
      >
        {name}
      </text>
      {spots.length > 0 && (
        <text
          x={x + width - (narrow ? 4 : 6)}
          y={y + (centred ? height - 3 : narrow ? height - 5 : row ? 13 : 16)}
          fontSize={12.5}
          fontWeight={700}
          fill={active ? colour.action : colour.ink}
          textAnchor="end"
        >
          {fraction}
        </text>
      )}
      {spots.slice(0, boxes).map((s, i) => (
        <TallyBox
          key={s.id}
          x={x + (centred ? 10 : narrow ? 4 : 7) + i * 12}
          y={y + (row || narrow || centred ? height - 13 : 24)}
          mark={marks.get(s.id) ?? 'empty'}
        />
      ))}
      {units.map((u, i) => (
        <MiniPeg
          key={u.id}
          x={x + width - (narrow ? 8 : 10) - (units.length - 1 - i) * 16 + (centred ? 26 : 0)}
          y={y + (narrow ? 19 : height - 3)}
          letter={u.letter}
        />
      ))}
    </g>
  );
}

function TallyBox({ x, y, mark }: { x: number; y: number; mark: Mark }) {
  const fill = mark in boxFill ? colour.action : colour.panel;
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        width={9}
        height={9}
        fill={fill}
        stroke={
          mark === 'short'
            ? colour.rust
            : mark === 'thin'
              ? colour.ochre
              : mark === 'empty'
                ? colour.strong
                : colour.action
        }
        strokeWidth={1.2}
      />
      {mark === 'short' && <path d="M0 5L5 0M1 9L9 1M5 9L9 5" stroke={colour.rust} strokeWidth={1.4} />}
      {mark === 'thin' && <path d="M0 9L9 0V9Z" fill={colour.ochre} />}
    </g>
  );
}

function MiniPeg({ x, y, letter }: { x: number; y: number; letter: string }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <path d="M-7 -17H7V-5.5L0 0L-7 -5.5Z" fill={colour.ink} />
      <text y={-7} fontSize={10.5} fontWeight={700} fill={colour.panel} textAnchor="middle">
        {letter}
      </text>
    </g>
  );
}
