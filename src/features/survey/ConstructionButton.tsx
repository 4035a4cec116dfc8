'use client';

import { PencilRuler } from 'lucide-react';
import { useState } from 'react';
import { find } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { Button } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import { AssemblyEditor } from './AssemblyEditor';

/** Opens what something is made of, to look at and to change. */
export function ConstructionButton({ assemblyId, wallId }: { assemblyId: Id | null; wallId?: Id }) {
  const [open, setOpen] = useState(false);
  const assembly = useJob((s) => find(s.job, 'assembly', assemblyId));
  if (!assembly) return null;
  return (
    <>
      <Button className="my-1.5 w-full" onClick={() => setOpen(true)}>
        <PencilRuler size={15} aria-hidden="true" /> Change construction
      </Button>
      {open && (
        <AssemblyEditor assembly={assembly} {...(wallId ? { wallId } : {})} onClose={() => setOpen(false)} />
      )}
    </>
  );
}
