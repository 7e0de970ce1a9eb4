/** Puts the mutants of the list that `RIZO_MUTANTS` names into the modules that they are of. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';
import { type Mutant, switchable } from './find.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const mutants = JSON.parse(readFileSync(process.env['RIZO_MUTANTS'] ?? '', 'utf8')) as (Mutant & { id: number })[];

/** `before` is put before each module that has some: what tells which one is broken. */
export const mutantsPlugin = (before = ''): Plugin => ({
  name: 'mutants',
  enforce: 'pre',
  transform(text, id) {
    const own = mutants.filter(({ file }) => `${root}${file}` === id);
    return own.length > 0 ? { code: `${before}${switchable(text, own)}`, map: null } : undefined;
  },
});

/** In a process that has just one of them broken. */
export const ONE_BROKEN = "globalThis.isBroken ??= (id) => id === Number(process.env['RIZO_MUTANT'] ?? -1);\n";
