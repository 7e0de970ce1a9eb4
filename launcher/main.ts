/** `./rizo` installs packages and comes here. */
import { run } from './verbs.ts';

// Who reads what is printed may stop reading, as `head` does.
for (const stream of [process.stdout, process.stderr])
  stream.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error;
  });

process.exitCode = await run(process.argv.slice(2));
