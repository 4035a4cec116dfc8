'use client';

import type { Prediction } from '@/core/network/predict';
import { rateText } from '@/core/network/rateText';
import { differenceEffect, kindWords } from '@/core/proof/sameConditions';
import { find } from '@/core/job/job';
import { runFindings } from '@/core/proof/runFindings';
import { seenLimit } from '@/core/proof/seenLimit';
import type { SpotProof } from '@/core/proof/spotProof';
import { PartHead } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';

const comparing = new Set(['better-short', 'worse', 'unchanged']);

/** What was not the same before and after, and what that does to the verdict; also what the runs went through. */
export function SameWay({ proof }: { proof: SpotProof }) {
  if (proof.after.runs === 0) return null;
  const effect = differenceEffect(proof.differences, comparing.has(proof.verdict));
  return (
    <div data-testid="same-way">
      {proof.kind === 'house' && (
        <p className="mt-1 text-muted">
          Measured {kindWords.house}, not the internet.
          {proof.beside?.downMbps != null &&
            ` Over the internet: ${rateText(proof.beside.downMbps)} Mbps in ${proof.beside.runs} ${proof.beside.runs === 1 ? 'run' : 'runs'}.`}
        </p>
      )}
      {effect && (
        <div className="mt-2 border-l-[3px] border-ochre bg-ochre-wash px-2.5 py-1.5 text-ochre-text">
          <b>Before and after tests differ.</b>{' '}
          {proof.differences.map((d) => (
            <span key={d.what}>{d.words} </span>
          ))}
          {effect}
        </div>
      )}
    </div>
  );
}

/** Which step of the chain the runs came up against. */
export function SeenLimit({ proof, prediction }: { proof: SpotProof; prediction: Prediction | undefined }) {
  const job = useJob((s) => s.job);
  const seen = seenLimit(job, proof, prediction);
  if (!seen) return null;
  return (
    <section aria-label="Bottleneck of the test">
      <PartHead>Bottleneck of the test</PartHead>
      <p data-testid="seen-limit">{seen.words}</p>
    </section>
  );
}

/** What the runs show beside their rates, with what most likely mends it. */
export function RunFindings({ proof }: { proof: SpotProof }) {
  const job = useJob((s) => s.job);
  const spot = find(job, 'spot', proof.spotId);
  const found = spot ? runFindings(job, spot, 'after') : [];
  if (found.length === 0) return null;
  return (
    <section aria-label="Seen in the runs">
      <PartHead>Seen in the runs</PartHead>
      <ul data-testid="run-findings">
        {found.map((f) => (
          <li key={f.what} className="border-b border-rule py-1.5">
            <p className="font-semibold">{f.words}</p>
            <p className="text-muted">{f.remedy}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}
