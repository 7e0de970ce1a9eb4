import type { ParseAnswer, ParseRequest } from '../../workers/parse.worker.ts';

/** Reads a table in a worker; a second reading or `stop` ends the one before. */
export class TableReader {
  #worker: Worker | null = null;

  read(request: ParseRequest): Promise<ParseAnswer> {
    this.stop();
    const worker = new Worker(new URL('../../workers/parse.worker.ts', import.meta.url), { type: 'module' });
    this.#worker = worker;
    return new Promise((done, fail) => {
      worker.onmessage = (event: MessageEvent<ParseAnswer>) => {
        this.stop();
        done(event.data);
      };
      worker.onerror = (event) => {
        this.stop();
        fail(new Error(event.message || 'The table could not be read.'));
      };
      worker.postMessage(request, request.kind === 'file' ? [request.bytes.buffer] : []);
    });
  }

  stop(): void {
    this.#worker?.terminate();
    this.#worker = null;
  }
}
