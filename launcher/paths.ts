import { accessSync, constants, existsSync, mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Trouble } from './say.ts';

/** The nearest folder from here upward that holds the list of packages: this runs from the sources, or bundled from a folder below. */
function cloneFolder(): string {
  const here = dirname(fileURLToPath(import.meta.url));
  for (let folder = here; folder !== dirname(folder); folder = dirname(folder))
    if (existsSync(join(folder, 'package-lock.json'))) return folder;
  throw new Error(`no folder above ${here} is a clone of Rizo.`);
}

/** The folder of this clone. */
export const ROOT = cloneFolder();

/** Builds are kept by the hash of their sources, so that start and test never disturb each other. */
export const BUILDS = join(ROOT, '.rizo', 'builds');

/** The folder for a running Rizo's cluster, logs and run record; RIZO_STATE names another one. */
export function stateFolder(name: string): string {
  const folder = join(process.env['RIZO_STATE'] ?? join(ROOT, '.rizo'), name);
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOSPC') throw new Trouble(`the disk of ${folder} is full; free some space and run this again.`);
    if (code === 'EACCES' || code === 'EPERM' || code === 'EROFS' || code === 'ENOTDIR' || code === 'EEXIST')
      throw new Trouble(`cannot write in ${folder}; make it writable, or name another folder with RIZO_STATE.`);
    throw error;
  }
  return folder;
}
