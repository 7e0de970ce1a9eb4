import { useEffect, useMemo } from 'react';
import { describeFigure } from '../../core/figure/describe.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import { sayLeftOut, suggestTitles } from '../../core/figure/suggest.ts';
import { writtenFor } from '../../core/figure/written.ts';
import { isSame } from '../../core/named/same.ts';
import type { Table } from '../../core/table/column.ts';
import { sentenceIn } from '../../core/text/fact-ref.ts';
import type { Words } from '../../core/text/rich.ts';
import type { Written } from '../../core/text/written.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { useView } from '../report/view.ts';
import { run } from '../state/store.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { FigureWords } from './FigureWords.tsx';

const FIELDS = [
  { key: 'title', name: 'Title', hint: 'What the data does, in a sentence' },
  { key: 'subtitle', name: 'Subtitle', hint: 'What is shown, in which unit, over which time' },
  { key: 'source', name: 'Source', hint: 'Where the data is from' },
] as const;

/** Title, subtitle and source of the figure, its description, and its name in the report. */
export function WordsStrip({ figure, table }: { figure: DressedFigure; table: Table }) {
  const style = useStyle();
  const locale = useLocale();
  const { suggested, leftOut, described, writtenNow } = useMemo(() => {
    const resolved = resolveFigure(figure, table, style);
    return {
      suggested: suggestTitles(resolved, locale),
      leftOut: sayLeftOut(resolved, locale),
      described: describeFigure(resolved, locale),
      writtenNow: (words: Words) => writtenFor(resolved, words, locale),
    };
  }, [figure, table, style, locale]);
  const set = (words: Partial<DressedFigure['words']>, written: Record<string, Written | null> = {}) =>
    run('item.setWords', { item: figure.id, words, written });
  // What is shown of a sentence goes with the list of them.
  useEffect(() => () => useView.setState({ pointed: null }), []);
  return (
    <div className="grid max-w-5xl grid-cols-[7rem_1fr] items-start gap-x-3 gap-y-1.5 px-4 py-2.5">
      {FIELDS.map(({ key, name, hint }) => (
        <div key={key} className="contents">
          <span className="pt-0.5">{name}</span>
          <span className="flex flex-col" data-words-of={key}>
            <FigureWords
              label={name}
              sentence={sentenceIn(key)}
              figure={figure}
              value={figure.words[key]}
              placeholder={hint}
              className={key === 'title' ? 'font-semibold' : ''}
              onTyping={(words, now) => ({ words: { ...now.words, [key]: words } })}
              onCommit={(words, written) => set({ [key]: words }, { [key]: written })}
            />
            {key === 'title' && suggested.length > 0 && (
              <span className="flex flex-col items-start text-[13px] text-quiet">
                The data say:
                {suggested.map(({ text, fact, points }) => {
                  const words: Words = [{ fact, part: 'spoken' }];
                  const show = () => useView.setState({ pointed: points });
                  const hide = () => useView.setState({ pointed: null });
                  return (
                    <button
                      key={text}
                      type="button"
                      className="phrase !font-normal text-left aria-pressed:!font-semibold aria-pressed:text-primary"
                      aria-pressed={isSame(words, figure.words.title)}
                      onMouseEnter={show}
                      onMouseLeave={hide}
                      onFocus={show}
                      onBlur={hide}
                      onClick={() => set({ title: words })}
                    >
                      {text}
                    </button>
                  );
                })}
                {leftOut && <span>{leftOut}.</span>}
              </span>
            )}
          </span>
        </div>
      ))}
      <span className="pt-1">In words</span>
      <span className="flex flex-col">
        <PhraseText
          label="Description for readers who do not see the figure"
          rows={1}
          value={figure.description ?? described}
          onCommit={(text) =>
            run('figure.describe', {
              figure: figure.id,
              description: text.trim() === '' || text === described ? null : text,
              written: writtenNow(text),
            })
          }
        />
        <span className="text-[13px] text-quiet">
          {figure.description === null ? (
            'Follows the data until you change it.'
          ) : (
            <>
              Your own words.{' '}
              <button
                type="button"
                className="phrase !font-normal"
                onClick={() => run('figure.describe', { figure: figure.id, description: null })}
              >
                Follow the data again
              </button>
            </>
          )}
        </span>
      </span>
      <span className="pt-1">Name in the list</span>
      <PhraseText
        label="Name in the list"
        value={figure.name}
        className="w-80"
        onCommit={(text) => run('item.rename', { item: figure.id, name: text.trim() })}
      />
    </div>
  );
}
