'use client';

/**
 * The planes of a sheet, one over the other. Each is a drawing of its own, so that what moves under
 * the pointer is painted anew without the walls and their hatches.
 */
import { answerFor } from './answerFor';
import { colour } from '@/ui/colour';
import { memo, type ReactNode, useMemo } from 'react';
import { find, type Job } from '@/core/job/job';
import type { AnyRecord, Id, Spot } from '@/core/job/records';
import { pathOf } from '@/editor/sheet/paths';
import { useJob } from '@/client/store/JobProvider';
import { lengthText } from '@/ui/units';
import { CoverageLayer } from './CoverageLayer';
import { PathProfileLine } from './PathProfileLine';
import { ClingHatch, Hatches, ShortHatch } from './hatches';
import { LinkLines, RayLine } from './LinkLines';
import { FixedDeviceMarks, ServicePointMarks, SpotMarks, UnitPegs } from './Marks';
import { PhotoMarks } from './PhotoMarks';
import { PlaceMarks, ProposedUnits } from './PlaceMarks';
import type { Placed } from '@/editor/labels/placeLabels';
import { IsolineLabels, RoomLabels } from './RoomLabels';
import type { SheetSpace, SheetStage, ToPx } from './sheetSpace';
import { Dimension, GridDots, SheetFrame } from './SheetFrame';
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
import { type Ghost, ToolGhost } from './ToolGhost';
import { Underlay } from './Underlay';
import type { View } from './useView';
import { WallGhost } from './WallGhost';

export interface PlaneProps {
  job: Job;
  space: SheetSpace;
  stage: SheetStage;
  view: View;
  size: { width: number; height: number };
  px: ToPx;
  selectedId: Id | null;
  /** Keeps ids of hatches apart on a page. */
  prefix: string;
}

/** One plane; where nothing is drawn the pointer falls through to the plane below. */
function Plane({ children, hidden = false }: { children: ReactNode; hidden?: boolean }) {
  return (
    <svg className="sheet-plane" style={hidden ? { visibility: 'hidden' } : undefined}>
      <g pointerEvents="auto">{children}</g>
    </svg>
  );
}

const inMetres = ({ x, y, scale }: View) => `translate(${x} ${y}) scale(${scale})`;

