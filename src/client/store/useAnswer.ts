'use client';

import { sayError } from '@/ui/sayError';
import type { Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { ComputeApi } from '@/workers/protocol';
import { messageOf } from './api';
import { useJob } from './JobProvider';

/**
 * What the computing worker answers to a question, asked anew whenever it has a new answer about the
 * network and nothing is dragged; null until it is there.
 * @param about what the question is about: an answer to another one is not shown; null asks nothing.
 */
export function useAnswer<T>(
  ask: (api: Remote<ComputeApi>, about: string) => Promise<T>,
  about: string | null = '',
): T | null {
  const compute = useJob((s) => s.compute);
  const network = useJob((s) => s.network);
  const dragging = useJob((s) => s.dragged !== null);
  const [told, setTold] = useState<{ about: string; answer: T } | null>(null);
  useEffect(() => {
    if (!compute || !network || dragging || about === null) return;
    let live = true;
    ask(compute, about).then(
      (answer) => live && setTold({ about, answer }),
      (error: unknown) => live && sayError(messageOf(error)),
    );
    return () => {
      live = false;
    };
  }, [compute, network, dragging, about, ask]);
  return told?.about === about ? told.answer : null;
}
