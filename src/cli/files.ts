/** Files that commands read and write, and what is said where they cannot. */
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { Refusal } from '../core/refusal.ts';
import type { Reading } from '../core/table/reading.ts';
import { LOCALES, type Locale, localeOf } from '../core/text/locale.ts';
import type { Received } from '../formats/table-file.ts';
import { tooLarge } from '../formats/text.ts';
import { readWithinLimits } from './read-table.ts';

/** Reads a file's bytes, refusing what is absent, a folder or over 50 MB before it is read. */
export function readInput(path: string): Uint8Array {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat) throw new Refusal(`There is no file ${path}.`);
  if (!stat.isFile()) throw new Refusal(`${path} is not a file.`);
  const size = tooLarge(path, stat.size);
  if (size) throw new Refusal(size);
  // A buffer of its own, which can be handed over.
  return new Uint8Array(readFileSync(path));
}

/** Reads a table file, as it was decided to be read; the message of a refusal names the file. */
export async function readTableAt(path: string, reading: Reading = {}): Promise<Received> {
  const bytes = readInput(path);
  try {
    return await readWithinLimits({ name: path, bytes, reading });
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(`${path}: ${error.message}`);
    throw error;
  }
}

/** Reads a JSON file; what is wrong with it is said in one sentence. */
export function readJsonAt(path: string): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(readInput(path)));
  } catch (error) {
    if (error instanceof SyntaxError) throw new Refusal(`${path} is not valid JSON: ${error.message}.`);
    throw error;
  }
}

/** The locale with this id; the first one when none is named. */
export function localeNamed(id: string = LOCALES[0]): Locale {
  const found = LOCALES.find((candidate) => candidate.toLowerCase() === id.toLowerCase());
  if (!found) throw new Refusal(`There is no locale “${id}”; there are ${LOCALES.join(', ')}.`);
  return localeOf(found);
}

/** Writes a file; says in one sentence where that is not possible. */
export function writeOut(path: string, body: string | Uint8Array): void {
  try {
    writeFileSync(path, body);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT' || code === 'EACCES' || code === 'EISDIR')
      throw new Refusal(`${path} cannot be written; check that the folder is there and may be written to.`);
    throw error;
  }
}
