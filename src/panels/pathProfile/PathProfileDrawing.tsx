import { colour } from '@/ui/colour';
import { useId } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Assembly } from '@/core/job/records';
import type { ProfilePart } from '@/core/propagation/pathProfile';
import type { LabelPlace } from '@/editor/labels/placeLabels';
import { textWidth } from '@/editor/labels/textWidth';
import { Hatches } from '@/editor/sheet/hatches';
import { Peg } from '@/editor/sheet/Peg';
import { profileLabels } from './profileLabels';
import type { PathProfileAnswer } from '@/workers/protocol';

type End = { peg: string } | { text: string };

const margin = { left: 30, right: 24, top: 26, bottom: 30 };
/** How far above and below the way the drawing shows, m. */
const aboveM = 1.4;
/** Walls thinner than this on screen could not be seen, px. */
const thinnestPx = 4;

/** The make of a part, for its hatch and thickness. */
function assemblyOf(job: Job, part: ProfilePart): Assembly | undefined {
  const record = job.byId.get(part.id);
  const id =
    record?.type === 'wall' || record?.type === 'opening'
      ? record.assemblyId
      : record?.type === 'storey'
        ? record.floorAssemblyId
        : record?.type === 'building'
          ? (record.roof?.assemblyId ?? null)
          : null;
  return find(job, 'assembly', id);
}

/** How distances and heights come to lie on the drawing. */
interface View {
  left: number;
  scale: number;
  /** Heights at its edges, m. */
  bottom: number;
  top: number;
  px: (s: number, z: number) => [number, number];
}

/** Fits a way into the drawing: down to the floor below and up to the floor above, where there is one near. */
function viewOf(
  { path, parts }: PathProfileAnswer,
  width: number,
  height: number,
): View & { length: number } {
  const length = Math.max(0.5, path.at(-1)?.sM ?? 0);
  const heights = path.map((p) => p.zM);
  const low = Math.min(...heights);
  const high = Math.max(...heights);
  const floors = parts.filter((p) => p.kind === 'floor').map((p) => p.z0);
  const bottom = Math.max(low - 3, Math.min(low - 0.4, ...floors.filter((z) => z < low && z > low - 3)));
  const top = Math.max(high + aboveM, ...floors.filter((z) => z > high && z < high + 3));
  const scale = Math.min(
    (width - margin.left - margin.right) / length,
    (height - margin.top - margin.bottom) / (top - bottom),
    90,
  );
  const { left } = margin;
  const px = (s: number, z: number): [number, number] => [left + s * scale, margin.top + (top - z) * scale];
  return { left, scale, bottom, top, px, length };
}

