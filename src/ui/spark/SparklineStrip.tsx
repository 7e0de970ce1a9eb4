import { useState } from 'react';
import { isBars, SPARK_KINDS } from '../../core/spark/look.ts';
import { cellOf, type ResolvedSparkTable } from '../../core/spark/resolve.ts';
import { sayCell } from '../../core/spark/say.ts';
import type { DressedSparkline, DressedSparkTable } from '../../core/spark/spec.ts';
import { OPACITIES } from '../../core/style/opacities.ts';
import type { Table } from '../../core/table/column.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Joined, same, sentence, YesNo } from '../controls/words.tsx';
import { run } from '../state/store.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { DataWords } from './DataWords.tsx';
import { Exceptions } from './Exceptions.tsx';
import { Looks } from './Looks.tsx';
import { RowChoice } from './RowChoice.tsx';
import { ScaleWords } from './ScaleWords.tsx';
import { Specimen } from './Specimen.tsx';
import { nameOfKey, otherColour, settingColumn, settingRow } from './setting.ts';

interface SparklineStripProps {
  spark: DressedSparkTable;
  column: DressedSparkline;
  table: Table;
  resolved: ResolvedSparkTable;
  /** index of the record whose sparkline is the specimen */
  record: number;
}

/** A column of sparklines: its specimen, and sentences to change, for all rows or for one alone. */
export function SparklineStrip({ spark, column, table, resolved, record }: SparklineStripProps) {
  const style = useStyle();
  const locale = useLocale();
  const [alone, setAlone] = useState(false);
  const { data } = resolved;
  const found = resolved.columns.find((candidate) => candidate.spec.id === column.id);
  const row = data.records[record]?.key ?? '';
  const rowName = nameOfKey(data.records, row);
  const cell = found?.kind === 'sparkline' ? cellOf(found, data, record) : null;
  const own = column.exceptions.find((exception) => exception.row === row);
  const shown = alone ? (cell?.spark ?? { ...column, ...own }) : column;
  const set = alone ? settingRow(spark, column, row) : settingColumn(spark, column);
  return (
    <div className="flex gap-7 px-4 py-2">
      <div className="w-[27rem] shrink-0">
        <p className={sentence}>
          Specimen:{' '}
          <Joined by=",">
            <RowChoice records={data.records} record={record} />
          </Joined>{' '}
          set for
          <YesNo label="Which rows are set" value={alone} yes="this row alone" no="all rows" onCommit={setAlone} />
          <button
            type="button"
            className="phrase"
            title={`Draw ${rowName} in a colour of its own`}
            onClick={() => {
              setAlone(true);
              settingRow(spark, column, row)({ colour: otherColour(style, shown.colour) });
            }}
          >
            set it apart
          </button>
        </p>
        <Specimen
          cell={cell}
          spark={shown}
          rowHeight={spark.rowHeight}
          rowName={rowName}
          said={found?.kind === 'sparkline' ? sayCell(found, record, locale) : ''}
          style={style}
          table={table}
          isRow={alone}
          set={set}
        />
      </div>
      <div className="flex min-w-0 flex-1 flex-col">
        <div className={sentence}>
          Drawn as
          <PhraseChoice
            label="What is drawn"
            value={shown.draw}
            options={same(SPARK_KINDS)}
            onCommit={(draw) => set({ draw })}
          />
          in
          <ColourWord
            label="Colour of the sparklines"
            colour={shown.colour}
            style={style}
            onCommit={(colour) => set({ colour })}
          />
          {isBars(shown.draw) && (
            <>
              and below zero in
              <ColourWord
                label="Colour below zero"
                colour={shown.below}
                style={style}
                onCommit={(below) => set({ below })}
              />
            </>
          )}
          {shown.draw === 'area' && (
            <>
              filled
              <PhraseChoice
                label="Down to where the area is filled"
                value={shown.fill}
                options={[
                  { value: 'zero', name: 'to zero' },
                  { value: 'axis', name: 'to the foot of its cell' },
                ]}
                onCommit={(fill) => set({ fill })}
              />
              at
              <PhraseNumber
                label="Strength of the area, per cent"
                value={Math.round((shown.fillOpacity ?? OPACITIES.area) * 100)}
                className="w-8"
                onCommit={(share) => set({ fillOpacity: share === null ? null : share / 100 })}
              />
              %
            </>
          )}
          {shown.draw === 'win / loss' && !alone && (
            <>
              by the sign of
              <PhraseChoice
                label="What wins or loses"
                value={shown.sign}
                options={[
                  { value: 'value', name: 'the value' },
                  { value: 'previous', name: 'its change on the previous one' },
                  { value: 'year', name: 'its change on the year before' },
                ]}
                onCommit={(sign) => set({ sign })}
              />
            </>
          )}
        </div>
        <DataWords spark={spark} column={shown} table={table} isRow={alone} set={set} />
        {shown.draw !== 'win / loss' && <ScaleWords spark={spark} column={shown} set={set} />}
        {!alone && (
          <p className={sentence}>
            Headed
            <PhraseText
              label="Header of the sparklines"
              value={column.title ?? ''}
              placeholder="what it shows, and its scale"
              className="w-44"
              onCommit={(title) => set({ title: title.trim() === '' ? null : title.trim() })}
            />
            in cells
            <PhraseNumber
              label="Width of the cells in millimetres"
              value={column.width}
              className="w-10"
              onCommit={(width) => set({ width: width ?? column.width })}
            />
            mm wide; their values are
            <YesNo
              label="Source columns"
              value={column.source === 'shown'}
              yes="beside them"
              no="tucked away"
              onCommit={(sources) => run('spark.showSource', { spark: spark.id, columns: [column.id], shown: sources })}
            />
          </p>
        )}
        {!alone && <Looks spark={spark} column={column} />}
        <Exceptions spark={spark} column={column} records={data.records} />
      </div>
    </div>
  );
}
