'use client';

import { ScanBarcode } from 'lucide-react';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { FileButton } from '@/ui/FileButton';
import { TextInput } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';
import { barcodeOf, canReadBarcodes } from './barcode';

/** The serial number of the unit on the bench, as on its label: typed, or read from a photo of its barcode where the browser can. */
export function SerialField({ unitId }: { unitId: Id | null }) {
  const store = useJobStore();
  const unit = useJob((s) => find(s.job, 'unit', unitId));
  if (!unit) return null;
  const take = (text: string) => {
    const serial = text.trim();
    if (serial.length > 40) throw new Error('40 characters at most.');
    const other = store
      .getState()
      .job.units.find((u) => u.id !== unit.id && serial !== '' && u.serial === serial);
    if (other) throw new Error(`${other.letter} has this number.`);
    store.getState().commit(putOne(`Serial number of ${unit.letter}`, { ...unit, serial }));
  };
  const scan = async (file: File) => {
    try {
      take(await barcodeOf(file));
    } catch (error) {
      sayError(messageOf(error));
    }
  };
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2 border-t border-strong py-1.5">
      <span className="flex-1">Serial number of {unit.letter}</span>
      <TextInput label={`Serial number of ${unit.letter}`} className="w-40" value={unit.serial} read={take} />
      {canReadBarcodes() && (
        <FileButton
          look="quiet"
          label={`Barcode of ${unit.letter}`}
          accept="image/*"
          onFile={(file) => void scan(file)}
        >
          <ScanBarcode size={16} aria-hidden="true" /> Read it
        </FileButton>
      )}
    </div>
  );
}
