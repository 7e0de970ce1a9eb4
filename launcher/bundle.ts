/**
 * Bundles the command line and the server process, so that they start without
 * compiling and with few files to read. `./rizo` runs this where something that
 * they are made of is newer than the last bundle.
 */
import { randomUUID } from 'node:crypto';
import { mkdirSync, readdirSync, renameSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './paths.ts';

const BUNDLES = join(ROOT, '.rizo', 'cli');
/** Names the folder of the last bundle, and is as old as the sources were when it was begun. */
const NEWEST = join(BUNDLES, 'newest');
/** What runs still has its files for a while. */
const KEPT = 4;

const ENTRIES = ['launcher/main.ts', 'launcher/server.ts', 'src/cli/read.worker.ts'];

/** Packages with machine code, or that look for files beside their own. */
const APART = [
  '@myriaddreamin/*',
  '@resvg/resvg-js',
  'harfbuzzjs',
  'subset-font',
  'fontverter',
  'fontkit',
  'pg-native',
  'esbuild',
];

async function bundle(): Promise<void> {
  mkdirSync(BUNDLES, { recursive: true });
  const began = new Date();
  const name = randomUUID();
  await build({
    absWorkingDir: ROOT,
    entryPoints: ENTRIES,
    outbase: '.',
    outdir: join(BUNDLES, name),
    bundle: true,
    splitting: true,
    // Beside the entries, so that each piece knows where those are.
    chunkNames: 'launcher/[name]-[hash]',
    format: 'esm',
    platform: 'node',
    target: 'node20.20',
    external: APART,
    // Errors name their places in the sources, where that is asked of Node.
    sourcemap: 'linked',
    legalComments: 'none',
    logLevel: 'warning',
    // For packages that are written for `require`.
    banner: {
      js: `import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);`,
    },
  });
  const written = `${NEWEST}-${name}`;
  writeFileSync(written, name);
  utimesSync(written, began, began);
  renameSync(written, NEWEST);
  const old = readdirSync(BUNDLES, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map((entry) => ({ path: join(BUNDLES, entry.name), at: statSync(join(BUNDLES, entry.name)).mtimeMs }))
    .sort((a, b) => b.at - a.at)
    .slice(KEPT);
  for (const { path } of old) rmSync(path, { recursive: true, force: true });
}

await bundle();
