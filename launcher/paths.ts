import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of this clone. */
export const ROOT = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

/** Builds are kept by the hash of their sources, so that start and test never disturb each other. */
export const BUILDS = join(ROOT, '.rizo', 'builds');

/** The folder for a running Rizo's cluster, logs and run record; RIZO_STATE names another one. */
export function stateFolder(name: string): string {
  const folder = join(process.env['RIZO_STATE'] ?? join(ROOT, '.rizo'), name);
  mkdirSync(folder, { recursive: true });
  return folder;
}
