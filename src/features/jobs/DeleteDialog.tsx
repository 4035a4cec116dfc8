'use client';

import { DialogFrame } from '@/ui/DialogFrame';
import { Button } from '@/ui/primitives';

/** Asks before jobs are deleted for good. */
export function DeleteDialog({
  name,
  count,
  onClose,
  onDelete,
}: {
  /** One job; null = all in the bin. */
  name: string | null;
  count: number;
  onClose: () => void;
  onDelete: () => void;
}) {
  return (
    <DialogFrame
      title={name === null ? 'Empty the bin?' : `Delete ${name}?`}
      onClose={onClose}
      footer={
        <>
          <Button onClick={onClose}>Keep</Button>
          <Button look="action" onClick={onDelete}>
            Delete for good
          </Button>
        </>
      }
    >
      <p className="pt-3">
        {name === null
          ? `${count} ${count === 1 ? 'job' : 'jobs'} with all readings and pictures will be deleted.`
          : 'The job with all its readings and pictures will be deleted.'}{' '}
        Only a backup made before brings {name === null && count > 1 ? 'them' : 'it'} back.
      </p>
    </DialogFrame>
  );
}
