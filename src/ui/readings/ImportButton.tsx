'use client';

import { Upload } from 'lucide-react';
import { useRef } from 'react';
import { Button } from '@/ui/primitives';
import { useJobStore } from '@/ui/store/JobProvider';
import { importReadings, type Phase } from './readingActions';

/** Chooses a CSV file of readings. */
export function ImportButton({ phase }: { phase: Phase }) {
  const store = useJobStore();
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()}>
        <Upload size={15} /> Readings from CSV
      </Button>
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv"
        hidden
        data-testid={`csv-${phase}`}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) void importReadings(store, file, phase);
        }}
      />
    </>
  );
}
