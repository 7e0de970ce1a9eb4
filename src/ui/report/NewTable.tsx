import { ClipboardPaste, Upload } from 'lucide-react';
import { type DragEvent, useCallback, useEffect, useRef, useState } from 'react';
import type { Received } from '../../formats/table-file.ts';
import { tooLarge } from '../../formats/text.ts';
import type { ParseRequest } from '../../workers/parse.worker.ts';
import { PhraseChoice, PhraseText } from '../controls/Phrase.tsx';
import { TableReader } from '../state/parse.ts';
import { useReport } from '../state/store.ts';
import { keepTable, makeFigure } from './make.ts';
import { Remarks, TableGrid } from './TableGrid.tsx';

type Reading =
  | { kind: 'waiting' }
  | { kind: 'reading'; name: string }
  | { kind: 'refused'; error: string }
  | { kind: 'read'; received: Received; again(sheet: string): void };

/** The words of a paste that has no file name. */
const PASTED = 'Pasted table';

/** The table on the clipboard: cells parted by tabs where there are any, else an HTML table, else plain text. */
function clipboardText(data: DataTransfer | null): string {
  const plain = data?.getData('text/plain') ?? '';
  const html = data?.getData('text/html') ?? '';
  return !plain.includes('\t') && /<table[\s>]/i.test(html) ? html : plain;
}

/** Where a table is pasted, dropped or chosen, and looked at before it is kept. */
export function NewTable() {
  const report = useReport((state) => state.report);
  const [reading, setReading] = useState<Reading>({ kind: 'waiting' });
  const [over, setOver] = useState(false);
  const reader = useRef(new TableReader());
  const file = useRef<HTMLInputElement>(null);
  const start = useCallback(async (name: string, request: ParseRequest, again: (sheet: string) => void) => {
    setReading({ kind: 'reading', name });
    try {
      const answer = await reader.current.read(request);
      setReading(
        'received' in answer
          ? { kind: 'read', received: answer.received, again }
          : { kind: 'refused', error: answer.refused },
      );
    } catch (error) {
      setReading({ kind: 'refused', error: error instanceof Error ? error.message : String(error) });
    }
  }, []);
  const readFile = useCallback(
    async (chosen: File, sheet?: string) => {
      const size = tooLarge(chosen.name, chosen.size);
      if (size) return setReading({ kind: 'refused', error: size });
      const bytes = new Uint8Array(await chosen.arrayBuffer());
      await start(
        chosen.name,
        { kind: 'file', name: chosen.name, bytes, sheet },
        (other) => void readFile(chosen, other),
      );
    },
    [start],
  );
  const readText = useCallback(
    (text: string, sheet?: string) =>
      start(PASTED, { kind: 'text', text, title: PASTED, sheet }, (other) => void readText(text, other)),
    [start],
  );
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      if (event.target instanceof Element && event.target.closest('input, textarea')) return;
      const chosen = event.clipboardData?.files[0];
      if (chosen) void readFile(chosen);
      else void readText(clipboardText(event.clipboardData));
      event.preventDefault();
    };
    document.addEventListener('paste', onPaste);
    return () => document.removeEventListener('paste', onPaste);
  }, [readFile, readText]);
  useEffect(() => () => reader.current.stop(), []);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const chosen = event.dataTransfer.files[0];
    if (chosen) void readFile(chosen);
    else void readText(event.dataTransfer.getData('text/plain'));
  };
  if (reading.kind === 'read')
    return (
      <LookedAt
        received={reading.received}
        onSheet={reading.again}
        onBack={() => setReading({ kind: 'waiting' })}
        onRename={(title) => {
          const table = { ...reading.received.table, title };
          setReading({ ...reading, received: { ...reading.received, table } });
        }}
        onKeep={(figure) => {
          const { table } = reading.received;
          const id = keepTable(table);
          if (id && figure) makeFigure(report, id, table);
        }}
      />
    );
  return (
    <section
      aria-label="Bring in a table"
      className="flex min-h-0 min-w-0 flex-1 flex-col gap-4 overflow-auto bg-desk p-8"
    >
      <h2 className="font-serif text-lg font-semibold">Bring in a table</h2>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a second way; the field and the button inside are the first */}
      <div
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={onDrop}
        className={`grid max-w-4xl gap-6 rounded-box border-2 border-dashed p-6 md:grid-cols-[1fr_15rem] ${over ? 'border-primary bg-chosen' : 'border-rule bg-base-100'}`}
      >
        <label className="flex flex-col gap-2">
          <span className="flex items-center gap-2 font-semibold">
            <ClipboardPaste size={16} aria-hidden="true" /> Paste cells or delimited text
          </span>
          <textarea
            className="textarea h-52 w-full resize-none font-mono text-[13px]"
            placeholder={'month\tpassengers\n2026-01\t41,229\n2026-02\t42,679'}
            spellCheck={false}
            onPaste={(event) => {
              event.preventDefault();
              const chosen = event.clipboardData.files[0];
              if (chosen) void readFile(chosen);
              else void readText(clipboardText(event.clipboardData));
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && event.ctrlKey) void readText(event.currentTarget.value);
            }}
            onBlur={(event) => {
              if (event.target.value.trim() !== '') void readText(event.target.value);
            }}
          />
          <span className="text-[13px] text-quiet">
            A paste is read at once. What you type is read with Ctrl Enter.
          </span>
        </label>
        <div className="flex flex-col gap-2">
          <span className="flex items-center gap-2 font-semibold">
            <Upload size={16} aria-hidden="true" /> Or a file
          </span>
          <button type="button" className="btn btn-sm w-fit" onClick={() => file.current?.click()}>
            Choose a file
          </button>
          <input
            ref={file}
            type="file"
            aria-label="Table file"
            accept=".csv,.tsv,.txt,.json,.html,.htm,.xlsx,.ods,text/*,application/json"
            className="hidden"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (chosen) void readFile(chosen);
              event.target.value = '';
            }}
          />
          <p className="text-[13px] text-quiet">
            or drop it anywhere in this frame. Delimited text, JSON, HTML tables and workbooks (.xlsx, .ods), up to 50
            MB.
          </p>
        </div>
      </div>
      <div aria-live="polite" className="max-w-4xl">
        {reading.kind === 'reading' && <p>Reading {reading.name} …</p>}
        {reading.kind === 'refused' && (
          <p role="alert" className="rounded-box border-l-4 border-error bg-base-100 p-3">
            {reading.error}
          </p>
        )}
      </div>
    </section>
  );
}

