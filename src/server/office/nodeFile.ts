/** What the folder of a node knows of itself: its own port, and its key to read who may do what. */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';

const nodeSchema = z.strictObject({
  format: z.literal('nestle-office-node'),
  port: z.int(),
  seed: z.string(),
});
export type NodeFile = Pick<z.infer<typeof nodeSchema>, 'port' | 'seed'>;
const fileOf = (own: string): string => join(own, 'node.json');

/** Writes a file that is there whole or as it was, for its owner alone. */
export function writeWhole(file: string, content: string): void {
  writeFileSync(`${file}.part`, content, { mode: 0o600 });
  renameSync(`${file}.part`, file);
}

export const hasNodeFile = (own: string): boolean => existsSync(fileOf(own));
export const writeNodeFile = (own: string, { port, seed }: NodeFile): void =>
  writeWhole(fileOf(own), `${JSON.stringify({ format: 'nestle-office-node', port, seed }, null, 2)}\n`);

/** The folder is not one of a node. */
export class NoNodeError extends Error {
  constructor(own: string) {
    super(
      `${own} is not the folder of a node: it has no node.json. Copy node-2 or node-3 from the first machine; “nestle office certificates” there writes them anew.`,
    );
    this.name = 'NoNodeError';
  }
}
/** @throws NoNodeError */
export function readNodeFile(own: string): NodeFile {
  if (!hasNodeFile(own)) throw new NoNodeError(own);
  return nodeSchema.parse(JSON.parse(readFileSync(fileOf(own), 'utf8')));
}
