import type { Job } from '@/core/job/job';
import type { SpotProof } from '@/core/proof/spotProof';
import { colour } from '@/ui/colour';
import { dateText } from '@/ui/time';
import { reportSentence } from '@/core/proof/reportSentence';

/** Name, date, and what came of it in one sentence. */
export function ReportHead({
  job,
  proofs,
  simulated,
}: {
  job: Job;
  proofs: SpotProof[];
  simulated: boolean;
}) {
  const sentence = reportSentence(job, proofs);
  const last = job.readings.reduce((latest, r) => (r.takenAt > latest ? r.takenAt : latest), '');
  return (
    <header>
      <p className="flex justify-between font-bold">
        Nestle <span className="font-normal text-muted">Report for the householder</span>
      </p>
      <svg width="100%" height={6} className="mt-2 block border-b border-ink" aria-hidden="true">
        <pattern id="ruled" width={46} height={6} patternUnits="userSpaceOnUse">
          <rect width={23} height={5} fill={colour.ink} />
        </pattern>
        <rect width="100%" height={5} fill="url(#ruled)" />
      </svg>
      {simulated && (
        <p className="mt-4 border border-ochre px-3 py-1.5 font-semibold text-ochre-text">
          Simulated readings: from the built-in simulator, not measured.
        </p>
      )}
      <h1 className="mt-5 text-[40px] leading-tight font-bold">{job.info.name}, before and after</h1>
      <p className="flex justify-between text-muted">
        <span>The home network, tested at {job.spots.length} places</span>
        <span>{last && dateText(last, job.info.countryGroup)}</span>
      </p>
      <p className="mt-5 text-[21px] leading-snug" data-testid="report-sentence">
        <b>{sentence.headline}</b> {sentence.rest}
      </p>
    </header>
  );
}
