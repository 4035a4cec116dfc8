'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { practiceHouses } from '@/core/practice/practiceHouses';
import { messageOf } from '@/client/store/api';
import { Button, Segmented } from '@/ui/primitives';
import { lengthText, type Lengths } from '@/ui/units';
import { useKept } from '@/ui/useKept';
import { sayError } from '@/ui/sayError';
import { startPractice } from './jobsApi';

/** The practice houses, each to be begun as a job of its own. */
export function PracticeList() {
  const router = useRouter();
  const [busy, setBusy] = useState<string | null>(null);
  const [inFeet, setInFeet] = useKept('practice-feet', false);
  const lengths: Lengths = inFeet ? 'ft' : 'm';
  const start = async (houseId: string) => {
    setBusy(houseId);
    try {
      const { id } = await startPractice(houseId, lengths);
      router.push(`/jobs/${id}/survey`);
    } catch (error) {
      sayError(messageOf(error));
      setBusy(null);
    }
  };
  return (
    <section aria-label="Practice houses">
      <div className="flex items-center gap-4 border-b border-rule px-3 py-2">
        <p className="flex-1 text-muted">
          Fictional houses with a hidden truth. Survey, plan, rehearse and test each one. The result explains
          what a better plan would have been.
        </p>
        <Segmented
          label="Lengths in"
          value={lengths}
          onChange={(value) => setInFeet(value === 'ft')}
          options={[
            { value: 'm', text: 'm' },
            { value: 'ft', text: 'ft' },
          ]}
        />
      </div>
      <ul data-testid="practice">
        {practiceHouses.map(({ id, name, about, form }) => (
          <li
            key={id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3 py-2.5"
          >
            <div className="min-w-60 flex-1">
              <h3 className="text-[15px] font-bold">{name}</h3>
              <p>{about}</p>
              <p className="text-[12px] text-muted">
                {lengthText(form.widthM, lengths, 1)} × {lengthText(form.depthM, lengths, 1)}, {form.storeys}{' '}
                {form.storeys === 1 ? 'storey' : 'storeys'}, {form.planDownMbps} Mbps
              </p>
            </div>
            <Button
              disabled={busy !== null}
              aria-label={`Start practice: ${name}`}
              onClick={() => void start(id)}
            >
              {busy === id ? 'Making …' : 'Start practice'}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
