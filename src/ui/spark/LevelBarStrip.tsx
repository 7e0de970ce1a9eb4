import type { SparkRecord } from '../../core/spark/records.ts';
import type { DressedBars, DressedSparkTable } from '../../core/spark/spec.ts';
import type { Table } from '../../core/table/column.ts';
import { sizeOf } from '../../core/table/facts.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { useStyle } from '../state/style.ts';
import { Exceptions } from './Exceptions.tsx';
import { measureOptions } from './ReferenceWords.tsx';
import { RowChoice } from './RowChoice.tsx';
import { setColumn, setException } from './setting.ts';

interface LevelBarStripProps {
  spark: DressedSparkTable;
  column: DressedBars;
  table: Table;
  records: readonly SparkRecord[];
  /** index of the row that can be an exception */
  record: number;
}

/** A column of level bars as sentences to change. */
export function LevelBarStrip({ spark, column, table, records, record }: LevelBarStripProps) {
  const style = useStyle();
  const key = records[record]?.key ?? '';
  const set = (change: Partial<DressedBars>) => setColumn(spark, column, { ...column, ...change });
  const measures = table.columns.filter(({ kind }) => kind === 'number');
  const cells = measures.find(({ key }) => key === column.column)?.cells ?? [];
  const highest = column.ceiling === 'highest';
  return (
    <div className="flex flex-col gap-1.5 px-4 py-3 leading-7">
      <p className="flex flex-wrap items-center gap-x-1.5">
        {spark.rows.kind === 'columns' ? (
          'Level bars of the latest value of each row'
        ) : (
          <>
            Level bars of
            <PhraseChoice
              label="Column of the bars"
              value={column.column}
              options={measureOptions(table)}
              onCommit={(key) => set({ column: key })}
            />
          </>
        )}
        in
        <ColourWord
          label="Colour of the bars"
          colour={column.colour}
          style={style}
          onCommit={(colour) => set({ colour })}
        />
        headed
        <PhraseText
          label="Header of the bars"
          value={column.title ?? ''}
          placeholder="without a header"
          onCommit={(title) => set({ title: title.trim() })}
        />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        A bar starts at zero; a full one means
        <PhraseChoice
          label="What a full bar stands for"
          value={highest ? 'highest' : 'given'}
          options={[
            { value: 'highest', name: 'the highest value of all rows' },
            { value: 'given', name: 'a given value' },
          ]}
          onCommit={(value) => set({ ceiling: value === 'highest' ? 'highest' : sizeOf(cells) || 1 })}
        />
        {column.ceiling !== 'highest' && (
          <PhraseNumber
            label="Value of a full bar"
            value={column.ceiling}
            onCommit={(value) => (value === null ? 'Give a number.' : set({ ceiling: value }))}
          />
        )}
      </p>
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        Target tick at
        <PhraseNumber
          label="Target of the bars"
          value={column.target}
          automatic="none"
          onCommit={(target) => set({ target })}
        />
        in cells
        <PhraseNumber
          label="Width of the cells in millimetres"
          value={column.width}
          onCommit={(width) => (width === null ? 'Give a number.' : set({ width }))}
        />
        mm wide.
      </p>
      <p className="flex flex-wrap items-center gap-x-1.5">
        The bar of
        <RowChoice records={records} record={record} />
        is in
        <ColourWord
          label="Colour of this row’s bar"
          colour={column.exceptions.find(({ row }) => row === key)?.colour ?? column.colour}
          style={style}
          onCommit={(colour) =>
            setException(spark.id, column.id, column.exceptions.find(({ row }) => row === key) ?? { row: key }, {
              row: key,
              colour,
            })
          }
        />
      </p>
      <Exceptions spark={spark} column={column} records={records} />
    </div>
  );
}
