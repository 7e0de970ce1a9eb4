/**
 * Breaks single lines of some folders, one at a time, and lists those that no
 * test notices: `npm run mutants src/core/change src/server 60`. Without a
 * number 60 lines of each are tried, spread over its modules; `all` tries each.
 * `RIZO_SEED` has the same lines tried again. Each line meets the files without
 * a server whose tests came by it, the quickest first, until one fails; lines
 * of the server that none of them notices meet those that have one.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chosenOf, type Mutant, mutantsOf } from './mutants/find.ts';
import { brokenServers } from './mutants/served.ts';

const words = process.argv.slice(2);
const wish = /^(?:all|\d+)$/.test(words.at(-1) ?? '') ? words.at(-1) : '60';
const folders = words.filter((word) => word !== wish);
if (folders.length === 0) {
  console.error('Name folders: npm run mutants src/core/change src/server');
  process.exit(1);
}
const seed = Number(process.env['RIZO_SEED'] ?? 20261130);
// Which lines are broken is chosen by it; the random cases that they meet are those of the suite.
delete process.env['RIZO_SEED'];
const count = wish === 'all' ? Number.POSITIVE_INFINITY : Number(wish);
/** A mutant under which no test file has come to an end for so long has been noticed: something goes round for ever. */
const SILENT_MS = 45_000;
const AT_ONCE = 2;
const MOST_SAID = 8000;

/** Numbers from 0 to 1 by the seed (mulberry32, Tommy Ettinger, public domain). */
function numbersFrom(start: number): () => number {
  let state = start >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const mutantsIn = (folder: string) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !name.endsWith('.d.ts'))
    .map((name) => join(folder, name))
    .sort()
    .flatMap((file) => mutantsOf(file, readFileSync(file, 'utf8')));
const chosen = folders
  .flatMap((folder) => chosenOf(mutantsIn(folder), count, numbersFrom(seed)).map((mutant) => ({ ...mutant, folder })))
  .map((mutant, id) => ({ ...mutant, id }));

const room = mkdtempSync(join(tmpdir(), 'rizo-mutants-'));
process.on('exit', () => rmSync(room, { recursive: true, force: true }));
const list = join(room, 'mutants.json');
writeFileSync(list, JSON.stringify(chosen));

/** Runs test files; whether all of them passed, and the last they said. */
function outcome(files: readonly string[], env: Record<string, string>): Promise<{ passed: boolean; said: string }> {
  return new Promise((done, fail) => {
    const child = spawn(
      process.execPath,
      ['node_modules/vitest/vitest.mjs', 'run', '--config=tools/mutants/vitest.config.ts', '--bail=1'],
      {
        stdio: ['ignore', 'pipe', 'ignore'],
        env: { ...process.env, RIZO_MUTANTS: list, RIZO_MUTANT_FILES: JSON.stringify(files), NODE_ENV: 'test', ...env },
        detached: true,
      },
    );
    const end = () => child.pid && process.kill(-child.pid, 'SIGKILL');
    let silent = setTimeout(end, SILENT_MS);
    let said = '';
    child.stdout.on('data', (part) => {
      said = (said + part).slice(-MOST_SAID);
      clearTimeout(silent);
      silent = setTimeout(end, SILENT_MS);
    });
    child.once('error', fail);
    child.once('exit', (code) => {
      clearTimeout(silent);
      done({ passed: code === 0, said });
    });
  });
}

const passes = async (files: readonly string[], env: Record<string, string>) => (await outcome(files, env)).passed;

interface Passed {
  file: string;
  seconds: number;
  passed: number[];
}

/** The test files that come by each mutant, the quickest first. Throws where they fail with nothing broken. */
async function meetings(): Promise<Map<number, string[]>> {
  const out = join(room, 'passed.jsonl');
  writeFileSync(out, '');
  const { passed, said } = await outcome([], { RIZO_MUTANTS_PASSED: out, RIZO_WORKERS: String(AT_ONCE) });
  if (!passed) throw new Error(`The tests fail with nothing broken.\n${said}`);
  const files = readFileSync(out, 'utf8')
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as Passed)
    .sort((a, b) => a.seconds - b.seconds);
  return new Map(
    chosen.map(({ id }) => [id, files.filter(({ passed }) => passed.includes(id)).map(({ file }) => file)]),
  );
}

const sayMutant = ({ file, line, start, end, instead }: Mutant) => {
  const stood = readFileSync(file, 'utf8').slice(start, end).replace(/\s+/g, ' ').slice(0, 80);
  return `${file}:${line}  ${stood}  →  ${instead.replace(/\s+/g, ' ').slice(0, 80) || 'nothing'}`;
};

console.log(`${chosen.length} mutants, seed ${seed}`);
const met = await meetings();
const isOfServer = ({ file }: Mutant) => file.startsWith('src/server/') || file.startsWith('src/pages/');
const servers = chosen.some(isOfServer) ? await brokenServers(list, '.rizo/mutants') : null;
if (servers && !(await servers.pass(-1))) throw new Error('The tests of the server fail with nothing broken.');
const left = [...chosen];
const survivors = new Set<number>();

async function isNoticed(mutant: (typeof chosen)[number]): Promise<boolean> {
  const files = met.get(mutant.id) ?? [];
  if (files.length > 0 && !(await passes(files, { RIZO_MUTANT: String(mutant.id) }))) return true;
  return servers !== null && isOfServer(mutant) && !(await servers.pass(mutant.id));
}

async function work(): Promise<void> {
  for (let mutant = left.shift(); mutant; mutant = left.shift()) {
    if (await isNoticed(mutant)) continue;
    survivors.add(mutant.id);
    console.log(`${met.get(mutant.id)?.length ? 'not noticed' : 'no test comes by'}: ${sayMutant(mutant)}`);
  }
}
await Promise.all(Array.from({ length: AT_ONCE }, work));
await servers?.stop();

for (const folder of folders) {
  const own = chosen.filter((mutant) => mutant.folder === folder);
  const noticed = own.filter(({ id }) => !survivors.has(id)).length;
  console.log(`${folder}: ${noticed} of ${own.length} noticed (${Math.round((100 * noticed) / own.length)} %)`);
}
