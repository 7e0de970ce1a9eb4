import type { Column } from '../../core/table/column.ts';
import type { Reading } from '../../core/table/reading.ts';
import type { Received } from '../../formats/table-file.ts';
import { unpackCells, unpackTexts } from '../../workers/packed-cells.ts';
import type { ParseAnswer, ParseMessage, ParseRequest } from '../../workers/parse.worker.ts';

/** So long may nothing be heard of a reading, in milliseconds; one that gets on says so. */
const MOST_SILENCE = 10_000;
const TOO_STILL =
  'Reading this table made no progress for 10 seconds and was stopped; bring in part of it, or save it as CSV first.';

export type ReadOutcome = { kind: 'read'; received: Received } | { kind: 'refused'; error: string };

/** Reads tables in a worker. A new table or `stop` ends the reading before and leaves nothing of it behind. */
export class TableReader {
  #worker: Worker | null = null;
  /** gives the reading up when nothing is heard of it for too long; ends with it, or it would end the next one */
  #clock: ReturnType<typeof setTimeout> | undefined;

  read(request: ParseRequest, reading: Reading, onProgress: (share: number) => void): Promise<ReadOutcome> {
    if (request.kind !== 'again') this.stop();
    this.#worker ??= new Worker(new URL('../../workers/parse.worker.ts', import.meta.url), { type: 'module' });
    const worker = this.#worker;
    const cells: Pick<Column, 'cells' | 'received'>[] = [];
    return new Promise((done, fail) => {
      const listen = () => {
        clearTimeout(this.#clock);
        this.#clock = setTimeout(() => {
          this.stop();
          done({ kind: 'refused', error: TOO_STILL });
        }, MOST_SILENCE);
      };
      listen();
      worker.onmessage = ({ data }: MessageEvent<ParseAnswer>) => {
        listen();
        if (data.kind === 'refused' || data.kind === 'read') clearTimeout(this.#clock);
        if (data.kind === 'progress') onProgress(data.share);
        else if (data.kind === 'cells')
          cells.push({
            cells: unpackCells(data.cells),
            ...(data.received && { received: unpackTexts(data.received) }),
          });
        else if (data.kind === 'refused') done(data);
        else {
          const { table } = data.received;
          const columns = table.columns.map((column, index) => ({ ...column, ...cells[index] }));
          done({ kind: 'read', received: { ...data.received, table: { ...table, columns } } });
        }
      };
      worker.onerror = (event) => {
        this.stop();
        fail(new Error(event.message || 'The table could not be read.'));
      };
      const message: ParseMessage = { request, reading };
      worker.postMessage(message, request.kind === 'file' ? [request.bytes.buffer] : []);
    });
  }

  stop(): void {
    clearTimeout(this.#clock);
    this.#worker?.terminate();
    this.#worker = null;
  }
}
