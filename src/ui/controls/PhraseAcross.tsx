import type { Column } from '../../core/table/column.ts';
import { readTyped } from '../../core/table/edit.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { formatPeriod } from '../../core/time/format.ts';
import { PhraseText } from './Phrase.tsx';

const LOCALE = localeOf(LOCALES[0]);

interface PhraseAcrossProps {
  label: string;
  /** the column that runs across */
  column: Column;
  /** a date in ms UTC, a number, or a category; null where a side is open */
  value: number | string | null;
  /** what an emptied field stands for; without it a value must be given */
  open?: string;
  onCommit(value: number | string | null): string | null;
}

/** A place along the axis across, typed as a date, a number or a category. */
export function PhraseAcross({ label, column, value, open, onCommit }: PhraseAcrossProps) {
  const written =
    value === null
      ? ''
      : typeof value === 'number' && column.kind === 'date'
        ? formatPeriod(value, column.interval, LOCALE)
        : String(value);
  return (
    <PhraseText
      label={label}
      value={written}
      placeholder={open}
      className="w-28"
      onCommit={(text) => {
        if (text.trim() === '') return open === undefined ? 'Give a place along the axis.' : onCommit(null);
        const read = readTyped(column, text);
        if (column.kind !== 'text' && typeof read !== 'number')
          return `“${text}” is not a ${column.kind === 'date' ? 'date; write it like 2026-03 or 12 Mar 2026' : 'number'}.`;
        if (column.kind === 'text' && !column.cells.includes(read)) return `There is no “${text}” on this axis.`;
        return onCommit(read);
      }}
    />
  );
}
