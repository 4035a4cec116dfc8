import { find, type Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import type { SpotProof } from '@/core/proof/spotProof';
import { tints } from '@/editor/sheet/CoverageLayer';
import { colour } from '@/ui/colour';
import { StatusMark } from '@/ui/marks';
import type { RoomField } from '@/workers/protocol';
import { SmallPlan } from './SmallPlan';

/** Coverage of one storey before and after. */
export type Pair = { before: RoomField[]; after: RoomField[] };

/** A storey before and after, side by side. */
export function StoreyPair({
  job,
  storeyId,
  pair,
  proofs,
}: {
  job: Job;
  storeyId: Id;
  pair: Pair;
  proofs: SpotProof[];
}) {
  const storey = find(job, 'storey', storeyId);
  const building = find(job, 'building', storey?.buildingId);
  const met = (test: (p: SpotProof) => boolean) => {
    const here = proofs.filter((p) => find(job, 'spot', p.spotId)?.storeyId === storeyId);
    return `${here.filter(test).length} of ${here.length} places met`;
  };
  return (
    <section className="mt-6 break-inside-avoid">
      <h2 className="text-[17px] font-bold">
        {building?.name}, {storey?.name.toLowerCase()}
      </h2>
      <div className="mt-1 grid grid-cols-2 gap-6 max-[699px]:grid-cols-1">
        {(['before', 'after'] as const).map((phase) => (
          <figure key={phase}>
            <figcaption className="mb-1 flex justify-between border-b border-rule font-bold">
              {phase === 'before' ? 'Before' : 'After'}
              <span className="text-[12.5px] font-normal text-muted">
                {phase === 'before'
                  ? met((p) => p.found === 'met')
                  : met((p) => p.verdict === 'cured' || p.verdict === 'holds')}
              </span>
            </figcaption>
            <SmallPlan job={job} storeyId={storeyId} phase={phase} fields={pair[phase]} proofs={proofs} />
          </figure>
        ))}
      </div>
    </section>
  );
}

/** What the shading of the plans means. */
export function PlanKey() {
  return (
    <p className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-1 text-[12px]">
      <span className="flex items-center gap-2 font-semibold">
        Better than needed
        <svg width={130} height={13} aria-hidden="true">
          {tints.slice(0, 5).map((t, i) => (
            <rect
              key={t}
              x={i * 26}
              width={26}
              height={13}
              fill={t}
              stroke={colour.isoline}
              strokeWidth={0.8}
            />
          ))}
        </svg>
        <span className="font-normal">much</span>
      </span>
      <span className="flex items-center gap-2">
        <StatusMark mark="short" /> hatched: less than the room needs
      </span>
      <span className="text-muted">Shading is computed; boxed figures are test results, Mbps.</span>
    </p>
  );
}
