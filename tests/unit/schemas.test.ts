import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { SCHEMAS } from '../../tools/schemas.ts';

it.each(Object.entries(SCHEMAS))('docs/formats/%s.schema.json is in step with the code', (name, text) => {
  const file = new URL(`../../docs/formats/${name}.schema.json`, import.meta.url);
  expect(readFileSync(file, 'utf8')).toBe(text);
});