interface LookedAtProps {
  received: Received;
  /** reads another sheet of the same file */
  onSheet(sheet: string): void;
  onBack(): void;
  onRename(title: string): void;
  onKeep(figure: boolean): void;
}

/** The table as it was understood, before it is kept. */
function LookedAt({ received, onSheet, onBack, onRename, onKeep }: LookedAtProps) {
  const { table, sheets, sheet } = received;
  const empty = table.rows === 0;
  return (
    <section aria-label="The table as understood" className="flex min-h-0 min-w-0 flex-1 flex-col gap-3 bg-desk p-6">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h2 className="font-serif text-lg font-semibold">
          <PhraseText
            label="Name of the table"
            value={table.title}
            className="w-72"
            onCommit={(text) => {
              if (text.trim() === '') return 'A table needs a name.';
              onRename(text.trim());
              return null;
            }}
          />
        </h2>
        <span className="text-quiet">
          {table.rows.toLocaleString('en-GB')} rows × {table.columns.length} columns, as understood
        </span>
        {sheet !== null && (
          <span>
            Sheet{' '}
            <PhraseChoice
              label="Sheet"
              value={sheet}
              options={sheets.map((name) => ({ value: name, name }))}
              onCommit={onSheet}
            />
          </span>
        )}
        <span className="ml-auto flex gap-2">
          <button type="button" className="btn btn-sm" onClick={onBack}>
            Bring in another
          </button>
          <button type="button" className="btn btn-sm" onClick={() => onKeep(false)}>
            {empty ? 'Make an empty table' : 'Keep the table'}
          </button>
          {!empty && (
            <button type="button" className="btn btn-sm btn-primary" onClick={() => onKeep(true)}>
              Make a figure
            </button>
          )}
        </span>
      </div>
      <Remarks table={table} />
      <TableGrid table={table} />
    </section>
  );
}
