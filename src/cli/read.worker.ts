/** Reads table files, one after the other, and answers with what was understood or why not. */
import { parentPort } from 'node:worker_threads';
import { Refusal } from '../core/refusal.ts';
import type { Reading } from '../core/table/reading.ts';
import { openTableFile, type Received } from '../formats/table-file.ts';

export interface ReadRequest {
  name: string;
  bytes: Uint8Array;
  reading?: Reading | undefined;
}
/** `on` says that the reading has begun, or gets on */
export type ReadAnswer = { kind: 'on' } | { kind: 'read'; received: Received } | { kind: 'refused'; error: string };

const answer = (message: ReadAnswer) => parentPort?.postMessage(message);

async function read({ name, bytes, reading = {} }: ReadRequest): Promise<void> {
  answer({ kind: 'on' });
  try {
    const source = await openTableFile(name, bytes);
    answer({ kind: 'on' });
    const received = source.read(reading, () => answer({ kind: 'on' }));
    answer({ kind: 'read', received });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    answer({ kind: 'refused', error: error.message });
  }
}

parentPort?.on('message', (request: ReadRequest) => void read(request));
