import { useMemo, useState } from 'react';
import { partsBetween } from '../../core/named/parts.ts';
import { Refusal } from '../../core/refusal.ts';
import type { TableItem } from '../../core/report/report.ts';
import { calculate } from '../../core/table/calc/calculate.ts';
import { Calculation, type Rule } from '../../core/table/calc/calculation.ts';
import { draftRule, freeKey, mainColumn, measuresOf, RULE_KINDS, titleOfRule } from '../../core/table/calc/draft.ts';
import { sayRule } from '../../core/table/calc/say.ts';
import { chooseAcross } from '../../core/table/choose.ts';
import type { Column, Table } from '../../core/table/column.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { writerOf } from '../grid/cells.ts';
import { run } from '../state/store.ts';
import { RuleSentence } from './RuleSentence.tsx';

const LOCALE = localeOf(LOCALES[0]);

interface CalculateStripProps {
  item: TableItem;
  table: Table;
  chosen: readonly string[];
  /** key of the column in which the cursor stands */
  current: string | undefined;
  onMade(key: string): void;
}

/** What the values of a rule begin and end with, or why it cannot be calculated. */
function preview(table: Table, rule: Rule): { column: Column } | { error: string } {
  try {
    return { column: calculate(table, { key: 'preview', title: 'preview', rule }) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { error: error.message };
  }
}

function lastValues(column: Column): string {
  const { write } = writerOf(column);
  const rows = column.cells.flatMap((cell, row) => (cell === null ? [] : [row]));
  const missing = column.cells.length - rows.length;
  if (rows.length === 0) return 'No row has a value.';
  const shown = rows.slice(-4).map(write).join(', ');
  return `Last values: ${shown}${missing > 0 ? `; ${missing.toLocaleString('en-GB')} missing` : ''}.`;
}

/** New columns by calculations, as sentences; and those there are. */
export function CalculateStrip({ item, table, chosen, current, onMade }: CalculateStripProps) {
  const measures = measuresOf(table);
  const preferred = measures.find(({ key }) => key === current)?.key ?? measures[0]?.key;
  const [draft, setDraft] = useState<{ rule: Rule; title: string | null } | null>(null);
  const rule = useMemo(
    () => draft?.rule ?? (preferred === undefined ? null : draftRule('change', table, preferred)),
    [draft, preferred, table],
  );
  const outcome = useMemo(() => (rule ? preview(table, rule) : null), [table, rule]);
  if (!rule || !outcome)
    return <p className="px-4 py-3 text-quiet">This table has no number column to calculate with.</p>;
  const dated = chooseAcross(table)?.kind === 'date';
  const title = draft?.title ?? titleOfRule(rule, table);
  const add = () => {
    const key = freeKey(table, title);
    if (run('table.calculate', { table: item.id, calculation: { key, title, rule } }) !== null) return;
    setDraft(null);
    onMade(key);
  };
  return (
    <div className="flex flex-col gap-2 px-4 py-3">
      <p className="leading-7">
        New column:{' '}
        <PhraseChoice
          label="What is calculated"
          value={rule.kind}
          options={RULE_KINDS.filter(({ needsDates }) => dated || !needsDates).map(({ kind, name }) => ({
            value: kind,
            name,
          }))}
          onCommit={(kind) =>
            setDraft({ rule: draftRule(kind, table, mainColumn(rule) ?? preferred ?? ''), title: draft?.title ?? null })
          }
        />
        <RuleSentence
          rule={rule}
          table={table}
          chosen={chosen}
          onChange={(next) => setDraft({ rule: next, title: draft?.title ?? null })}
        />
        , headed{' '}
        <PhraseText
          label="Title of the new column"
          value={title}
          onCommit={(text) => {
            setDraft({ rule, title: text.trim() || null });
            return null;
          }}
        />
        <button type="button" className="btn btn-sm btn-primary ml-2" disabled={'error' in outcome} onClick={add}>
          Add the column
        </button>
      </p>
      <p className="text-[13px] text-quiet" role="status">
        {'error' in outcome ? outcome.error : `${sayRule(rule, table, LOCALE)} ${lastValues(outcome.column)}`}
      </p>
      {item.calculations.length > 0 && (
        <ul aria-label="Calculated columns" className="flex flex-col gap-1 border-t border-rule pt-2">
          {item.calculations.map((calculation) => {
            const place = table.columns.findIndex(({ key }) => key === calculation.key);
            // A rule reads the columns before its own.
            const before = { ...table, columns: table.columns.slice(0, Math.max(0, place)) };
            return (
              <li key={calculation.key} className="leading-7">
                <b className="font-semibold">{calculation.title}</b>:{' '}
                {RULE_KINDS.find(({ kind }) => kind === calculation.rule.kind)?.name}{' '}
                <RuleSentence
                  rule={calculation.rule}
                  table={before}
                  chosen={chosen}
                  onChange={(next) =>
                    run('table.setCalculation', {
                      table: item.id,
                      calculation: calculation.key,
                      set: partsBetween(Calculation, calculation, { ...calculation, rule: next }),
                    })
                  }
                />
                <button
                  type="button"
                  className="phrase !font-normal text-quiet"
                  onClick={() => run('table.removeColumns', { table: item.id, columns: [calculation.key] })}
                >
                  remove
                </button>
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}
