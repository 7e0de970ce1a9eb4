/** Writes the script of figures' pages; run it with `npm run reader` when `src/page` or what it uses changes. A test compares the file with the code. */
import { writeFileSync } from 'node:fs';
import { READER_FILE, readerFile } from './reader-script.ts';

writeFileSync(READER_FILE, await readerFile());
