import type { DressedSparkline } from '../../core/spark/spec.ts';
import { SPREADS, type Spread } from '../../core/table/calc/together.ts';
import type { Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { sentence } from '../controls/words.tsx';
import type { SetSparkline } from './setting.ts';

/** Number columns of a table as options of a choice. */
export const measureOptions = (table: Table) =>
  table.columns.flatMap(({ key, title, kind }) =>
    kind === 'number' ? [{ value: key, name: readTitle(title).name }] : [],
  );

/** What stands behind the sparklines. */
export function ReferenceWords({ column, table, set }: { column: DressedSparkline; table: Table; set: SetSparkline }) {
  const { reference } = column;
  const kind =
    typeof reference === 'string'
      ? reference
      : 'value' in reference
        ? 'value'
        : 'column' in reference
          ? 'column'
          : 'years' in reference
            ? 'years'
            : 'deviations';
  const measures = measureOptions(table);
  const first = measures[0]?.value;
  const choose = (chosen: typeof kind) => {
    if (chosen === 'value') return set({ reference: { value: 0 } });
    if (chosen === 'years') return set({ reference: { years: 3, spread: 'lowest to highest' } });
    if (chosen === 'deviations') return set({ reference: { deviations: 1 } });
    if (chosen === 'column') return first === undefined ? null : set({ reference: { column: first } });
    return set({ reference: chosen });
  };
  return (
    <p className={sentence}>
      Behind it
      <PhraseChoice
        label="What is drawn behind the sparklines"
        value={kind}
        options={[
          { value: 'none', name: 'nothing' },
          { value: 'mean', name: 'the mean of the row' },
          { value: 'value', name: 'a value' },
          ...(first === undefined ? [] : [{ value: 'column' as const, name: 'a column of the table' }]),
          { value: 'deviations', name: 'a band around the mean' },
          { value: 'years', name: 'a band of past years' },
        ]}
        onCommit={choose}
      />
      {typeof reference === 'object' && 'value' in reference && (
        <PhraseNumber
          label="Reference value"
          value={reference.value}
          className="w-14"
          onCommit={(value) => set({ reference: { value: value ?? 0 } })}
        />
      )}
      {typeof reference === 'object' && 'column' in reference && (
        <PhraseChoice
          label="Reference column"
          value={reference.column}
          options={measures}
          onCommit={(key) => set({ reference: { column: key } })}
        />
      )}
      {typeof reference === 'object' && 'years' in reference && (
        <>
          ,
          <PhraseChoice
            label="How wide the band of past years is"
            value={reference.spread}
            options={(Object.keys(SPREADS) as Spread[]).map((value) => ({ value, name: value }))}
            onCommit={(spread) => set({ reference: { ...reference, spread } })}
          />
          of the
          <PhraseNumber
            label="Years of the band"
            value={reference.years}
            className="w-10"
            onCommit={(years) => set({ reference: { ...reference, years: years ?? 2 } })}
          />
          years before
        </>
      )}
      {typeof reference === 'object' && 'deviations' in reference && (
        <>
          of
          <PhraseNumber
            label="Standard deviations of the band"
            value={reference.deviations}
            className="w-10"
            onCommit={(value) => set({ reference: { deviations: value ?? 1 } })}
          />
          standard deviations
        </>
      )}
    </p>
  );
}
