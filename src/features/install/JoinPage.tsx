'use client';

import { Printer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import { useJob } from '@/client/store/JobProvider';
import { Button } from '@/ui/primitives';
import { QrCode } from '@/ui/QrCode';

/** A page of its own with the code, the name and the password of one network: printed only where the householder asks, and kept nowhere. */
export function JoinPage({ name, password, text }: { name: string; password: string; text: string }) {
  const house = useJob((s) => s.job.info.name);
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    if (!printing) return;
    const done = () => setPrinting(false);
    window.addEventListener('afterprint', done);
    // the page has to stand before it is printed
    const frame = requestAnimationFrame(() => window.print());
    return () => {
      cancelAnimationFrame(frame);
      window.removeEventListener('afterprint', done);
    };
  }, [printing]);
  return (
    <>
      <Button className="mt-2" onClick={() => setPrinting(true)}>
        <Printer size={15} aria-hidden="true" /> Print a page to join
      </Button>
      {printing &&
        createPortal(
          <section className="join-page" data-testid="join-page">
            <p>{house}</p>
            <h1 className="mt-2 text-[30px] font-bold">{name}</h1>
            <div className="my-6 w-[320px]">
              <QrCode text={text} label={`QR code to join ${name}`} />
            </div>
            <p className="text-[16px]">Point the camera of a phone at the code, or type the password:</p>
            <p className="mt-2 text-[24px] font-bold break-all">{password}</p>
          </section>,
          document.body,
        )}
    </>
  );
}
