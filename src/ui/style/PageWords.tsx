import type { OwnStyle } from '../../core/report/report.ts';
import { PAGE_FIELDS, type PageLine, sidesOf } from '../../core/style/pages.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { Joined, sentence, YesNo } from '../controls/words.tsx';
import { Amount } from './Amount.tsx';
import { MarginWords, PaperWords } from './PaperWords.tsx';
import { putIn } from './put.ts';

const setPages = putIn('pages');

/** Points a millimetre has in the sketch of two pages. */
const SCALE = 0.32;

/** Two facing pages as they are laid out: text, columns, head and foot. */
function PageSketch({ pages }: { pages: OwnStyle['pages'] }) {
  const { width, height } = sidesOf(pages.paper);
  const { margins, columns, gap } = pages;
  const side = (isRight: boolean) => {
    const left = margins.mirrored && !isRight ? margins.outer : margins.inner;
    const text = Math.max(4, width - margins.inner - margins.outer);
    const column = columns === 1 ? text : Math.max(2, (text - gap) / 2);
    const tall = Math.max(4, height - margins.top - margins.bottom);
    return (
      <g>
        <rect width={width} height={height} fill="#fff" stroke="#dcd5cb" strokeWidth={1} />
        {Array.from({ length: columns }, (_, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other name
          <rect key={at} x={left + at * (column + gap)} y={margins.top} width={column} height={tall} fill="#e7e0e9" />
        ))}
        <rect x={left} y={Math.max(2, margins.top / 2)} width={text} height={1.5} fill="#6e6574" />
        <rect x={left + text / 2 - 5} y={height - margins.bottom / 2} width={10} height={1.5} fill="#6e6574" />
      </g>
    );
  };
  return (
    <svg
      role="img"
      aria-label="Two pages as they are laid out"
      width={(2 * width + 8) * SCALE}
      height={(height + 2) * SCALE}
      viewBox={`-1 -1 ${2 * width + 10} ${height + 2}`}
    >
      {side(false)}
      <g transform={`translate(${width + 6} 0)`}>{side(true)}</g>
    </svg>
  );
}

/** Paper, margins, columns, head and foot of pages. */
export function PageWords({ style }: { style: OwnStyle }) {
  const { pages } = style;
  const line = (at: 'head' | 'foot', where: keyof PageLine) => (
    <PhraseText
      atOnce
      label={`${at === 'head' ? 'Head' : 'Foot'} of pages, ${where}`}
      value={pages[at][where]}
      placeholder="nothing"
      className="w-32"
      onCommit={(text) => setPages({ [at]: { ...pages[at], [where]: text } })}
    />
  );
  return (
    <>
      <p className={sentence}>
        Pages are
        <PaperWords paper={pages.paper} onCommit={(paper) => setPages({ paper })} />
        with text in
        <YesNo
          label="Columns of pages"
          value={pages.columns === 1}
          yes="one column"
          no="two columns"
          onCommit={(one) => setPages({ columns: one ? 1 : 2 })}
        />
        {pages.columns === 2 && (
          <>
            <Amount
              label="Room between columns, millimetres"
              value={pages.gap}
              unit="mm"
              onCommit={(gap) => setPages({ gap })}
            />{' '}
            apart
          </>
        )}
      </p>
      <MarginWords margins={pages.margins} onCommit={(margins) => setPages({ margins })} />
      <p className={sentence}>
        At the head: left
        <Joined by=",">{line('head', 'left')}</Joined>
        middle
        <Joined by=",">{line('head', 'middle')}</Joined>
        right
        <Joined by=";">{line('head', 'right')}</Joined>
        <YesNo
          label="Head of the first page"
          value={pages.firstHead}
          yes="the first page has it too."
          no="not on the first page."
          onCommit={(firstHead) => setPages({ firstHead })}
        />
      </p>
      <p className={sentence}>
        At the foot: left
        <Joined by=",">{line('foot', 'left')}</Joined>
        middle
        <Joined by=",">{line('foot', 'middle')}</Joined>
        right
        <Joined by=".">{line('foot', 'right')}</Joined>
        <span className="text-quiet">Between braces: {PAGE_FIELDS.map((field) => `{${field}}`).join(' ')}</span>
      </p>
      <p className={sentence}>
        Headings
        <YesNo
          label="Numbers of headings"
          value={pages.numbered}
          yes="have numbers;"
          no="have no numbers;"
          onCommit={(numbered) => setPages({ numbered })}
        />
        captions are
        <YesNo
          label="Place of captions on pages"
          value={pages.captions === 'below'}
          yes="below;"
          no="above;"
          onCommit={(below) => setPages({ captions: below ? 'below' : 'above' })}
        />
        lines are
        <YesNo
          label="Ends of lines"
          value={pages.justified}
          yes="justified,"
          no="ragged right,"
          onCommit={(justified) => setPages({ justified })}
        />
        words
        <YesNo
          label="Hyphenation"
          value={pages.hyphenated}
          yes="hyphenated,"
          no="not hyphenated,"
          onCommit={(hyphenated) => setPages({ hyphenated })}
        />
        <Joined by=".">
          <Amount
            label="Line spacing, in type sizes"
            value={pages.lines}
            unit="sizes apart"
            onCommit={(lines) => setPages({ lines })}
          />
        </Joined>
      </p>
      <PageSketch pages={pages} />
    </>
  );
}
