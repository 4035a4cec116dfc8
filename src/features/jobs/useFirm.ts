import { useEffect, useRef, useState } from 'react';
import type { Id } from '@/core/job/records';
import { readOffice } from '@/client/office/officeApi';

/** Looked at so often while the page is seen, ms. */
const lookMs = 5000;

/**
 * Which other laptops of the firm have which jobs open now; none on a laptop of its own, which asks once.
 * @param onNews fetches the list when something came from the office.
 */
export function useFirm(onNews: () => Promise<void>): ReadonlyMap<Id, string[]> {
  const [open, setOpen] = useState<ReadonlyMap<Id, string[]>>(new Map());
  const tell = useRef(onNews);
  useEffect(() => {
    tell.current = onNews;
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isShown = true;
    let known: number | null = null;
    const look = async () => {
      let isAlone = false;
      try {
        const view = document.hidden ? null : await readOffice();
        if (view?.member === null) isAlone = true;
        else if (view && isShown) {
          setOpen(openOn(view.laptops, view.member.laptopId));
          if (known !== null && known !== view.member.seq) await tell.current();
          known = view.member.seq;
        }
      } catch {
        // the list stays as it is and is asked for again; what is done in it tells when the server can't be reached
      }
      if (isShown && !isAlone) timer = setTimeout(() => void look(), lookMs);
    };
    void look();
    return () => {
      isShown = false;
      clearTimeout(timer);
    };
  }, []);
  return open;
}

/** Names of laptops by job, but for this one. */
export function openOn(
  laptops: readonly { id: string; name: string; open: readonly { jobId: Id }[] }[],
  ownId: string,
): Map<Id, string[]> {
  const names = new Map<Id, string[]>();
  for (const { id, name, open } of laptops)
    if (id !== ownId) for (const { jobId } of open) names.set(jobId, [...(names.get(jobId) ?? []), name]);
  return names;
}
