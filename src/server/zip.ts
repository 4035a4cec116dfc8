/** Zip archives, written as a stream and read by their directory, with limits that a damaged or hostile one can't pass. */
import { openAsBlob } from 'node:fs';
import {
  BlobReader,
  configure,
  type Entry,
  type FileEntry,
  Uint8ArrayReader,
  ZipReader,
  ZipWriter,
} from '@zip.js/zip.js';

configure({ useWebWorkers: false });

/** An archive that is not one, is damaged, or holds too much; `message` says which. */
export class ArchiveError extends Error {
  constructor(message: string) {
    super(`${message} Nothing was changed.`);
    this.name = 'ArchiveError';
  }
}

/** Something to put into an archive; `bytes` is asked for when its turn comes. */
export interface Part {
  name: string;
  bytes: () => Uint8Array | Blob;
  /** Pictures and copies of databases that do not get smaller. */
  stored?: boolean;
}

/** The bytes of an archive as they are made. */
export function zipOf(parts: Iterable<Part>): ReadableStream<Uint8Array> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const write = async () => {
    const zip = new ZipWriter(writable, { level: 6, extendedTimestamp: false });
    for (const { name, bytes, stored } of parts) {
      const data = bytes();
      const reader = data instanceof Blob ? new BlobReader(data) : new Uint8ArrayReader(data);
      await zip.add(name, reader, stored ? { level: 0 } : {});
    }
    await zip.close();
  };
  // who reads hears of the fault: the stream breaks off instead of ending
  write().catch((error: unknown) => writable.abort(error).catch(() => console.error(error)));
  return readable;
}

/** Is this the beginning of an archive? */
export const looksLikeZip = (head: Uint8Array): boolean => head[0] === 0x50 && head[1] === 0x4b;

/**
 * The files of an archive, each to be read when it is wanted.
 * @param limits most entries, and most bytes of each by its name; null refuses an entry of that name.
 * @throws ArchiveError
 */
export async function openZip(
  file: string,
  limits: { entries: number; bytes: (name: string) => number | null },
): Promise<{ entries: Map<string, FileEntry>; close: () => Promise<void> }> {
  const zip = new ZipReader(new BlobReader(await openAsBlob(file)), { checkSignature: true });
  let found: Entry[];
  try {
    found = await zip.getEntries();
  } catch (error) {
    throw new ArchiveError(`This is no zip archive, or it is damaged (${wordsOf(error)}).`);
  }
  const entries = new Map<string, FileEntry>();
  for (const entry of found) {
    if (entry.directory) continue;
    const most = limits.bytes(entry.filename);
    if (most === null)
      throw new ArchiveError(`The archive holds “${entry.filename.slice(0, 80)}”, which is not expected.`);
    if (entry.encrypted) throw new ArchiveError('The archive has a password.');
    if (entry.uncompressedSize > most)
      throw new ArchiveError(`${entry.filename} is larger than ${Math.round(most / 1e6)} MB, the limit.`);
    if (entries.has(entry.filename)) throw new ArchiveError(`The archive holds ${entry.filename} twice.`);
    entries.set(entry.filename, entry);
    if (entries.size > limits.entries)
      throw new ArchiveError(`The archive holds more than ${limits.entries} files.`);
  }
  return { entries, close: () => zip.close() };
}

const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** Unpacks one file, piece by piece. @throws ArchiveError when it is damaged, or more than its directory says. */
export async function unpack(
  entry: FileEntry,
  take: (part: Uint8Array) => void | Promise<void>,
): Promise<void> {
  let size = 0;
  const sink = new WritableStream<Uint8Array>({
    async write(part) {
      size += part.byteLength;
      if (size > entry.uncompressedSize) throw new ArchiveError(`${entry.filename} is larger than it says.`);
      await take(part);
    },
  });
  try {
    await entry.getData(sink);
  } catch (error) {
    if (error instanceof ArchiveError) throw error;
    throw new ArchiveError(`${entry.filename} is damaged (${wordsOf(error)}).`);
  }
  if (size !== entry.uncompressedSize) throw new ArchiveError(`${entry.filename} is cut short.`);
}

/** Unpacks one file into memory. */
export async function unpackBytes(entry: FileEntry): Promise<Buffer> {
  const parts: Uint8Array[] = [];
  await unpack(entry, (part) => void parts.push(part));
  return Buffer.concat(parts);
}
