/** Reads tables off the page's main thread. */
import { Refusal } from '../core/refusal.ts';
import { type Received, readTableFile, readTableText } from '../formats/table-file.ts';

export type ParseRequest =
  | { kind: 'file'; name: string; bytes: Uint8Array; sheet?: string | undefined }
  | { kind: 'text'; text: string; title: string; sheet?: string | undefined };
export type ParseAnswer = { received: Received } | { refused: string };

async function parse(request: ParseRequest): Promise<ParseAnswer> {
  try {
    const received =
      request.kind === 'file'
        ? await readTableFile(request.name, request.bytes, request.sheet)
        : await readTableText(request.text, request.title, request.sheet);
    return { received };
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.message };
    throw error;
  }
}

self.onmessage = (event: MessageEvent<ParseRequest>) => {
  parse(event.data).then(
    (answer) => self.postMessage(answer),
    // Thrown outside the promise, so that the page hears of it.
    (error: unknown) =>
      setTimeout(() => {
        throw error;
      }),
  );
};
