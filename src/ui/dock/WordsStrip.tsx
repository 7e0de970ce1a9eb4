import { useMemo } from 'react';
import { describeFigure } from '../../core/figure/describe.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { suggestTitles } from '../../core/figure/suggest.ts';
import type { Table } from '../../core/table/column.ts';
import { localeOf } from '../../core/text/locale.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { run, useReport } from '../state/store.ts';
import { FigureWords } from './FigureWords.tsx';

const FIELDS = [
  { key: 'title', name: 'Title', hint: 'What the data does, in a sentence' },
  { key: 'subtitle', name: 'Subtitle', hint: 'What is shown, in which unit, over which time' },
  { key: 'source', name: 'Source', hint: 'Where the data is from' },
] as const;

/** Title, subtitle and source of the figure, its description, and its name in the report. */
export function WordsStrip({ figure, table }: { figure: FigureSpec; table: Table }) {
  const locale = localeOf(useReport((state) => state.report.locale));
  const { suggested, described } = useMemo(() => {
    const resolved = resolveFigure(figure, table);
    return { suggested: suggestTitles(resolved, locale), described: describeFigure(resolved, locale) };
  }, [figure, table, locale]);
  const set = (words: Partial<FigureSpec['words']>) => run('item.setWords', { item: figure.id, words });
  return (
    <div className="grid max-w-5xl grid-cols-[7rem_1fr] items-start gap-x-3 gap-y-1.5 px-4 py-2.5">
      {FIELDS.map(({ key, name, hint }) => (
        <div key={key} className="contents">
          <span className="pt-0.5">{name}</span>
          <span className="flex flex-col">
            <FigureWords
              label={name}
              figure={figure}
              value={figure.words[key]}
              placeholder={hint}
              className={key === 'title' ? 'font-semibold' : ''}
              onCommit={(words) => set({ [key]: words })}
            />
            {key === 'title' && suggested.length > 0 && (
              <span className="flex flex-wrap gap-x-3 text-[13px] text-quiet">
                The data say:
                {suggested.map((sentence) => (
                  <button
                    key={sentence}
                    type="button"
                    className="phrase !font-normal text-left"
                    aria-pressed={sentence === figure.words.title}
                    onClick={() => set({ title: sentence })}
                  >
                    {sentence}
                  </button>
                ))}
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