/** The paper: grid, picture under the drawing, floors. */
export const BasePlane = memo(function BasePlane({
  job,
  space,
  stage,
  view,
  size,
  selectedId,
  prefix,
  preview,
}: Omit<PlaneProps, 'px'> & { preview: readonly AnyRecord[] }) {
  const { id } = space.storey;
  const pictured = stage === 'survey' && job.pictures.some((p) => p.storeyId === id);
  return (
    <Plane>
      <GridDots view={view} {...size} lengths={job.info.lengths} id={`${prefix}-dots`} />
      <g transform={inMetres(view)}>
        {stage === 'survey' && <Underlay job={job} storeyId={id} preview={preview} selectedId={selectedId} />}
        {space.drawn.map(({ storey, transform }) => (
          <g key={storey.id} transform={transform}>
            <StoreyFloor job={job} storeyId={storey.id} see={pictured && storey.id === id} />
          </g>
        ))}
        {!space.isSite && (
          <path
            data-testid="building-outline"
            d={pathOf(space.building.outline)}
            fill="none"
            stroke={colour.ink}
            strokeWidth={0.9}
            strokeDasharray="6 4"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </g>
    </Plane>
  );
});

/** What the worker answered, over the rooms; hidden while the moving plane shows what a dragged unit does. */
export const CoveragePlane = memo(function CoveragePlane({
  job,
  space,
  stage,
  view,
  px,
  prefix,
  places,
}: Omit<PlaneProps, 'selectedId' | 'size'> & { places: Placed }) {
  const { id } = space.storey;
  const answer = useJob((s) => answerFor(s, stage, id));
  const rooms = useMemo(() => job.rooms.filter((r) => r.storeyId === id), [job.rooms, id]);
  const unitIds = useMemo(() => job.units.map((u) => u.id), [job.units]);
  const moving = useJob((s) => s.moving !== null);
  return (
    <Plane hidden={moving}>
      <defs>
        <ShortHatch id={`${prefix}-short`} scale={view.scale} />
        <ClingHatch id={`${prefix}-cling`} scale={view.scale} />
      </defs>
      {answer && (
        <>
          <g transform={inMetres(view)} data-quality={answer.request.quality}>
            <CoverageLayer rooms={rooms} fields={answer.rooms} prefix={prefix} unitIds={unitIds} />
          </g>
          <IsolineLabels job={job} places={places} layer={answer.request.layer} px={px} />
        </>
      )}
    </Plane>
  );
});

/** The house as it stands: walls, things, outlets, the frame of the sheet. */
export const StillPlane = memo(function StillPlane({
  job,
  space,
  stage,
  view,
  size,
  px,
  selectedId,
  prefix,
  preview,
  places,
}: PlaneProps & { preview: readonly AnyRecord[]; places: Placed }) {
  const { lengths } = job.info;
  const { id } = space.storey;
  const [x0, y0, x1, y1] = space.box;
  const [left, top] = px(x0, y0);
  const [right, bottom] = px(x1, y1);
  const survey = stage === 'survey';
  return (
    <Plane>
      <Hatches prefix={prefix} />
      <g transform={inMetres(view)}>
        {space.drawn.map(({ storey, transform }) => (
          <g key={storey.id} transform={transform}>
            {[StoreyThings, StoreyWalls].map((Part, i) => (
              <Part
                key={i}
                job={job}
                storeyId={storey.id}
                hatch={prefix}
                scale={view.scale}
                selectedId={selectedId}
              />
            ))}
          </g>
        ))}
      </g>
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
      {survey && <UnknownMarks job={job} storeyId={id} px={px} scale={view.scale} />}
      {space.isSite && <SiteMarks job={job} space={space} px={px} preview={preview} stage={stage} />}
      {survey && <RouteLines job={job} space={space} px={px} selectedId={selectedId} />}
      <FixedDeviceMarks job={job} space={space} px={px} scale={view.scale} selectedId={selectedId} />
      <ServicePointMarks
        job={job}
        space={space}
        places={places}
        px={px}
        scale={view.scale}
        selectedId={selectedId}
      />
      <SheetFrame view={view} {...size} lengths={lengths} />
      {find(job, 'storey', id) && <North x={size.width - 30} y={size.height - 30} />}
    </Plane>
  );
});

/** What moves: links, ways of signals with the names of rooms over them, spots, units, and what a tool has begun. */
export function LivePlane({
  job,
  space,
  stage,
  view,
  size,
  px,
  selectedId,
  prefix,
  preview,
  ghost,
  movedSpot,
  places,
  names,
}: PlaneProps & {
  preview: readonly AnyRecord[];
  ghost: Ghost | null;
  movedSpot: Spot | null;
  places: Placed;
  /** Of rooms and buildings. */
  names: Placed;
}) {
  const { id } = space.storey;
  const { lengths } = job.info;
  return (
    <Plane>
      <LinkLines space={space} px={px} stage={stage} places={places} />
      <RayLine space={space} px={px} stage={stage} />
      <RoomLabels job={job} space={space} places={names} px={px} selectedId={selectedId} />
      <PathProfileLine space={space} px={px} />
      <PhotoMarks space={space} px={px} />
      <SpotMarks space={space} px={px} stage={stage} moved={movedSpot} places={places} />
      {stage === 'plan' && <PlaceMarks space={space} px={px} />}
      <UnitPegs space={space} px={px} stage={stage} />
      {stage === 'plan' && <ProposedUnits space={space} px={px} />}
      {stage === 'survey' && (
        <>
          <GapMarks job={job} storeyId={id} px={px} />
          <WallHandles job={job} selectedId={selectedId} storeyId={id} px={px} />
          <DragPreview job={job} records={preview} px={px} scale={view.scale} />
          <TypedRoomGhost px={px} lengths={lengths} />
          <WallGhost px={px} scale={view.scale} hatch={prefix} {...size} />
        </>
      )}
      <ToolGhost ghost={ghost} storeyId={id} px={px} lengths={lengths} />
    </Plane>
  );
}

function North({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`} pointerEvents="none" aria-hidden="true">
      <circle r={12} fill={colour.panel} stroke={colour.ink} strokeWidth={1} />
      <path d="M0 -11L4.5 6L0 2.5Z" fill={colour.ink} />
      <path d="M0 -11L-4.5 6L0 2.5Z" fill="none" stroke={colour.ink} strokeWidth={0.9} />
      <text y={-16} textAnchor="middle" fontSize={11.5} fontWeight={700} fill={colour.ink}>
        N
      </text>
    </g>
  );
}
