import { colour } from '@/ui/colour';
import type { JobSummary } from '@/core/progress/jobSummary';

/** The property's own outline on one ground line. */
export function JobPicture({ job }: { job: JobSummary }) {
  const gap = 3;
  const buildings = job.buildings.map(([widthM, heightM, storeys, roof]) => ({
    widthM,
    heightM,
    storeys,
    roof,
  }));
  const all = buildings.reduce((sum, b) => sum + b.widthM + gap, gap);
  const tall = Math.max(6, ...buildings.map((b) => b.heightM + (b.roof ? b.widthM * 0.22 : 0)));
  const scale = Math.min(100 / Math.max(all, 20), 52 / tall);
  let x = gap * scale;
  const ground = 58;
  return (
    <svg
      width={108}
      height={66}
      viewBox="0 0 108 66"
      aria-hidden="true"
      className="job-picture shrink-0"
      fill={colour.panel}
      stroke={colour.ink}
    >
      <path d={`M2 ${ground}H106`} strokeWidth={1.2} />
      <path
        d={Array.from({ length: 16 }, (_, i) => `M${i * 6.6 + 6} ${ground + 1}l-4 5`).join('')}
        strokeWidth={0.6}
        stroke={colour.faint}
      />
      {buildings.map((b, i) => {
        const [w, h] = [b.widthM * scale, Math.max(6, b.heightM * scale)];
        const left = x;
        x += w + gap * scale;
        const rise = b.roof ? w * 0.22 : 0;
        const top = ground - h;
        return (
          <g key={i}>
            <rect x={left} y={top} width={w} height={h} strokeWidth={1.3} />
            {Array.from({ length: Math.max(0, b.storeys - 1) }, (_, s) => (
              <path key={s} d={`M${left} ${top + ((s + 1) * h) / b.storeys}h${w}`} strokeWidth={0.9} />
            ))}
            {b.roof && (
              <path
                d={`M${left - 2} ${top}L${left + w / 2} ${top - rise}L${left + w + 2} ${top}Z`}
                strokeWidth={1.6}
                strokeLinejoin="round"
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
