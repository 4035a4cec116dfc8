'use client';

import { useEffect, useRef, useState } from 'react';
import { messageOf } from '@/client/store/api';
import { DialogFrame } from '@/ui/DialogFrame';
import { FileButton } from '@/ui/FileButton';
import { Button } from '@/ui/primitives';
import { codeIn, codeOfPhoto, pixelsOf } from './pictureCode';

/** So often the camera's picture is looked at, ms. */
const lookMs = 250;

/** Reads the picture of a join code: by this laptop's camera, or from a photo. */
export function CodeCamera({ onCode, onClose }: { onCode: (code: string) => void; onClose: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [isSeeing, setSeeing] = useState(false);
  const [said, setSaid] = useState('Looking for a camera …');
  useEffect(() => {
    let isOpen = true;
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      const pixels = video.current && pixelsOf(video.current);
      const text = pixels && codeIn(pixels);
      if (text) onCode(text);
      else if (isOpen) timer = setTimeout(look, lookMs);
    };
    const open = async () => {
      if (!('mediaDevices' in navigator)) throw new Error('no camera');
      stream = await navigator.mediaDevices.getUserMedia({ video: { width: { ideal: 1920 } } });
      const shown = video.current;
      if (!isOpen || !shown) return stop();
      shown.srcObject = stream;
      await shown.play();
      setSeeing(true);
      setSaid('Hold the picture code before the camera, so large that it fills the frame.');
      look();
    };
    const stop = () => stream?.getTracks().forEach((t) => t.stop());
    open().catch(() => {
      if (isOpen)
        setSaid('There is no camera that this page may use. A photo of the picture code does as well.');
    });
    return () => {
      isOpen = false;
      clearTimeout(timer);
      stop();
    };
  }, [onCode]);
  const read = (file: File) =>
    codeOfPhoto(file)
      .then(onCode)
      .catch((error: unknown) => setSaid(messageOf(error)));
  return (
    <DialogFrame
      title="Read the picture code"
      closeWords="Close"
      onClose={onClose}
      footer={
        <>
          <FileButton label="Photo of the picture code" accept="image/*" onFile={(file) => void read(file)}>
            From a photo
          </FileButton>
          <Button onClick={onClose}>Close</Button>
        </>
      }
    >
      <p role="status" className="pt-3 pb-2">
        {said}
      </p>
      <video
        ref={video}
        muted
        playsInline
        aria-label="What the camera sees"
        className={`aspect-video w-full border border-rule bg-paper object-cover ${isSeeing ? '' : 'hidden'}`}
      />
    </DialogFrame>
  );
}
