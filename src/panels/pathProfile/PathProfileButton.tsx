'use client';

import { Scissors } from 'lucide-react';
import { Button } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';

/** Takes up the tool that cuts the house open between two places, or lays it down. */
export function PathProfileButton() {
  const store = useJobStore();
  const active = useJob((s) => s.tool === 'cut');
  return (
    <Button
      aria-pressed={active}
      look={active ? 'action' : 'plain'}
      title="See the house cut open between two places (X)"
      onClick={() => store.getState().set({ tool: active ? 'select' : 'cut' })}
    >
      <Scissors size={15} /> Cut
    </Button>
  );
}
