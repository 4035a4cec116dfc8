'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Toaster } from 'sonner';

/** From the edges of what they stand on, px. */
const insetPx = 12;

/** Messages stand at the lower left corner of the drawing, else of the middle column: over no panel and no table beside it. */
export function Messages() {
  const path = usePathname();
  const [at, setAt] = useState({ left: insetPx, bottom: insetPx });
  useEffect(() => {
    const ground =
      document.querySelector('main [data-testid="sheet"]') ??
      document.querySelector('main.shell-centre, main');
    if (!ground) return;
    const place = () => {
      const { left, bottom } = ground.getBoundingClientRect();
      setAt({ left: left + insetPx, bottom: Math.max(0, window.innerHeight - bottom) + insetPx });
    };
    const observer = new ResizeObserver(place);
    observer.observe(ground);
    window.addEventListener('resize', place);
    return () => {
      observer.disconnect();
      window.removeEventListener('resize', place);
    };
  }, [path]);
  return (
    <Toaster
      position="bottom-left"
      offset={at}
      mobileOffset={at}
      toastOptions={{ className: 'nestle-toast' }}
    />
  );
}
