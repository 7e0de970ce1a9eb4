import { useState } from 'react';
import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import type { SparkGeometry } from '../../core/spark/geometry.ts';
import { sparkTableHtml } from '../../core/spark/html.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import { PhraseChoice, PhraseNumber } from '../controls/Phrase.tsx';
import { HandOff, useTake } from '../report/HandOff.tsx';
import { RowChoice } from './RowChoice.tsx';
import { nameOfKey } from './setting.ts';

const TYPE_SIZE = 9;

/** The table as it stands, for the clipboard: rich where a document takes it, plain text elsewhere. */
async function copyTable(geometry: SparkGeometry): Promise<string | null> {
  const html = sparkTableHtml(geometry);
  const page = new DOMParser().parseFromString(html, 'text/html');
  const plain = [...page.querySelectorAll('tr')]
    .map((row) => [...row.children].map((cell) => cell.textContent ?? '').join('\t'))
    .join('\n');
  try {
    await navigator.clipboard.write([
      new ClipboardItem({
        'text/html': new Blob([html], { type: 'text/html' }),
        'text/plain': new Blob([plain], { type: 'text/plain' }),
      }),
    ]);
    return null;
  } catch {
    return 'The browser did not allow the clipboard to be used; take the HTML page and copy the table from there.';
  }
}

interface SparkHandOffProps {
  spark: SparkTableSpec;
  geometry: SparkGeometry;
  /** index of the row whose sparkline can be taken alone */
  record: number;
}

/** Files of a spark table and of its sparklines to give to someone. */
export function SparkHandOff({ spark, geometry, record }: SparkHandOffProps) {
  const [copied, setCopied] = useState<string | null>(null);
  const columns = spark.columns.filter((column) => column.kind === 'sparkline' || column.kind === 'level bars');
  const [wished, setColumn] = useState<string | null>(null);
  const [size, setSize] = useState(TYPE_SIZE);
  const { take, error } = useTake(spark.id);
  const column = columns.find(({ id }) => id === wished) ?? columns[0];
  const { records } = geometry.resolved.data;
  const row = records[record]?.key ?? '';
  const cell = column && { column: column.id, row };
  const titleOf = (id: string) => geometry.resolved.columns.find(({ spec }) => spec.id === id)?.title || id;
  return (
    <HandOff
      thing={spark}
      widthMm={geometry.width / POINTS_PER_MM}
      heightMm={geometry.height / POINTS_PER_MM}
      forms={[
        {
          as: 'html',
          name: 'HTML page',
          says: 'One table with its sparklines; its reader can bring the numbers back.',
        },
        { as: 'docx', name: 'Document', says: 'A native table (.docx), each sparkline as SVG with a PNG.' },
        { as: 'csv', name: 'Numbers, CSV', says: 'All values in full, for other programs.' },
      ]}
    >
      <button
        type="button"
        className="rounded-box border border-rule p-3 text-left font-semibold hover:border-primary"
        onClick={() =>
          void copyTable(geometry).then((refused) => setCopied(refused ?? 'Copied; paste it into a document.'))
        }
      >
        Copy the table
      </button>
      {copied && <p role="status">{copied}</p>}
      {cell && (
        <section aria-label="One sparkline" className="border-t border-rule pt-2">
          <h3 className="font-semibold">One sparkline</h3>
          <p className="flex flex-wrap items-baseline gap-x-1.5 leading-7">
            Of <RowChoice records={records} record={record} /> in
            <PhraseChoice
              label="Column of the sparkline"
              value={cell.column}
              options={columns.map(({ id }) => ({ value: id, name: titleOf(id) }))}
              onCommit={setColumn}
            />
          </p>
          <p className="flex flex-wrap items-baseline gap-x-2 leading-7">
            as
            <button type="button" className="phrase" onClick={() => void take({ as: 'svg', ...cell })}>
              SVG
            </button>
            <button type="button" className="phrase" onClick={() => void take({ as: 'png', ...cell })}>
              PNG
            </button>
            {column.kind === 'sparkline' && (
              <>
                <button
                  type="button"
                  className="phrase"
                  onClick={() => void take({ as: 'word', size: String(size), ...cell })}
                >
                  a word
                </button>
                in
                <PhraseNumber
                  label="Type size of the sentence, points"
                  value={size}
                  className="w-10"
                  onCommit={(value) => {
                    if (value === null || value < 4 || value > 72) return 'Type is from 4 to 72 pt.';
                    setSize(value);
                    return null;
                  }}
                />
                pt type
              </>
            )}
          </p>
          <p className="text-[13px] text-quiet">
            {nameOfKey(records, row)}, as it stands in its cell, or to stand in a sentence.
          </p>
        </section>
      )}
      {error && (
        <p role="alert" className="border-l-4 border-error pl-2">
          {error}
        </p>
      )}
    </HandOff>
  );
}
