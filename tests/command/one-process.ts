/**
 * Runs commands one after the other in one process, as `./rizo` would each in
 * its own: reads a line of arguments from one pipe and answers on another.
 */
import { appendFileSync, createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import { run } from '../../launcher/verbs.ts';

const [requests = '', answers = ''] = process.argv.slice(2);
const printed = { stdout: '', stderr: '' };
for (const name of ['stdout', 'stderr'] as const)
  process[name].write = (text: string | Uint8Array) => {
    printed[name] += Buffer.from(text).toString('utf8');
    return true;
  };

for await (const line of createInterface({ input: createReadStream(requests) })) {
  Object.assign(printed, { stdout: '', stderr: '' });
  const status = await run(JSON.parse(line) as string[]);
  appendFileSync(answers, `${JSON.stringify({ status, ...printed })}\n`);
}
