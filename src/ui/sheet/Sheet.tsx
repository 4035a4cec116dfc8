'use client';

import { useId, useMemo, useRef } from 'react';
import { boundsOf } from '@/core/geometry/place';
import { find } from '@/core/job/job';
import { useJob } from '@/ui/store/JobProvider';
import { lengthText } from '@/ui/units';
import { CoverageLayer } from './CoverageLayer';
import { ClingHatch, Hatches, ShortHatch } from './hatches';
import { CutLine } from './CutLine';
import { LinkLines, RayLine } from './LinkLines';
import { IsolineLabels, RoomLabels } from './RoomLabels';
import { FixedDeviceMarks, ServiceMarks, SpotMarks, UnitPegs } from './Marks';
import { Dimension, GridDots, SheetFrame } from './SheetFrame';
import { sheetSpace, type SheetStage } from './sheetSpace';
import { StoreyFloor, StoreyThings, StoreyWalls } from './StoreyPlan';
import {
  DragPreview,
  GapMarks,
  RouteLines,
  SiteMarks,
  TypedRoomGhost,
  UnknownMarks,
  WallHandles,
} from './SurveyMarks';
import { SheetMenu } from './SheetMenu';
import { ScaleQuestion } from './ScaleQuestion';
import { ToolGhost } from './ToolGhost';
import { Underlay } from './Underlay';
import { WallGhost } from './WallGhost';
import { useSheetPointer } from './useSheetPointer';
import { type Box, useView } from './useView';
import { pathOf } from '@/ui/sheet/paths';

