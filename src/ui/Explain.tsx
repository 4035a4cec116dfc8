'use client';

import { type ReactNode, useState } from 'react';
import { explanations, type Figure } from './explanations';
import { Tip } from './primitives';

/** The name of a technical figure, which explains itself when it is pointed at, has the focus, or is tapped. */
export function Explain({ of, children }: { of: Figure; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Tip text={explanations[of]} open={open} onOpenChange={setOpen}>
      <button
        type="button"
        className="cursor-help text-left decoration-dotted underline-offset-3 hover:underline focus-visible:underline"
        onClick={(e) => {
          // a tap shows it too, and another takes it away
          e.preventDefault();
          setOpen(!open);
        }}
      >
        {children}
      </button>
    </Tip>
  );
}
