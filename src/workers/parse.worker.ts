/** Reads tables off the page's main thread. */
import { Refusal } from '../core/refusal.ts';
import type { Table } from '../core/table/column.ts';
import { readTableFile, readTableText } from '../formats/table-file.ts';

export type ParseRequest =
  | { kind: 'file'; name: string; bytes: Uint8Array }
  | { kind: 'text'; text: string; title: string };
export type ParseAnswer = { table: Table } | { refused: string };

function parse(request: ParseRequest): ParseAnswer {
  try {
    return {
      table:
        request.kind === 'file'
          ? readTableFile(request.name, request.bytes)
          : readTableText(request.text, request.title),
    };
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.message };
    throw error;
  }
}

self.onmessage = (event: MessageEvent<ParseRequest>) => self.postMessage(parse(event.data));
