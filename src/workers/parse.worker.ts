/** Reads tables off the page's main thread, and reads them again when their user decides anew. */
import { Refusal } from '../core/refusal.ts';
import { metaOf } from '../core/table/column.ts';
import type { Reading } from '../core/table/reading.ts';
import { openTableFile, openTableText, type Received, type Source } from '../formats/table-file.ts';
import { bufferOf, type PackedCells, packCells } from './packed-cells.ts';

export type ParseRequest =
  | { kind: 'file'; name: string; bytes: Uint8Array }
  | { kind: 'text'; text: string; title: string }
  /** the same table as before, read otherwise */
  | { kind: 'again' };
export interface ParseMessage {
  request: ParseRequest;
  reading: Reading;
}

export type ParseAnswer =
  | { kind: 'progress'; share: number }
  /** the cells of one column; each is a message of its own, so that taking them in never holds up the page */
  | { kind: 'cells'; cells: PackedCells; received: PackedCells | null }
  /** everything but the cells, after them */
  | { kind: 'read'; received: Received }
  | { kind: 'refused'; error: string };

const answer = (message: ParseAnswer, handedOver: Transferable[] = []) =>
  self.postMessage(message, { transfer: handedOver });

let source: Source | null = null;

async function open(request: ParseRequest): Promise<Source> {
  if (request.kind === 'file') return openTableFile(request.name, request.bytes);
  if (request.kind === 'text') return openTableText(request.text, request.title);
  if (!source) throw new Error('There is nothing to read again yet.');
  return source;
}

/** A word on how far it is, at most one for each hundredth. */
function progress() {
  let told = 0;
  return (share: number) => {
    if (share - told < 0.01) return;
    told = share;
    answer({ kind: 'progress', share });
  };
}

async function parse({ request, reading }: ParseMessage): Promise<void> {
  try {
    source = await open(request);
    const { table, ...received } = source.read(reading, progress());
    for (const column of table.columns) {
      const cells = packCells(column.cells);
      const received = column.received ? packCells(column.received) : null;
      answer({ kind: 'cells', cells, received }, [bufferOf(cells), ...(received ? [bufferOf(received)] : [])]);
    }
    const columns = table.columns.map((column) => ({ ...metaOf(column), cells: [] }));
    answer({ kind: 'read', received: { ...received, table: { ...table, columns } } });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    answer({ kind: 'refused', error: error.message });
  }
}

self.onmessage = (event: MessageEvent<ParseMessage>) => {
  parse(event.data).catch((error: unknown) =>
    // Thrown outside the promise, so that the page hears of it.
    setTimeout(() => {
      throw error;
    }),
  );
};
