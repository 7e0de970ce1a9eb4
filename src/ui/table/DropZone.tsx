import { type DragEvent, useRef, useState } from 'react';
import { ClipboardPaste, Upload } from '../icons.ts';
import type { useIncoming } from './incoming.ts';

/** Where a table is pasted, dropped or chosen; says how far its reading is. */
export function DropZone({ arriving }: { arriving: ReturnType<typeof useIncoming> }) {
  const { incoming, take, readFile, readText, stop } = arriving;
  const [over, setOver] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take(event.dataTransfer);
  };
  return (
    <>
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
              take(event.clipboardData);
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
        {incoming.kind === 'reading' && (
          <p className="flex items-center gap-3">
            Reading {incoming.name} …
            <progress
              className="progress progress-primary w-64"
              aria-label="How far the reading is"
              value={Math.round(incoming.share * 100)}
              max={100}
            />
            <button type="button" className="btn btn-sm" onClick={stop}>
              Cancel
            </button>
          </p>
        )}
        {incoming.kind === 'refused' && (
          <p role="alert" className="rounded-box border-l-4 border-error bg-base-100 p-3">
            {incoming.error}
          </p>
        )}
      </div>
    </>
  );
}
