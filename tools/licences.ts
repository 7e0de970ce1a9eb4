/** Writes docs/licences.md: `npm run licences`. */
import { writeFileSync } from 'node:fs';
import { doubtful, licencesPage } from './licence-list.ts';

writeFileSync(new URL('../docs/licences.md', import.meta.url), licencesPage());
for (const one of doubtful()) console.error(`look at ${one}`);
