/** The near end of the speed test in a browser, for the bench: what a phone's page runs, without the page. */
import { fullTest, speedTest } from '@/features/walk/speedTest';

declare global {
  interface Window {
    runTest: (ticket: string) => ReturnType<typeof speedTest>;
    /** Each step of the last run, and when it began, ms since 1970. */
    steps: { step: string; atMs: number }[];
  }
}

window.runTest = (ticket) => {
  window.steps = [];
  return speedTest(
    `${window.location.origin}/speed/BENCH`,
    ticket,
    fullTest,
    ({ step }) => {
      document.title = step;
      if (window.steps.at(-1)?.step !== step) window.steps.push({ step, atMs: Date.now() });
    },
    new AbortController().signal,
  );
};
