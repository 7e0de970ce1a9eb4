import { readFileSync, statSync } from 'node:fs';
import { Refusal } from '../core/refusal.ts';
import { type Received, readTableFile } from '../formats/table-file.ts';
import { tooLarge } from '../formats/text.ts';

/** Reads a file's bytes, refusing what is absent, a folder or over 50 MB before it is read. */
export function readInput(path: string): Uint8Array {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat) throw new Refusal(`There is no file ${path}.`);
  if (!stat.isFile()) throw new Refusal(`${path} is not a file.`);
  const size = tooLarge(path, stat.size);
  if (size) throw new Refusal(size);
  return readFileSync(path);
}

/** Reads a table file; the message of a refusal names the file. */
export async function readTableAt(path: string, sheet?: string): Promise<Received> {
  const bytes = readInput(path);
  try {
    return await readTableFile(path, bytes, sheet === undefined ? {} : { sheet });
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(`${path}: ${error.message}`);
    throw error;
  }
}
