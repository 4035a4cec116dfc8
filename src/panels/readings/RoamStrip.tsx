import { colour } from '@/ui/colour';
import { rateText } from '@/core/network/rateText';
import { find, type Job } from '@/core/job/job';
import type { RoamWalk } from '@/core/job/records';

const [width, height, axis] = [358, 96, 16];

/** A walk second by second: how high the rate was (logarithmic), seconds without an answer as a rust hatch, spots as passed. */
export function RoamStrip({
  samples,
  marks,
  job,
}: {
  samples: RoamWalk['samples'];
  marks: RoamWalk['marks'];
  job: Job;
}) {
  const [first, last] = [samples[0], samples.at(-1)];
  if (!first || !last) return null;
  const from = first.atS;
  const span = Math.max(20, last.atS - from + 1);
  const x = (s: number) => ((s - from) / span) * width;
  const most = Math.max(100, ...samples.map((s) => s.mbps ?? 0));
  const y = (mbps: number) =>
    height - axis - (Math.log10(1 + mbps) / Math.log10(1 + most)) * (height - axis - 14);
  const grid = [1, 10, 100, 1000].filter((m) => m <= most);
  const wide = Math.max(1.5, (width / span) * 0.86);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full border border-strong bg-panel"
      role="img"
      aria-label={`${samples.length} seconds, ${samples.filter((s) => s.latencyMs === null).length} without an answer`}
    >
      {grid.map((m) => (
        <path key={m} d={`M0 ${y(m)}H${width}`} stroke={colour.rule} />
      ))}
      {samples.map((s) =>
        s.latencyMs === null ? (
          <g key={s.atS}>
            <rect x={x(s.atS)} y={2} width={wide} height={height - axis - 2} fill={colour.rustBand} />
            <path
              d={`M${x(s.atS)} ${height - axis}L${x(s.atS) + wide} 2`}
              stroke={colour.rust}
              strokeWidth={1.4}
            />
          </g>
        ) : (
          <rect
            key={s.atS}
            x={x(s.atS)}
            y={y(s.mbps ?? 0)}
            width={wide}
            height={height - axis - y(s.mbps ?? 0)}
            fill={colour.head4}
          />
        ),
      )}
      <path d={`M0 ${height - axis}H${width}`} stroke={colour.ink} strokeWidth={1.2} />
      {grid.map((m) => (
        <text
          key={m}
          x={width - 3}
          y={y(m) + 4}
          fontSize={11.5}
          textAnchor="end"
          fill={colour.ink}
          className="halo"
        >
          {rateText(m)}
          {m === grid.at(-1) && ' Mbps'}
        </text>
      ))}
      {marks
        .filter((m) => m.atS >= from)
        .map((m) => (
          <g key={`${m.atS} ${m.spotId}`} transform={`translate(${x(m.atS)} 0)`}>
            <path d={`M0 4V${height - axis}`} stroke={colour.ink} strokeDasharray="2 3" />
            <text y={height - 4} fontSize={11.5} fontWeight={700} fill={colour.ink}>
              {find(job, 'spot', m.spotId)?.number}
            </text>
          </g>
        ))}
    </svg>
  );
}
