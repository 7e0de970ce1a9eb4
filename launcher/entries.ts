/** The programs of Rizo that run in processes of their own: from the sources, or bundled. */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ROOT } from './paths.ts';

/** Command lines of the launcher hold it, whichever way it runs. */
export const LAUNCHER_MARK = 'launcher/main.';
export const SERVER_MARK = 'launcher/server.';

/** What Node.js is given to run the server process. A bundle has it beside the pieces of the rest. */
export const serverArgs = (): string[] =>
  import.meta.url.endsWith('.ts')
    ? ['--import', join(ROOT, 'node_modules/tsx/dist/loader.mjs'), join(ROOT, `${SERVER_MARK}ts`)]
    : [fileURLToPath(new URL('./server.js', import.meta.url))];
