/** How busy this device is while it measures: a page that has no time reads slowly, whatever the network brings. */

/** Watches until ended. @returns share of the time taken by work of 50 ms and more at a time, 0 … 1; 0 where the browser does not tell. */
export function watchDevice(): { end: () => number } {
  const start = performance.now();
  let busyMs = 0;
  let observer: PerformanceObserver | null = null;
  if (globalThis.PerformanceObserver?.supportedEntryTypes.includes('longtask')) {
    observer = new PerformanceObserver((list) => {
      for (const task of list.getEntries()) busyMs += task.duration;
    });
    observer.observe({ entryTypes: ['longtask'] });
  }
  return {
    end() {
      observer?.disconnect();
      return Math.min(1, busyMs / Math.max(1, performance.now() - start));
    },
  };
}
