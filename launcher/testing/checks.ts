/** The checks of the test command that are no test files: each counts as one test. */
import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from '../paths.ts';
import { say } from '../say.ts';
import { NOTHING, type Outcome, together } from './outcome.ts';

const tool = (path: string, ...args: string[]) => [join(ROOT, 'node_modules', path), ...args];

export interface Check {
  name: string;
  args: string[];
}

/** Writes the types of Astro's own modules, which the others need. */
export const FIRST_CHECK: Check = { name: 'types of Astro’s modules', args: tool('astro/astro.js', 'sync') };

export const CHECKS: readonly Check[] = [
  {
    name: 'types of pages',
    args: tool('@astrojs/check/bin/astro-check.js', '--minimumSeverity', 'error', '--tsconfig', 'tsconfig.pages.json'),
  },
  // The pages are checked by an older one, which takes three times as long.
  { name: 'types', args: tool('typescript-quick/bin/tsc', '--noEmit') },
  { name: 'lint and format', args: tool('@biomejs/biome/bin/biome', 'check', '.') },
  {
    name: 'layer rules',
    args: tool('dependency-cruiser/bin/dependency-cruise.mjs', 'src', '--config', '.dependency-cruiser.cjs'),
  },
  { name: 'dead code', args: tool('knip/bin/knip.js', '--no-config-hints') },
];

/** Runs a check with its output shown, and keeps what it said. */
function runCheck({ args }: Check): Promise<{ code: number; said: string }> {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (data: Buffer) => {
        said += data.toString();
        process.stderr.write(data);
      });
    child.once('error', fail);
    child.once('close', (code) => done({ code: code ?? 1, said }));
  });
}

async function outcomeOfCheck(check: Check): Promise<Outcome> {
  say(`${check.name} …`);
  const { code, said } = await runCheck(check);
  if (code === 0) return { ...NOTHING, passed: 1 };
  return { ...NOTHING, failed: [{ project: null, file: '', name: check.name, at: '', message: said }] };
}

/** Runs checks one after the other. */
export async function runChecks(checks: readonly Check[]): Promise<Outcome> {
  const done: Outcome[] = [];
  for (const check of checks) done.push(await outcomeOfCheck(check));
  return together(done);
}

/** How `npm audit --json` answers; where the registry gives no audits, with an error. */
interface Audit {
  metadata?: { vulnerabilities: Record<string, number> };
}

/** Looks for known weaknesses of packages. Counts as a check only where the registry answers. */
export function auditPackages(): Outcome {
  say('known weaknesses of packages …');
  const { stdout } = spawnSync('npm', ['audit', '--json'], { cwd: ROOT, encoding: 'utf8', timeout: 60_000 });
  const found = /^\s*\{/.test(stdout ?? '') ? (JSON.parse(stdout) as Audit).metadata?.vulnerabilities : undefined;
  if (!found) {
    say('known weaknesses of packages: not looked for, the registry gives no audits here');
    return NOTHING;
  }
  const grave = (found['high'] ?? 0) + (found['critical'] ?? 0);
  if (grave === 0) return { ...NOTHING, passed: 1 };
  const message = `${grave} grave ones; npm audit names them`;
  return { ...NOTHING, failed: [{ project: null, file: '', name: 'known weaknesses of packages', at: '', message }] };
}