/** Side elevation of a way, true to scale in both directions: distance to the right, height upwards. */
export function PathProfileDrawing({
  job,
  answer,
  width,
  height,
  from,
  to,
}: {
  job: Job;
  answer: PathProfileAnswer;
  width: number;
  height: number;
  from: End;
  to: End;
}) {
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const { path, parts } = answer;
  const view = viewOf(answer, width, height);
  const { px, left, scale } = view;
  const line = path.map((p) => px(p.sM, p.zM).join(' ')).join('L');
  const base = px(0, view.bottom)[1];
  const [first, last] = [path[0], path.at(-1)];
  const end = (at: typeof first, what: End) =>
    at ? [{ at: px(at.sM, at.zM), word: 'peg' in what ? null : what.text }] : [];
  const places = profileLabels({
    crossed: answer.crossed.map((c) => px(c.sM, c.zM)),
    ends: [...end(first, from), ...end(last, to)],
    obstacles: parts.flatMap((part, i) => {
      const shown = part.kind === 'obstacle' ? shownOf(part, view) : null;
      if (!shown) return [];
      const { x0, y0, x1, y1 } = shown;
      const box = { x: (x0 + x1) / 2, y: (y0 + y1) / 2, w: x1 - x0, h: y0 - y1 };
      return [{ id: `${part.id} ${i}`, name: part.name, box }];
    }),
    width,
    measure: textWidth,
  });
  return (
    <svg width={width} height={height} role="img" aria-label={describe(answer)}>
      <Hatches prefix={prefix} />
      <g>
        {parts.map((part, i) => (
          <PartMark
            key={i}
            part={part}
            assembly={assemblyOf(job, part)}
            view={view}
            prefix={prefix}
            name={places.get(`obstacle ${part.id} ${i}`)}
          />
        ))}
      </g>
      <path d={`M${line}`} fill="none" stroke={colour.panel} strokeWidth={4} />
      <path d={`M${line}`} fill="none" stroke={colour.action} strokeWidth={1.8} data-testid="cut-way" />
      {path.slice(1, -1).map((p, i) => {
        const [x, y] = px(p.sM, p.zM);
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={3.6}
            fill={colour.panel}
            stroke={colour.action}
            strokeWidth={1.6}
          />
        );
      })}
      {answer.crossed.map((c, i) => {
        const place = places.get(`crossed ${i}`);
        if (!place) return null;
        return (
          <g key={i}>
            {place.from && (
              <path
                d={`M${place.from.join(' ')}L${place.x} ${place.y}`}
                stroke={colour.action}
                strokeWidth={0.8}
              />
            )}
            <g data-label="number" data-id={c.id ?? undefined}>
              <circle
                cx={place.x}
                cy={place.y}
                r={7.5}
                fill={colour.panel}
                stroke={colour.action}
                strokeWidth={1}
              />
              <text
                x={place.x}
                y={place.y + 4}
                fontSize={11.5}
                fontWeight={700}
                textAnchor="middle"
                fill={colour.action}
              >
                {i + 1}
              </text>
            </g>
          </g>
        );
      })}
      <EndMark at={path[0]} what={from} view={view} word={places.get('end 0')} />
      <EndMark at={path.at(-1)} what={to} view={view} word={places.get('end 1')} />
      <Scale x={left} y={base + 16} scale={scale} lengthM={view.length} feet={job.info.lengths === 'ft'} />
    </svg>
  );
}

/** A unit as its peg, any other end as a cross with a word. */
function EndMark({
  at,
  what,
  view,
  word,
}: {
  at: { sM: number; zM: number } | undefined;
  what: End;
  view: View;
  word: LabelPlace | undefined;
}) {
  if (!at) return null;
  const [x, y] = view.px(at.sM, at.zM);
  return (
    <g transform={`translate(${x} ${y})`}>
      {'peg' in what ? (
        <Peg letter={what.peg} look="installed" />
      ) : (
        <>
          <path d="M-5 0H5M0 -5V5" stroke={colour.action} strokeWidth={2} />
          <text
            x={(word?.x ?? x) - x}
            y={(word?.y ?? y - 13) - y + 4}
            data-label="end"
            textAnchor="middle"
            fontSize={12.5}
            fontWeight={700}
            fill={colour.action}
            className="halo"
          >
            {what.text}
          </text>
        </>
      )}
    </g>
  );
}

interface PartProps {
  part: ProfilePart;
  assembly: Assembly | undefined;
  view: View;
  prefix: string;
  /** Where its name stands; obstacles only. */
  name: LabelPlace | undefined;
}

/** One thing that the cut passes through, by its kind. */
function PartMark(props: PartProps) {
  const { part, assembly, view } = props;
  const { px, bottom, top, scale } = view;
  if (part.kind === 'floor') {
    if (part.z0 < bottom - 0.01 || part.z0 > top + 0.01) return null;
    const [x0, y] = px(part.s0, part.z0);
    const [x1] = px(part.s1, part.z0);
    const deep = Math.max(3, (assembly?.thicknessM ?? 0.1) * scale);
    const size = { x: x0, y, width: x1 - x0, height: deep };
    return <rect {...size} fill={colour.earth} stroke={colour.ink} strokeWidth={0.9} />;
  }
  if (part.kind === 'roof') {
    const [[x0, y0], [x1, y1]] = [px(part.s0, part.z0), px(part.s1, part.z1)];
    return <path d={`M${x0} ${y0}L${x1} ${y1}`} stroke={colour.ink} strokeWidth={2.2} />;
  }
  return <UprightPart {...props} />;
}

