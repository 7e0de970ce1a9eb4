/** A table on its way in: read in a worker, read again as its user decides, or given up. */
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import { decide, type OtherReading, type Reading } from '../../core/table/reading.ts';
import type { Received } from '../../formats/table-file.ts';
import { tooLarge } from '../../formats/text.ts';
import type { ParseRequest } from '../../workers/parse.worker.ts';
import { TableReader } from '../state/parse.ts';

export type Incoming =
  | { kind: 'waiting' }
  | { kind: 'reading'; name: string; share: number }
  | { kind: 'refused'; error: string }
  | { kind: 'read'; received: Received; reading: Reading };

/** The words of a paste that has no file name. */
const PASTED = 'Pasted table';

/** The table on the clipboard: cells parted by tabs where there are any, else an HTML table, else plain text. */
function clipboardText(data: DataTransfer): string {
  const plain = data.getData('text/plain');
  const html = data.getData('text/html');
  return !plain.includes('\t') && /<table[\s>]/i.test(html) ? html : plain;
}

export function useIncoming() {
  const [incoming, setIncoming] = useState<Incoming>({ kind: 'waiting' });
  const reader = useRef(new TableReader());
  /** counts readings, so that one that was given up says nothing any more */
  const turn = useRef(0);
  const start = useCallback(async (name: string, request: ParseRequest, reading: Reading) => {
    const mine = ++turn.current;
    const tell = (next: Incoming) => {
      if (mine === turn.current) setIncoming(next);
    };
    tell({ kind: 'reading', name, share: 0 });
    try {
      const answer = await reader.current.read(request, reading, (share) => tell({ kind: 'reading', name, share }));
      // A large table is drawn in slices, between which the page stays alive.
      startTransition(() => tell(answer.kind === 'read' ? { ...answer, reading } : answer));
    } catch (error) {
      tell({ kind: 'refused', error: error instanceof Error ? error.message : String(error) });
    }
  }, []);
  const readFile = useCallback(
    async (file: File) => {
      const size = tooLarge(file.name, file.size);
      if (size) return setIncoming({ kind: 'refused', error: size });
      const bytes = new Uint8Array(await file.arrayBuffer());
      await start(file.name, { kind: 'file', name: file.name, bytes }, {});
    },
    [start],
  );
  const readText = useCallback((text: string) => start(PASTED, { kind: 'text', text, title: PASTED }, {}), [start]);
  /** What was dropped or pasted: a file where there is one, else its text. */
  const take = useCallback(
    (data: DataTransfer) => {
      const file = data.files[0];
      void (file ? readFile(file) : readText(clipboardText(data)));
    },
    [readFile, readText],
  );
  const stop = useCallback(() => {
    turn.current++;
    reader.current.stop();
    setIncoming({ kind: 'waiting' });
  }, []);
  useEffect(() => () => reader.current.stop(), []);
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      if (!event.clipboardData || (event.target instanceof Element && event.target.closest('input, textarea'))) return;
      take(event.clipboardData);
      event.preventDefault();
    };
    document.addEventListener('paste', onPaste);
    return () => document.removeEventListener('paste', onPaste);
  }, [take]);
  const decideOn = (more: Reading) => {
    if (incoming.kind !== 'read') return;
    void start(incoming.received.table.title, { kind: 'again' }, decide(incoming.reading, more));
  };
  return {
    incoming,
    readFile,
    readText,
    take,
    stop,
    decide: decideOn,
    choose: (other: OtherReading) => decideOn(other.reading),
    rename: (title: string) => {
      if (incoming.kind !== 'read') return;
      const table = { ...incoming.received.table, title };
      setIncoming({ ...incoming, received: { ...incoming.received, table } });
    },
  };
}
