import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { READER_FILE, readerFile } from '../../tools/reader-script.ts';

it('the script of figures’ pages is in step with the code (npm run reader)', async () => {
  expect(readFileSync(READER_FILE, 'utf8')).toBe(await readerFile());
});