/** The drawing of the storey chosen in the section, with what the stage needs to show on it. */
export function Sheet({ stage }: { stage: SheetStage }) {
  const ref = useRef<SVGSVGElement>(null);
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const selectedId = useJob((s) => s.selectedId);
  const answer = useJob((s) => s.answer);
  const tool = useJob((s) => s.tool);
  const space = useMemo(() => sheetSpace(job, storeyId), [job, storeyId]);
  const unitIds = useMemo(() => job.units.map((u) => u.id), [job.units]);
  const typed = useJob((s) => s.typedRoom);
  // a room that is typed outside the building is brought into view
  const box = useMemo((): Box => {
    const own = space?.box ?? [0, 0, 10, 8];
    return typed ? boundsOf([...typed.outline, [own[0], own[1]], [own[2], own[3]]]) : own;
  }, [space, typed]);
  const { view, size, zoomAt, panBy, fit } = useView(ref, box, storeyId);
  const pointer = useSheetPointer({ ref, view, space, stage, panBy, zoomAt });

  if (!space) return <p className="p-6 text-muted">This job has no storey yet.</p>;
  const { lengths } = job.info;
  const shown = stage !== 'survey' && answer?.request.storeyId === storeyId ? answer : null;
  const pictured = stage === 'survey' && job.pictures.some((p) => p.storeyId === storeyId);
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const px = (x: number, y: number): [number, number] => [x * view.scale + view.x, y * view.scale + view.y];
  const [x0, y0, x1, y1] = space.box;
  const [left, top] = px(x0, y0);
  const [right, bottom] = px(x1, y1);
  return (
    <div className="relative min-h-0 flex-1">
      <SheetMenu active={stage === 'survey'}>
        <svg
          ref={ref}
          className={`absolute inset-0 h-full w-full touch-none select-none ${tool === 'select' ? '' : 'cursor-crosshair'}`}
          role="group"
          aria-label={`Plan of ${space.isSite ? 'the site' : `${space.building.name}, ${space.storey.name}`}`}
          data-testid="sheet"
          {...pointer.handlers}
        >
          <Hatches prefix={prefix} />
          <defs>
            <ShortHatch id={`${prefix}-short`} scale={view.scale} />
            <ClingHatch id={`${prefix}-cling`} scale={view.scale} />
          </defs>
          <GridDots
            view={view}
            width={size.width}
            height={size.height}
            lengths={lengths}
            id={`${prefix}-dots`}
          />
          <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
            {stage === 'survey' && (
              <Underlay job={job} storeyId={storeyId} preview={pointer.preview} selectedId={selectedId} />
            )}
            {space.drawn.map(({ storey, transform }) => (
              <g key={storey.id} transform={transform}>
                <StoreyFloor job={job} storeyId={storey.id} see={pictured && storey.id === storeyId} />
              </g>
            ))}
            {!space.isSite && (
              <path
                data-testid="building-outline"
                d={pathOf(space.building.outline)}
                fill="none"
                stroke="#1f2a37"
                strokeWidth={0.9}
                strokeDasharray="6 4"
                vectorEffect="non-scaling-stroke"
              />
            )}
            {shown && <CoverageLayer rooms={rooms} fields={shown.rooms} prefix={prefix} unitIds={unitIds} />}
            {space.drawn.map(({ storey, transform }) => (
              <g key={storey.id} transform={transform}>
                <StoreyThings
                  job={job}
                  storeyId={storey.id}
                  hatch={prefix}
                  scale={view.scale}
                  selectedId={selectedId}
                />
                <StoreyWalls
                  job={job}
                  storeyId={storey.id}
                  hatch={prefix}
                  scale={view.scale}
                  selectedId={selectedId}
                />
              </g>
            ))}
          </g>
          <g>
            {!space.isSite && (
              <>
                <Dimension
                  ax={left}
                  ay={top - 14}
                  bx={right}
                  by={top - 14}
                  text={lengthText(x1 - x0, lengths, 1)}
                />
                <Dimension
                  ax={left - 16}
                  ay={bottom}
                  bx={left - 16}
                  by={top}
                  text={lengthText(y1 - y0, lengths, 1)}
                />
              </>
            )}
            {shown && (
              <IsolineLabels
                rooms={rooms}
                fields={shown.rooms}
                layer={shown.request.layer}
                px={px}
                scale={view.scale}
              />
            )}
            <RoomLabels job={job} space={space} px={px} scale={view.scale} selectedId={selectedId} />
            {stage === 'survey' && <UnknownMarks job={job} storeyId={storeyId} px={px} scale={view.scale} />}
            {space.isSite && (
              <SiteMarks job={job} space={space} px={px} preview={pointer.preview} stage={stage} />
            )}
            {stage === 'survey' && <RouteLines job={job} space={space} px={px} selectedId={selectedId} />}
            <FixedDeviceMarks job={job} space={space} px={px} scale={view.scale} selectedId={selectedId} />
            <ServiceMarks job={job} space={space} px={px} scale={view.scale} selectedId={selectedId} />
            <LinkLines space={space} px={px} stage={stage} />
            <RayLine space={space} px={px} stage={stage} />
            <CutLine space={space} px={px} />
            <SpotMarks space={space} px={px} stage={stage} moved={pointer.movedSpot} />
            <UnitPegs space={space} px={px} stage={stage} />
            {stage === 'survey' && (
              <>
                <GapMarks job={job} storeyId={storeyId} px={px} />
                <WallHandles job={job} selectedId={selectedId} storeyId={storeyId} px={px} />
                <DragPreview job={job} records={pointer.preview} px={px} scale={view.scale} />
                <TypedRoomGhost px={px} lengths={lengths} />
                <WallGhost
                  px={px}
                  scale={view.scale}
                  hatch={prefix}
                  width={size.width}
                  height={size.height}
                />
              </>
            )}
            <ToolGhost ghost={pointer.ghost} px={px} lengths={lengths} />
          </g>
          <SheetFrame view={view} width={size.width} height={size.height} lengths={lengths} />
          {find(job, 'storey', storeyId) && <North x={size.width - 30} y={size.height - 30} />}
        </svg>
      </SheetMenu>
      {pointer.ghost?.kind === 'scale' && pointer.ghost.done && (
        <ScaleQuestion a={pointer.ghost.a} b={pointer.ghost.b} onDone={pointer.clearGhost} />
      )}
      <div className="absolute top-4 right-3 flex w-9 flex-col-reverse items-stretch border border-rule bg-panel text-[12.5px]">
        <ZoomButton label="Zoom out" onClick={() => zoomAt(1 / 1.25)}>
          −
        </ZoomButton>
        <button
          type="button"
          className="h-8 border-y border-rule font-semibold"
          onClick={fit}
          title="Fit to the sheet"
        >
          Fit
        </button>
        <ZoomButton label="Zoom in" onClick={() => zoomAt(1.25)}>
          +
        </ZoomButton>
      </div>
    </div>
  );
}

function ZoomButton({ label, onClick, children }: { label: string; onClick: () => void; children: string }) {
  return (
    <button type="button" aria-label={label} title={label} className="h-8 text-[16px]" onClick={onClick}>
      {children}
    </button>
  );
}

function North({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`} pointerEvents="none" aria-hidden="true">
      <circle r={12} fill="#fffdf8" stroke="#1f2a37" strokeWidth={1} />
      <path d="M0 -11L4.5 6L0 2.5Z" fill="#1f2a37" />
      <path d="M0 -11L-4.5 6L0 2.5Z" fill="none" stroke="#1f2a37" strokeWidth={0.9} />
      <text y={-16} textAnchor="middle" fontSize={11.5} fontWeight={700} fill="#1f2a37">
        N
      </text>
    </g>
  );
}
