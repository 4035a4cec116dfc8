'use client';

import { colour } from '@/ui/colour';
import QRCode from 'qrcode';
import { useMemo } from 'react';

/** A QR code, drawn: dark squares with a margin of four. */
export function QrCode({ text, label = `QR code of ${text}` }: { text: string; label?: string }) {
  const { size, path } = useMemo(() => {
    const { modules } = QRCode.create(text || ' ', { errorCorrectionLevel: 'M' });
    let path = '';
    for (let y = 0; y < modules.size; y++)
      for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`;
    return { size: modules.size, path };
  }, [text]);
  return (
    <svg
      width={196}
      height={196}
      viewBox={`-4 -4 ${size + 8} ${size + 8}`}
      role="img"
      aria-label={label}
      shapeRendering="crispEdges"
      data-paper
      className="border border-ink bg-white"
    >
      <path d={path} fill={colour.ink} />
    </svg>
  );
}
