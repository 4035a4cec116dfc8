'use client';

import { practiceHouseOf } from '@/core/practice/practiceHouses';
import { useJob } from '@/client/store/JobProvider';
import { PartHead } from '@/ui/primitives';

/** Of a practice house: what it is, and what one can look at on site. Nothing in a real job. */
export function PracticeClues() {
  const practice = useJob((s) => s.job.info.practice);
  const house = practiceHouseOf(practice?.houseId ?? '');
  if (!house) return null;
  return (
    <section aria-label="Practice house">
      <PartHead right="fictional">Practice house</PartHead>
      <p className="pt-1">{house.about}</p>
      <p className="pt-1 text-muted">
        The survey is not complete. Look around, correct the survey, test, plan, rehearse, and test again.
        Hand over (7) shows your result.
      </p>
      <ul className="pt-1">
        {house.clues.map(({ look, find }) => (
          <li key={look} className="border-b border-rule py-1">
            <details>
              <summary className="cursor-pointer font-semibold text-action">{look}</summary>
              <p className="pt-0.5">{find}</p>
            </details>
          </li>
        ))}
      </ul>
    </section>
  );
}
