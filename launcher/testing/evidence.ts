/** Where a failed test leaves its picture, its trace and the server's log. */
import { join } from 'node:path';
import { stateFolder } from '../paths.ts';

const short = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 80);

/** The folder of all of a run, or of one test of a file. */
export function evidenceFolder(file?: string, name = ''): string {
  const all = join(stateFolder('test'), 'failed');
  return file === undefined ? all : join(all, short(`${file.replace(/^tests\//, '')} ${name}`));
}
