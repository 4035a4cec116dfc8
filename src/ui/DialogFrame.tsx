'use client';

import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button, IconButton } from './primitives';

/** A dialog over the page: title, what it is about, and its buttons below. Escape or the cross closes it. */
export function DialogFrame({
  title,
  wide = false,
  closeWords = 'Close without saving',
  footer,
  onClose,
  children,
}: {
  title: string;
  wide?: boolean;
  closeWords?: string;
  /** Buttons; none = one that closes it. */
  footer?: ReactNode;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed top-[5vh] left-1/2 z-50 flex max-h-[90vh] -translate-x-1/2 flex-col rounded-(--radius) border border-ink bg-panel ${
            wide ? 'w-[min(860px,96vw)]' : 'w-[min(620px,96vw)]'
          }`}
        >
          <div className="flex items-center justify-between border-b border-rule px-4 py-2">
            <Dialog.Title className="text-[17px] font-bold">{title}</Dialog.Title>
            <IconButton label={closeWords} onClick={onClose}>
              <X size={18} />
            </IconButton>
          </div>
          <div className="min-h-0 flex-1 overflow-auto px-4 pb-4">{children}</div>
          <div className="flex flex-wrap items-center justify-end gap-2 border-t border-ink px-4 py-2.5">
            {footer ?? (
              <Button look="action" onClick={onClose}>
                Close
              </Button>
            )}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
