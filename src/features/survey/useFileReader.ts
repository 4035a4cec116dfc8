'use client';

import * as Comlink from 'comlink';
import { useRef, useState } from 'react';
import type { PlanDrawing } from '@/core/formats/planLines';
import { startFiles } from '@/workers/client';

/** A file is given up after so long, ms. */
const mostMs = 20_000;

export interface Reading {
  name: string;
  /** 0 … 1; null = not known. */
  share: number | null;
}

/** The person stopped it. */
export class StoppedError extends Error {}

/** Reads files in a worker that can be stopped, and is when it takes too long. */
export function useFileReader() {
  const [reading, setReading] = useState<Reading | null>(null);
  const halt = useRef<((why: Error) => void) | null>(null);

  async function run<T>(
    file: File,
    work: (api: ReturnType<typeof startFiles>['api']) => Promise<T>,
  ): Promise<T> {
    const { api, stop } = startFiles();
    setReading({ name: file.name, share: null });
    const halted = new Promise<never>((_, reject) => (halt.current = reject));
    const timer = setTimeout(
      () =>
        halt.current?.(
          new Error(
            `the file was not read within ${mostMs / 1000} s: the file is too large, or damaged. Export it again`,
          ),
        ),
      mostMs,
    );
    try {
      return await Promise.race([work(api), halted]);
    } finally {
      clearTimeout(timer);
      halt.current = null;
      stop();
      setReading(null);
    }
  }
  return {
    reading,
    stop: () => halt.current?.(new StoppedError('stopped')),
    /** @throws Error with the path and message of what is wrong. */
    readDrawing: (file: File): Promise<PlanDrawing> =>
      run(file, async (api) => {
        // what is told goes another way than the answer, and may come after it
        const told = Comlink.proxy((share: number) => setReading((now) => now && { ...now, share }));
        const answer = await api.readDrawing(file, told);
        if ('drawing' in answer) return answer.drawing;
        throw new Error(
          answer.problems.map((p) => (p.path ? `${p.path}: ${p.message}` : p.message)).join('; '),
        );
      }),
    measurePicture: (file: File) => run(file, (api) => api.measurePicture(file)),
  };
}
