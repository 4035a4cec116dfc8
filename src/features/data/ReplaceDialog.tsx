'use client';

import { DialogFrame } from '@/ui/DialogFrame';
import { Button } from '@/ui/primitives';

/** Asks before jobs that are there are replaced. */
export function ReplaceDialog({
  message,
  onClose,
  onReplace,
}: {
  message: string;
  onClose: () => void;
  onReplace: () => void;
}) {
  return (
    <DialogFrame
      title="Replace the existing jobs?"
      onClose={onClose}
      footer={
        <>
          <Button onClick={onClose}>Keep them</Button>
          <Button look="action" onClick={onReplace}>
            Back up, then replace
          </Button>
        </>
      }
    >
      <p className="pt-3">{message}</p>
      <p className="mt-2">
        All jobs are replaced by those of the backup. The present jobs are backed up first. You find that
        backup in the list.
      </p>
    </DialogFrame>
  );
}
