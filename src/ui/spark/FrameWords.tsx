import { useMemo } from 'react';
import { suggestedRowHeight } from '../../core/spark/banking.ts';
import { saySparkFacts } from '../../core/spark/facts.ts';
import type { ResolvedSparkTable } from '../../core/spark/resolve.ts';
import type { DressedSparkTable } from '../../core/spark/spec.ts';
import { rowsForFacts } from '../../core/spark/words.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Joined, sentence, YesNo } from '../controls/words.tsx';
import { RichField } from '../dock/RichField.tsx';
import { run } from '../state/store.ts';
import { useLocale } from '../state/style.ts';

/** Rows that a field can be chosen for. */
const MOST_ROWS = 200;

const FIELDS = [
  { key: 'title', name: 'Title', hint: 'What the rows show, in a sentence' },
  { key: 'subtitle', name: 'Subtitle', hint: 'Of what, and when' },
  { key: 'source', name: 'Source', hint: 'Where the data is from' },
] as const;

/** Heights, rules and tints of a spark table. */
export function FrameWords({ spark, resolved }: { spark: DressedSparkTable; resolved: ResolvedSparkTable }) {
  const setHeight = (rowHeight: number) => run('spark.setRowHeight', { spark: spark.id, rowHeight });
  const suggested = suggestedRowHeight(resolved);
  return (
    <div className="px-4 py-3">
      <p className={sentence}>
        Rows
        <PhraseNumber
          label="Height of the rows in millimetres"
          value={spark.rowHeight}
          className="w-12"
          onCommit={(value) => setHeight(value ?? spark.rowHeight)}
        />
        mm high
        {suggested !== null && suggested !== spark.rowHeight && (
          <button type="button" className="phrase" onClick={() => setHeight(suggested)}>
            make them {suggested} mm, for slopes of about 45°
          </button>
        )}
        {suggested === spark.rowHeight && <span className="text-quiet">(slopes of about 45°)</span>}
      </p>
      <p className={sentence}>
        Rules
        <Joined by=",">
          <PhraseChoice
            label="Rules between the rows"
            value={spark.frame.rules}
            options={[
              { value: 'rows', name: 'below every row' },
              { value: 'fives', name: 'below every fifth row' },
              { value: 'groups', name: 'between groups only' },
              { value: 'none', name: 'nowhere' },
            ]}
            onCommit={(rules) => run('spark.setFrame', { spark: spark.id, rules })}
          />
        </Joined>
        every second row
        <YesNo
          label="Tint of every second row"
          value={spark.frame.zebra}
          yes="on a tint"
          no="like the others"
          onCommit={(zebra) => run('spark.setFrame', { spark: spark.id, zebra })}
        />
      </p>
    </div>
  );
}

/** Title, subtitle and source of a spark table, with facts of its rows. */
export function SparkWords({ spark, resolved }: { spark: DressedSparkTable; resolved: ResolvedSparkTable }) {
  const locale = useLocale();
  const facts = useMemo(
    () => ({ say: saySparkFacts(resolved, locale), lines: rowsForFacts(resolved).slice(0, MOST_ROWS) }),
    [resolved, locale],
  );
  return (
    <div className="flex max-w-5xl flex-col gap-1.5 px-4 py-3">
      {FIELDS.map(({ key, name, hint }) => (
        <div key={key} className="grid grid-cols-[7rem_1fr]">
          <span className="pt-1 text-quiet">{name}</span>
          <RichField
            label={name}
            facts={facts}
            value={spark.words[key]}
            placeholder={hint}
            className={key === 'title' ? 'font-semibold' : ''}
            onCommit={(words) => run('item.setWords', { item: spark.id, words: { [key]: words } })}
          />
        </div>
      ))}
      <p className="grid grid-cols-[7rem_1fr]">
        <span className="pt-1 text-quiet">Name in the list</span>
        <PhraseText
          label="Name in the list"
          value={spark.name}
          className="w-80"
          onCommit={(text) => run('item.rename', { item: spark.id, name: text.trim() })}
        />
      </p>
    </div>
  );
}
