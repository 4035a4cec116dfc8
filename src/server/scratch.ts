/** Room for large files on their way in or out: beside the database, so that it is on the same disk. */
import { randomUUID } from 'node:crypto';
import { createWriteStream, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { dataFolder } from './database';
import { bodyParts } from './http';

const scratchFolder = () => join(dataFolder(), 'scratch');
/** What a stopped program left is removed after so long, ms. */
const staleMs = 3_600_000;

/** Gives `work` a new empty folder, and removes it afterwards whatever happened. */
export async function withScratch<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const parent = scratchFolder();
  const folder = join(parent, randomUUID());
  mkdirSync(folder, { recursive: true });
  for (const name of readdirSync(parent)) {
    const info = statSync(join(parent, name), { throwIfNoEntry: false });
    if (info && Date.now() - info.mtimeMs > staleMs)
      rmSync(join(parent, name), { recursive: true, force: true });
  }
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Writes the body of a request to a file. @throws as `bodyParts` does. */
export async function bodyToFile(request: Request, file: string, limitBytes: number): Promise<void> {
  await pipeline(Readable.from(bodyParts(request, limitBytes)), createWriteStream(file, { flags: 'wx' }));
}
