'use client';

import { Scissors } from 'lucide-react';
import { Button, Tip } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';

/** Takes up the tool that cuts the house open between two places, or lays it down. */
export function PathProfileButton() {
  const store = useJobStore();
  const active = useJob((s) => s.tool === 'cut');
  return (
    <Tip text="Show path profile between two places (X)">
      <Button
        aria-pressed={active}
        look={active ? 'action' : 'plain'}
        onClick={() => store.getState().set({ tool: active ? 'select' : 'cut' })}
      >
        <Scissors size={15} /> Path profile
      </Button>
    </Tip>
  );
}
