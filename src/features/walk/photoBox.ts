/** Photos taken out of reach: kept on the phone under the name of their bytes until the laptop has them. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

interface Tables extends DBSchema {
  photo: { key: string; value: { fileId: string; stepKey: string; blob: Blob } };
}
export interface WaitingPhoto {
  fileId: string;
  stepKey: string;
  blob: Blob;
}

/** Where a phone keeps photos. */
export interface PhotoBox {
  all: () => Promise<WaitingPhoto[]>;
  keep: (photo: WaitingPhoto) => Promise<void>;
  drop: (fileId: string) => Promise<void>;
}

/** @param code of the walk: what waits for one job is not sent to another. */
export function photoBox(code: string): PhotoBox {
  let opened: Promise<IDBPDatabase<Tables>> | null = null;
  const db = () => {
    opened ??= openDB<Tables>(`nestle-photos-${code}`, 1, {
      upgrade: (fresh) => void fresh.createObjectStore('photo', { keyPath: 'fileId' }),
    }).catch((error: unknown) => {
      opened = null;
      throw error;
    });
    return opened;
  };
  return {
    all: async () => (await db()).getAll('photo'),
    keep: async (photo) => void (await (await db()).put('photo', photo)),
    drop: async (fileId) => (await db()).delete('photo', fileId),
  };
}

/** The name that the server will give these bytes; works on plain http too, where the browser's own digest does not. */
export const nameOfPhoto = async (file: Blob): Promise<string> =>
  bytesToHex(sha256(new Uint8Array(await file.arrayBuffer())));

/** Photos of spots wait in the same box as those of steps, under a key of their own. */
export const keyOfSpot = (spotId: string): string => `spot.${spotId}`;
export const spotOfKey = (key: string): string | null => (key.startsWith('spot.') ? key.slice(5) : null);
