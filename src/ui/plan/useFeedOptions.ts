'use client';

import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { Unit } from '@/core/job/records';
import type { FeedOption } from '@/core/network/feedOptions';
import { messageOf } from '@/ui/store/api';
import { useJob } from '@/ui/store/JobProvider';

/** The ways to feed a unit, from the worker, asked anew whenever it has a new answer; null until they are there. */
export function useFeedOptions(unit: Unit | undefined): FeedOption[] | null {
  const compute = useJob((s) => s.compute);
  const network = useJob((s) => s.network);
  const dragging = useJob((s) => s.dragged !== null);
  const unitId = unit?.id;
  const [found, setFound] = useState<{ unitId: string; options: FeedOption[] } | null>(null);
  useEffect(() => {
    if (!compute || !network || dragging || !unitId) return;
    let live = true;
    compute.feedOptions(unitId).then(
      (options) => live && setFound({ unitId, options }),
      (error: unknown) => live && toast.error(messageOf(error)),
    );
    return () => {
      live = false;
    };
  }, [compute, network, dragging, unitId]);
  return unitId && found?.unitId === unitId ? found.options : null;
}
