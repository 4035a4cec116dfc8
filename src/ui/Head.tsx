import type { ReactNode } from 'react';

/** The head of a part of the page. */
export function Head({ children, right }: { children: ReactNode; right?: ReactNode }) {
  return (
    <div className="mt-4 mb-1 flex items-baseline justify-between gap-2">
      <h2 className="text-[13.5px] font-bold">{children}</h2>
      {right !== undefined && <span className="text-[12px] text-muted">{right}</span>}
    </div>
  );
}
