import { pagesOf } from '../../core/document/geometry.ts';
import { PageSettings } from '../../core/document/manuscript.ts';
import { partsBetween } from '../../core/named/parts.ts';
import { setByHand } from '../../core/style/by-house.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { Joined, sentence, YesNo } from '../controls/words.tsx';
import { run, useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';
import { MarginWords, PaperWords } from '../style/PaperWords.tsx';

/** How the pages of this report are set where it says otherwise than its house, and by whom it is written. */
export function PagesStrip() {
  const manuscript = useReport((state) => state.report.manuscript);
  const style = useStyle();
  const pages = pagesOf(manuscript.pages, style);
  const byHand = setByHand(PageSettings, manuscript.pages, 'manuscript');
  const set = (change: Partial<PageSettings>): string | null => {
    const parts = partsBetween(PageSettings, manuscript.pages, { ...manuscript.pages, ...change });
    return parts.length > 0 ? run('manuscript.setPages', { set: parts }) : null;
  };
  return (
    <div className="flex flex-col gap-1 px-4 py-2.5">
      <p className={sentence}>
        Pages are
        <PaperWords paper={pages.paper} onCommit={(paper) => set({ paper })} />
        in
        <Joined by=";">
          <PhraseChoice
            label="Columns of the text"
            value={String(pages.columns)}
            options={[
              { value: '1', name: 'one column' },
              { value: '2', name: 'two columns' },
            ]}
            onCommit={(columns) => set({ columns: columns === '2' ? 2 : 1 })}
          />
        </Joined>
        headings
        <YesNo
          label="Numbers of headings"
          value={pages.numbered}
          yes="have numbers."
          no="have no numbers."
          onCommit={(numbered) => set({ numbered })}
        />
      </p>
      <MarginWords margins={pages.margins} onCommit={(margins) => set({ margins })} />
      <p className={sentence}>
        Written by
        <PhraseText
          label="Author"
          value={manuscript.author}
          placeholder="no author"
          className="w-56"
          onCommit={(author) => run('manuscript.setAuthor', { author: author.trim() })}
        />
        {byHand.length > 0 && (
          <button
            type="button"
            className="phrase"
            onClick={() =>
              run('manuscript.setPages', { set: byHand.map(({ path, follow }) => ({ path: [...path], to: follow })) })
            }
          >
            reset to the house style
          </button>
        )}
      </p>
    </div>
  );
}
