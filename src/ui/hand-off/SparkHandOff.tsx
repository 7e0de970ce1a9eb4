import { useState } from 'react';
import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import type { SparkGeometry } from '../../core/spark/geometry.ts';
import { sparkTableHtml } from '../../core/spark/html.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { RowChoice } from '../spark/RowChoice.tsx';
import { nameOfKey } from '../spark/setting.ts';
import { HandOff } from './HandOff.tsx';
import { OnePart } from './OnePart.tsx';
import { useTake } from './take.ts';

const TYPE_SIZE = 9;
const PART_FORMS = [
  { as: 'svg', name: 'SVG' },
  { as: 'png', name: 'PNG' },
];

/** The table for the clipboard: its text, and the form in which a document takes it. */
export function tableWords(geometry: SparkGeometry): { htmlForm: string; text: string } {
  const html = sparkTableHtml(geometry);
  const page = new DOMParser().parseFromString(html, 'text/html');
  const text = [...page.querySelectorAll('tr')]
    .map((row) => [...row.children].map((cell) => cell.textContent ?? '').join('\t'))
    .join('\n');
  return { htmlForm: 'clip', text };
}

interface SparkHandOffProps {
  spark: SparkTableSpec;
  geometry: SparkGeometry;
  /** index of the row whose sparkline can be taken alone */
  record: number;
}

/** One sparkline or level bar, as it stands in its cell, or to stand in a sentence. */
function OneSparkline({ spark, geometry, record }: SparkHandOffProps) {
  const columns = spark.columns.filter((column) => column.kind === 'sparkline' || column.kind === 'level bars');
  const [wished, setColumn] = useState<string | null>(null);
  const [size, setSize] = useState(TYPE_SIZE);
  const { take, error } = useTake(spark.id);
  const column = columns.find(({ id }) => id === wished) ?? columns[0];
  const { records } = geometry.resolved.data;
  const row = records[record]?.key ?? '';
  if (!column) return null;
  const cell = { column: column.id, row };
  const titleOf = (id: string) => geometry.resolved.columns.find(({ spec }) => spec.id === id)?.title || id;
  return (
    <OnePart
      name="One sparkline"
      thing={spark.id}
      part={cell}
      text={`${nameOfKey(records, row)}: ${titleOf(column.id)}`}
      forms={PART_FORMS}
      more={
        column.kind === 'sparkline' && (
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
            {error && <span role="alert">{error}</span>}
          </>
        )
      }
    >
      Of <RowChoice records={records} record={record} /> in
      <PhraseChoice
        label="Column of the sparkline"
        value={cell.column}
        options={columns.map(({ id }) => ({ value: id, name: titleOf(id) }))}
        onCommit={setColumn}
      />
    </OnePart>
  );
}

/** Files of a spark table and of its sparklines to give to someone. */
export function SparkHandOff(props: SparkHandOffProps) {
  const { spark, geometry } = props;
  return (
    <HandOff
      thing={spark}
      widthMm={geometry.width / POINTS_PER_MM}
      heightMm={geometry.height / POINTS_PER_MM}
      words={() => tableWords(geometry)}
    >
      <OneSparkline {...props} />
    </HandOff>
  );
}
