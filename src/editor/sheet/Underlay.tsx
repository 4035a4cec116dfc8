import { colour } from '@/ui/colour';
import type { Job } from '@/core/job/job';
import type { AnyRecord, Id } from '@/core/job/records';

/** Where a file of a job is served. */
export const fileUrl = (jobId: Id, fileId: string): string => `/api/jobs/${jobId}/files/${fileId}`;

/** Pictures pinned under the drawing of a storey, in sheet metres. */
export function Underlay({
  job,
  storeyId,
  preview,
  selectedId,
}: {
  job: Job;
  storeyId: Id;
  preview: readonly AnyRecord[];
  selectedId: Id | null;
}) {
  return (
    <g>
      {job.pictures
        .filter((p) => p.storeyId === storeyId)
        .map((stored) => {
          const moved = preview.find((r) => r.id === stored.id);
          const p = moved?.type === 'picture' ? moved : stored;
          const [w, h] = [p.widthPx * p.metresPerPx, p.heightPx * p.metresPerPx];
          return (
            <g key={p.id} transform={`translate(${p.xM} ${p.yM}) rotate(${p.turnDeg})`} data-id={p.id}>
              <image
                href={fileUrl(job.info.id, p.fileId)}
                width={w}
                height={h}
                opacity={p.opacity}
                preserveAspectRatio="none"
              />
              <rect
                width={w}
                height={h}
                fill="transparent"
                stroke={p.id === selectedId ? colour.action : colour.strong}
                strokeWidth={p.id === selectedId ? 2 : 1}
                strokeDasharray="4 3"
                vectorEffect="non-scaling-stroke"
              />
            </g>
          );
        })}
    </g>
  );
}
