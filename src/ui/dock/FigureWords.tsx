import { useMemo } from 'react';
import { saidAs } from '../../core/fact/messages.ts';
import { factInParts, sayFactsOf, sentencesOf } from '../../core/figure/facts.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import { writtenFor } from '../../core/figure/written.ts';

import { type Column, columnOf } from '../../core/table/column.ts';
import { readTyped } from '../../core/table/edit.ts';
import { periodNumber } from '../../core/table/periods.ts';
import type { SentencePart } from '../../core/text/fact-ref.ts';
import type { Locale } from '../../core/text/locale.ts';
import type { Words } from '../../core/text/rich.ts';
import type { Written } from '../../core/text/written.ts';
import { useView } from '../report/view.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { useTableCalled } from '../state/tables.ts';
import type { RichEditorProps } from './RichEditor.tsx';
import { RichField } from './RichField.tsx';
import type { Facts } from './RichTools.tsx';

const NOTHING: Facts = { say: () => '–', lines: [], sentencesOf: () => [], inParts: () => null };

/** What can be said of the lines of a figure, as words that follow its data. */
function factsOf(
  figure: ResolvedFigure | null,
  across: Column | undefined,
  locale: Locale,
  sentence: SentencePart,
): Facts {
  if (!figure) return NOTHING;
  return {
    say: sayFactsOf(figure, locale),
    // A line that runs through several panels has no one value to tell.
    lines: figure.lines
      .filter(({ line }, _, all) => all.filter((other) => other.line.id === line.id).length === 1)
      .map(({ line, name }) => ({ id: line.id, name })),
    sentencesOf: (line) => sentencesOf(figure, line, locale, saidAs(sentence)),
    sentence,
    inParts: (fact, part) => factInParts(figure, fact, locale, saidAs(part)),
    ...(across?.kind === 'date' && {
      placeOf: (text: string) => {
        const typed = readTyped(across, text);
        if (typeof typed !== 'number') return null;
        // Any day of a period means the period.
        const period = periodNumber(typed, across.interval);
        return (
          across.cells.find((cell) => typeof cell === 'number' && periodNumber(cell, across.interval) === period) ??
          null
        );
      },
    }),
  };
}

interface FigureWordsProps extends Omit<RichEditorProps, 'facts' | 'onCommit' | 'onTyping'> {
  figure: DressedFigure;
  /** in which form sentences stand in them */
  sentence?: SentencePart;
  /** what of the figure the sheet shows otherwise while they are typed */
  onTyping?(words: Words, now: DressedFigure): Partial<DressedFigure>;
  /** takes the new words, and for which data they were written where they are by hand */
  onCommit(words: Words, written: Written | null): string | null;
}

/** Words of a figure, with facts of its lines. */
export function FigureWords({ figure, sentence = 'sentence', onCommit, onTyping, ...props }: FigureWordsProps) {
  const style = useStyle();
  const locale = useLocale();
  const loaded = useTableCalled(figure.table);
  const table = 'table' in loaded ? loaded.table : null;
  const resolved = useMemo(() => (table ? resolveFigure(figure, table, style) : null), [figure, table, style]);
  const facts = useMemo(
    () => factsOf(resolved, table ? columnOf(table, figure.across) : undefined, locale, sentence),
    [resolved, table, figure.across, locale, sentence],
  );
  return (
    <RichField
      {...props}
      facts={facts}
      onTyping={(words) => {
        const isShown = words !== null && onTyping !== undefined;
        const change = (now: DressedFigure) => ({ ...now, ...(isShown && onTyping(words, now)) });
        useView.setState({ typed: isShown ? { item: figure.id, change } : null });
      }}
      onCommit={(words) => onCommit(words, resolved ? writtenFor(resolved, words, locale) : null)}
    />
  );
}
