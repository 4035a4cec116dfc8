'use client';

import { useEffect, useRef, useState } from 'react';
import SignaturePad from 'signature_pad';
import type { Quote } from '@/core/job/records';
import { DialogFrame } from '@/ui/DialogFrame';
import { palettes } from '@/ui/palette';
import { Button, inputClass } from '@/ui/primitives';

const [width, height] = [400, 140];
const n = (v: number) => String(Math.round(v * 10) / 10);

/** The strokes as the path of an SVG. */
const pathOf = (pad: SignaturePad): string =>
  pad
    .toData()
    .map(({ points }) => points.map((p, i) => `${i === 0 ? 'M' : 'L'}${n(p.x)} ${n(p.y)}`).join(''))
    .join('');

/** Signs on the screen, or notes that it was agreed on paper or by word. */
export function SignDialog({
  title,
  words,
  verb,
  hash,
  onSign,
  onClose,
}: {
  title: string;
  /** What follows from signing. */
  words: string;
  /** What the button says. */
  verb: 'Accept' | 'Sign';
  /** Fingerprint of what is signed. */
  hash: string;
  onSign: (signature: NonNullable<Quote['signature']>) => void;
  onClose: () => void;
}) {
  // the dialog stands in a portal: its canvas comes after the first effects
  const [canvas, setCanvas] = useState<HTMLCanvasElement | null>(null);
  const pad = useRef<SignaturePad | null>(null);
  const [name, setName] = useState('');
  const [error, setError] = useState('');
  useEffect(() => {
    if (!canvas) return;
    // the ground is paper in every theme
    const made = new SignaturePad(canvas, { penColor: palettes.light.ink });
    pad.current = made;
    return () => made.off();
  }, [canvas]);
  const sign = () => {
    const path = pad.current ? pathOf(pad.current) : '';
    if (!name.trim()) return setError('The name of who agrees is needed.');
    if (path.length > 40_000) return setError('This has too many strokes. Clear it and sign again.');
    onSign({ name: name.trim(), at: new Date().toISOString(), path, hash });
  };
  return (
    <DialogFrame
      title={title}
      onClose={onClose}
      footer={
        <>
          <Button look="quiet" onClick={() => pad.current?.clear()}>
            Clear
          </Button>
          <Button onClick={onClose}>Close</Button>
          <Button look="action" onClick={sign}>
            {verb}
          </Button>
        </>
      }
    >
      <p className="pt-2">{words}</p>
      <label className="mt-3 block text-muted">
        Name
        <input
          className={`${inputClass} mt-0.5 !h-10 w-full`}
          maxLength={120}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <p className="mt-3 text-muted">Signature. Leave it empty where it was agreed on paper or by word.</p>
      <canvas
        ref={setCanvas}
        width={width}
        height={height}
        aria-label="Signature, drawn by hand"
        className="mt-1 block w-full touch-none border border-ink bg-white"
        style={{ aspectRatio: `${width} / ${height}`, maxWidth: width }}
      />
      {error && (
        <p role="alert" className="mt-2 text-rust-text">
          {error}
        </p>
      )}
    </DialogFrame>
  );
}
