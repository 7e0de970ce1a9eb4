import { type ReactNode, useState } from 'react';
import type { Reading } from '../../core/table/reading.ts';
import type { Received } from '../../formats/table-file.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Grid } from '../grid/Grid.tsx';
import { at, type Selection } from '../grid/selection.ts';
import { Findings } from './Findings.tsx';
import type { useIncoming } from './incoming.ts';

interface UnderstoodProps {
  received: Received;
  arriving: ReturnType<typeof useIncoming>;
  /** what can be done with the table */
  actions: ReactNode;
  /** what stands between the remarks and the rows */
  children?: ReactNode;
}

/** The table as it was understood, before it is kept: every guess can be decided otherwise. */
export function Understood({ received, arriving, actions, children }: UnderstoodProps) {
  const [selection, setSelection] = useState<Selection>(at(0, 0));
  const { table, sheets, sheet } = received;
  return (
    <section aria-label="The table as understood" className="flex min-h-0 min-w-0 flex-1 flex-col gap-2.5 bg-desk p-5">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1.5">
        <h2 className="font-serif text-lg font-semibold">
          <PhraseText
            label="Name of the table"
            value={table.title}
            className="max-w-96"
            onCommit={(text) => {
              if (text.trim() === '') return 'A table needs a name.';
              arriving.rename(text.trim());
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
              onCommit={(name) => arriving.decide({ sheet: name })}
            />
          </span>
        )}
        <span className="ml-auto flex gap-2">
          <button type="button" className="btn btn-sm" onClick={arriving.stop}>
            Bring in another
          </button>
          {actions}
        </span>
      </div>
      <BlockSentence received={received} onDecide={arriving.decide} />
      <Findings findings={table.remarks} onDecide={arriving.choose} />
      {children}
      <Grid table={table} selection={selection} onSelect={setSelection} />
    </section>
  );
}

/** Which lines of what was received are the table, and what heads it. */
function BlockSentence({ received, onDecide }: { received: Received; onDecide(reading: Reading): void }) {
  const { lines, turned } = received;
  const set = (from: number | null, to: number | null) => {
    if (from === null || to === null || !Number.isInteger(from) || !Number.isInteger(to) || from < 1 || to < from)
      return 'Give two line numbers, the first no greater than the last.';
    onDecide({ lines: { from, to } });
    return null;
  };
  return (
    <p className="flex flex-wrap items-baseline gap-x-6 text-[13px]">
      <span>
        The table is on lines{' '}
        <PhraseNumber
          atOnce
          label="First line of the table"
          value={lines.from}
          onCommit={(from) => set(from, lines.to)}
        />{' '}
        to{' '}
        <PhraseNumber atOnce label="Last line of the table" value={lines.to} onCommit={(to) => set(lines.from, to)} />
      </span>
      <span>
        The first line{' '}
        <PhraseChoice
          label="Whether the first line holds the column titles"
          value={lines.header ? 'head' : 'row'}
          options={[
            { value: 'head', name: 'holds the column titles' },
            { value: 'row', name: 'is a row like the others' },
          ]}
          onCommit={(value) => onDecide({ header: value === 'head' })}
        />
      </span>
      <span>
        Series are in{' '}
        <PhraseChoice
          label="Where the series are"
          value={turned ? 'rows' : 'columns'}
          options={[
            { value: 'columns', name: 'columns' },
            { value: 'rows', name: 'rows, and were swapped' },
          ]}
          onCommit={(value) => onDecide({ turned: value === 'rows' })}
        />
      </span>
    </p>
  );
}

/** The sentence for a table that still has a question; null when all are answered. */
export const openQuestion = ({ table }: Received): string | null =>
  table.remarks.some(({ asks }) => asks) ? 'Answer the question first, so that nothing is misread.' : null;
