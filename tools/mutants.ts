/**
 * Breaks single lines of a folder, one at a time, and lists those that no test
 * notices: `npm run mutants src/core/change 60`. Without a number 60 lines are
 * tried, spread over its modules; `all` tries each. `RIZO_SEED` has the same
 * lines tried again. Tests without a server are run: those of the core and of
 * the page's store. Each line meets the files whose tests came by it, the
 * quickest first, until one fails.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chosenOf, type Mutant, mutantsOf } from './mutants/find.ts';

const [folder, wish = '60'] = process.argv.slice(2);
if (!folder) {
  console.error('Name a folder: npm run mutants src/core/change');
  process.exit(1);
}
const seed = Number(process.env['RIZO_SEED'] ?? 20261130);
const count = wish === 'all' ? Number.POSITIVE_INFINITY : Number(wish);
/** A mutant under which no test file has come to an end for so long has been noticed: something goes round for ever. */
const SILENT_MS = 45_000;
const AT_ONCE = 2;

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

const modules = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.tsx?$/.test(name) && !name.endsWith('.d.ts'))
  .map((name) => join(folder, name))
  .sort();
const all = modules.flatMap((file) => mutantsOf(file, readFileSync(file, 'utf8')));
const chosen = chosenOf(all, count, numbersFrom(seed)).map((mutant, id) => ({ ...mutant, id }));

const room = mkdtempSync(join(tmpdir(), 'rizo-mutants-'));
process.on('exit', () => rmSync(room, { recursive: true, force: true }));
const list = join(room, 'mutants.json');
writeFileSync(list, JSON.stringify(chosen));

/** Runs test files; whether all of them passed. */
function passes(files: readonly string[], env: Record<string, string>): Promise<boolean> {
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
    child.stdout.on('data', () => {
      clearTimeout(silent);
      silent = setTimeout(end, SILENT_MS);
    });
    child.once('error', fail);
    child.once('exit', (code) => {
      clearTimeout(silent);
      done(code === 0);
    });
  });
}

interface Passed {
  file: string;
  seconds: number;
  passed: number[];
}

/** The test files that come by each mutant, the quickest first. Throws where they fail with nothing broken. */
async function meetings(): Promise<Map<number, string[]>> {
  const out = join(room, 'passed.jsonl');
  writeFileSync(out, '');
  if (!(await passes([], { RIZO_MUTANTS_PASSED: out, RIZO_WORKERS: String(AT_ONCE) })))
    throw new Error('The tests fail with nothing broken.');
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

console.log(`${chosen.length} of ${all.length} mutants of ${modules.length} modules, seed ${seed}`);
const met = await meetings();
const left = [...chosen];
const survivors: Mutant[] = [];

async function work(): Promise<void> {
  for (let mutant = left.shift(); mutant; mutant = left.shift()) {
    const files = met.get(mutant.id) ?? [];
    const isNoticed = files.length > 0 && !(await passes(files, { RIZO_MUTANT: String(mutant.id) }));
    if (isNoticed) continue;
    survivors.push(mutant);
    console.log(`${files.length === 0 ? 'no test comes by' : 'not noticed'}: ${sayMutant(mutant)}`);
  }
}
await Promise.all(Array.from({ length: AT_ONCE }, work));

const noticed = chosen.length - survivors.length;
console.log(`${noticed} of ${chosen.length} noticed (${Math.round((100 * noticed) / chosen.length)} %)`);