/** What is shown of something upright, px; null where it is above or below the drawing. */
function shownOf(part: ProfilePart, { px, bottom, top }: View) {
  const clampZ = (z: number) => Math.min(top, Math.max(bottom, z));
  const [z0, z1] = [clampZ(part.z0), clampZ(part.z1)];
  if (z1 - z0 < 0.01) return null;
  const [x0, y1] = px(part.s0, z1);
  const [x1, y0] = px(part.s1, z0);
  return { x0, y0, x1, y1 };
}

/** A wall, an opening or an obstacle, as high as the drawing shows it. */
function UprightPart({ part, assembly, view, prefix, name }: PartProps) {
  const { scale } = view;
  const shown = shownOf(part, view);
  if (!shown) return null;
  const { x0, y0, x1, y1 } = shown;
  if (part.kind === 'obstacle')
    return (
      <g>
        <rect
          x={x0}
          y={y1}
          width={Math.max(3, x1 - x0)}
          height={y0 - y1}
          fill={colour.paper}
          stroke={colour.ink}
          strokeWidth={0.9}
          strokeOpacity={0.6}
        />
        {name && (
          <text
            x={name.x}
            y={name.y + 4}
            fontSize={11.5}
            textAnchor="middle"
            fill={colour.muted}
            data-label="obstacle"
          >
            {part.name}
          </text>
        )}
      </g>
    );
  const thick = Math.max(thinnestPx, (assembly?.thicknessM ?? 0.1) * scale);
  return part.kind === 'wall' ? (
    // the hatch is drawn in metres: a scaled group keeps it true to the drawing
    <g transform={`translate(${x0 - thick / 2} ${y1}) scale(${scale})`}>
      <rect
        width={thick / scale}
        height={(y0 - y1) / scale}
        fill={assembly ? `url(#${prefix}-${assembly.hatch})` : colour.panel}
        stroke={colour.ink}
        strokeWidth={1.3 / scale}
      />
    </g>
  ) : (
    <rect
      x={x0 - thick / 2}
      y={y1}
      width={thick}
      height={y0 - y1}
      fill={colour.panel}
      stroke={colour.ink}
      strokeWidth={0.9}
      strokeDasharray="4 3"
    />
  );
}

/** One tick a metre (3 ft) along the way. */
function Scale({
  x,
  y,
  scale,
  lengthM,
  feet,
}: {
  x: number;
  y: number;
  scale: number;
  lengthM: number;
  feet: boolean;
}) {
  const unit = feet ? 0.9144 : 1;
  const each = unit * (scale * unit > 26 ? 1 : scale * unit > 13 ? 2 : 5);
  const ticks = Array.from({ length: Math.floor(lengthM / each) + 1 }, (_, i) => i * each);
  return (
    <g fontSize={11.5} fill={colour.muted} textAnchor="middle">
      <path d={`M${x} ${y - 8}H${x + lengthM * scale}`} stroke={colour.strong} />
      {ticks.map((t, i) => (
        <g key={i} transform={`translate(${x + t * scale} ${y})`}>
          <path d="M0 -12V-8" stroke={colour.muted} />
          <text y={4}>{feet ? `${Math.round(t / 0.3048)}′` : `${Math.round(t)}${i === 0 ? ' m' : ''}`}</text>
        </g>
      ))}
    </g>
  );
}

const describe = ({ crossed, lengthM }: PathProfileAnswer): string =>
  `Path profile ${lengthM.toFixed(1)} m long; crosses ${crossed.map((c) => c.label).join(', ') || 'nothing'}`;
