'use client';

import { Camera } from 'lucide-react';
import { toast } from 'sonner';
import type { Spot } from '@/core/job/records';
import { messageOf } from '@/client/store/api';
import { FileButton } from '@/ui/FileButton';
import { sayError } from '@/ui/sayError';
import { shrinkPhoto } from '@/ui/shrinkPhoto';
import { keyOfSpot } from './photoBox';
import type { WalkStore } from './walkStore';

/** A photo of the place where the phone stands; it waits on the phone while the laptop is out of reach. */
export function SpotPhoto({ store, spot }: { store: WalkStore; spot: Spot }) {
  const take = async (file: File) => {
    try {
      await store.getState().addPhoto(await shrinkPhoto(file), keyOfSpot(spot.id));
      toast(`Photo of spot ${spot.number} kept.`);
    } catch (error) {
      sayError(messageOf(error));
    }
  };
  return (
    <FileButton
      className="mt-3 w-full !h-11"
      label={`Photo of spot ${spot.number}`}
      accept="image/*"
      onFile={(file) => void take(file)}
    >
      <Camera size={16} /> Photo of this place
    </FileButton>
  );
}
