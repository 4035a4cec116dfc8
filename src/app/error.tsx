'use client';

export default function ErrorPage({
  error,
  reset,
}: {
  error: Error & { digest?: string };
  reset: () => void;
}) {
  return (
    <main className="mx-auto max-w-lg p-10">
      <h1 className="text-[22px] font-bold">Something went wrong here</h1>
      <p className="mt-2 text-muted">
        {error.message || 'The page could not be shown.'} What was saved before is safe.
      </p>
      <button type="button" className="mt-4 border border-strong px-3 py-2 font-semibold" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
