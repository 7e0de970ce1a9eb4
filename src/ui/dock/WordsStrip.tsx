import type { FigureSpec } from '../../core/figure/spec.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { run } from '../state/store.ts';

const FIELDS = [
  { key: 'title', name: 'Title', hint: 'What the data does, in a sentence' },
  { key: 'subtitle', name: 'Subtitle', hint: 'What is shown, in which unit, over which time' },
  { key: 'source', name: 'Source', hint: 'Where the data is from' },
] as const;

/** Title, subtitle and source of the figure, and its name in the report. */
export function WordsStrip({ figure }: { figure: FigureSpec }) {
  return (
    <div className="grid max-w-5xl grid-cols-[7rem_1fr] items-start gap-x-3 gap-y-1.5 px-4 py-3">
      {FIELDS.map(({ key, name, hint }) => (
        <div key={key} className="contents">
          <span className="pt-1">{name}</span>
          <PhraseText
            label={name}
            rows={1}
            live
            value={figure.words[key]}
            placeholder={hint}
            className={key === 'title' ? 'font-semibold' : ''}
            onCommit={(text) => run('figure.setWords', { figure: figure.id, words: { [key]: text } })}
          />
        </div>
      ))}
      <span className="pt-1">Name in the list</span>
      <PhraseText
        label="Name in the list"
        value={figure.name}
        className="w-80"
        onCommit={(text) => run('figure.rename', { figure: figure.id, name: text.trim() })}
      />
    </div>
  );
}
