/** The near end of the speed test in a browser, for the bench: what a phone's page runs, without the page. */
import { fullTest, speedTest } from '@/features/walk/speedTest';

declare global {
  interface Window {
    runTest: (ticket: string) => ReturnType<typeof speedTest>;
  }
}

window.runTest = (ticket) =>
  speedTest(
    `${window.location.origin}/speed/BENCH`,
    ticket,
    fullTest,
    (progress) => (document.title = progress.step),
    new AbortController().signal,
  );
