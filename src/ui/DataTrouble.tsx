'use client';

import Link from 'next/link';
import { useLive } from './useLive';

/** In place of a page whose data can't be read: what happened, and where to go. */
export function DataTrouble({ message, details }: { message: string; details: readonly string[] }) {
  useLive();
  return (
    <main className="mx-auto max-w-xl p-10" data-testid="data-trouble">
      <h1 className="text-[22px] font-bold">The data cannot be opened</h1>
      <p className="mt-2">{message}</p>
      {details.length > 0 && (
        <details className="mt-3 border-t border-rule pt-2 text-muted">
          <summary className="cursor-pointer font-semibold text-ink">What exactly</summary>
          <ul className="mt-1 list-disc pl-5">
            {details.slice(0, 20).map((d, i) => (
              <li key={i} className="break-words">
                {d}
              </li>
            ))}
          </ul>
        </details>
      )}
      <Link
        href="/data"
        className="mt-5 inline-flex h-9 items-center rounded-(--radius) border border-action bg-action px-3 font-semibold text-panel"
      >
        Your data: restore a backup, save what is readable
      </Link>
    </main>
  );
}
