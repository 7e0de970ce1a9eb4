/**
 * Writes the JSON Schemas of Rizo's own formats to docs/formats/, from the
 * schemas that check them. Run it with `npm run schemas` when a spec changes;
 * a test compares the files with the code.
 */
import { writeFileSync } from 'node:fs';
import { SCHEMAS } from './schemas.ts';

for (const [name, text] of Object.entries(SCHEMAS))
  writeFileSync(new URL(`../docs/formats/${name}.schema.json`, import.meta.url), text);
