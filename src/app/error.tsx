'use client';

export default function ErrorPage({ reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <main className="mx-auto max-w-lg p-10">
      <h1 className="text-[22px] font-bold">This page failed by a fault of the program</h1>
      <p className="mt-2 text-muted">
        The page did not change the job. Steps that were not stored yet are kept in this browser and are sent
        when the job is open again.
      </p>
      <button type="button" className="mt-4 border border-strong px-3 py-2 font-semibold" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
