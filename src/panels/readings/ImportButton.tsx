'use client';

import { Upload } from 'lucide-react';
import { useState } from 'react';
import { find } from '@/core/job/job';
import { rateText } from '@/core/network/rateText';
import { DialogFrame } from '@/ui/DialogFrame';
import { FileButton } from '@/ui/FileButton';
import { Button } from '@/ui/primitives';
import { useJobStore } from '@/client/store/JobProvider';
import { type Imported, readReadings, takeReadings, type Phase } from './readingActions';

/** Chooses a CSV file of readings; asks where figures look like kbit/s. */
export function ImportButton({ phase }: { phase: Phase }) {
  const store = useJobStore();
  const [asked, setAsked] = useState<Imported | null>(null);
  const open = async (file: File) => {
    const imported = await readReadings(store, file, phase);
    if (!imported) return;
    if (imported.doubts.length) setAsked(imported);
    else takeReadings(store, imported);
  };
  const answer = (asKbps: boolean) => {
    if (!asked) return;
    const scaled = new Map(asked.doubts.map((d) => [d.reading.id, d.asKbps]));
    takeReadings(
      store,
      asKbps ? { ...asked, readings: asked.readings.map((r) => scaled.get(r.id) ?? r) } : asked,
    );
    setAsked(null);
  };
  return (
    <>
      <FileButton label="CSV of readings" accept=".csv,text/csv" onFile={(file) => void open(file)}>
        <Upload size={15} /> Import readings (CSV)
      </FileButton>
      {asked && (
        <DialogFrame
          title="Mbps or kbit/s?"
          onClose={() => setAsked(null)}
          footer={
            <>
              <Button look="quiet" onClick={() => setAsked(null)}>
                Cancel
              </Button>
              <Button onClick={() => answer(false)}>Values are Mbps</Button>
              <Button look="action" onClick={() => answer(true)}>
                Values are kbit/s
              </Button>
            </>
          }
        >
          <p className="py-3">
            {asked.doubts.length === 1 ? 'One run is' : `${asked.doubts.length} runs are`} far above the
            contract speed of {store.getState().job.info.planDownMbps} Mbps. Values in kbit/s are more likely:
          </p>
          <ul>
            {asked.doubts.slice(0, 8).map(({ reading, asKbps }) => (
              <li key={reading.id} className="flex justify-between border-b border-rule py-1">
                <span>
                  Spot {find(store.getState().job, 'spot', reading.spotId)?.number}, run {reading.run}
                </span>
                <span>
                  {rateText(reading.downMbps ?? 0)} → <b>{rateText(asKbps.downMbps ?? 0)} Mbps</b>
                </span>
              </li>
            ))}
          </ul>
          {asked.doubts.length > 8 && <p className="pt-1 text-muted">and {asked.doubts.length - 8} more</p>}
        </DialogFrame>
      )}
    </>
  );
}
