/** Running test files of a project with Vitest. */
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, stateFolder } from '../paths.ts';
import { run } from '../processes.ts';
import { endedBy, type Outcome, outcomeOf, type VitestReport } from './outcome.ts';

/** Which of a project's files are run: those whose path holds a text, or one with some of its tests or all. */
export interface Which {
  path?: string | undefined;
  /** one of so many parts of them, such as 1/4 */
  part?: string | undefined;
  names?: readonly string[] | null | undefined;
}

const exactly = (names: readonly string[]) =>
  `^(?:${names.map((name) => name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|')})$`;

/** Runs the files of a project, which may be none. The report of it is `called` so. */
export async function runFiles(
  project: string,
  { path, part, names }: Which,
  env: Record<string, string>,
  called = project,
): Promise<Outcome> {
  const report = join(stateFolder('test'), `report-${called.replaceAll('/', '-')}.json`);
  rmSync(report, { force: true });
  const args = [
    join(ROOT, 'node_modules/vitest/vitest.mjs'),
    'run',
    `--project=${project}`,
    '--passWithNoTests',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
    ...(path ? [path] : []),
    ...(part ? [`--shard=${part}`] : []),
    ...(names ? ['-t', exactly(names)] : []),
  ];
  const code = await run(process.execPath, args, { cwd: ROOT, env: { ...process.env, ...env, NODE_ENV: 'test' } });
  try {
    return outcomeOf(JSON.parse(readFileSync(report, 'utf8')) as VitestReport, code, project, ROOT);
  } catch (error) {
    const message = `its report could not be read: ${(error as Error).message}`;
    return { passed: 0, failed: [endedBy(project, message)], files: [] };
  }
}
