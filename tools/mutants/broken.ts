/** Set up for each test file while mutants are tried: which one is broken now, and which the tests come by. */
import { appendFileSync } from 'node:fs';
import { relative } from 'node:path';
import { afterAll, beforeAll, expect } from 'vitest';

declare global {
  function isBroken(id: number): boolean;
}

const broken = Number(process.env['RIZO_MUTANT'] ?? -1);
const passed = new Set<number>();
globalThis.isBroken = (id) => {
  passed.add(id);
  return id === broken;
};

const out = process.env['RIZO_MUTANTS_PASSED'];
if (out) {
  let began = 0;
  beforeAll(() => {
    began = performance.now();
  });
  afterAll(() => {
    const seconds = (performance.now() - began) / 1000;
    const file = relative(process.cwd(), expect.getState().testPath ?? '');
    appendFileSync(out, `${JSON.stringify({ file, seconds, passed: [...passed] })}\n`);
  });
}
