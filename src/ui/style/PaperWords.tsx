import { type Margins, type Paper, sidesOf } from '../../core/style/pages.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { Joined, same, sentence, YesNo } from '../controls/words.tsx';
import { Amount } from './Amount.tsx';

const PAPERS = [...same(['A4', 'A5', 'Letter'] as const), { value: 'own' as const, name: 'of a size of their own' }];

/** “A4”, or a size in millimetres, as words of a sentence. */
export function PaperWords({ paper, onCommit }: { paper: Paper; onCommit(paper: Paper): string | null }) {
  const own = typeof paper === 'string' ? null : paper;
  return (
    <>
      <PhraseChoice
        label="Paper of pages"
        value={typeof paper === 'string' ? paper : 'own'}
        options={PAPERS}
        onCommit={(chosen) => onCommit(chosen === 'own' ? sidesOf(paper) : chosen)}
      />
      {own && (
        <>
          <Amount
            label="Width of pages, millimetres"
            value={own.width}
            onCommit={(width) => onCommit({ ...own, width })}
          />
          by
          <Amount
            label="Height of pages, millimetres"
            value={own.height}
            unit="mm"
            onCommit={(height) => onCommit({ ...own, height })}
          />
        </>
      )}
    </>
  );
}

/** The margins of pages, as a sentence. */
export function MarginWords({ margins, onCommit }: { margins: Margins; onCommit(margins: Margins): string | null }) {
  const margin = (side: 'top' | 'bottom' | 'inner' | 'outer') => (
    <Amount
      label={`Margin of pages, ${side}, millimetres`}
      value={margins[side]}
      onCommit={(to) => onCommit({ ...margins, [side]: to })}
    />
  );
  return (
    <p className={sentence}>
      Margins: top
      <Joined by=",">{margin('top')}</Joined>
      bottom
      <Joined by=",">{margin('bottom')}</Joined>
      inner
      <Joined by=",">{margin('inner')}</Joined>
      outer
      <Joined by=",">{margin('outer')} mm</Joined>
      <YesNo
        label="Margins of facing pages"
        value={margins.mirrored}
        yes="mirrored on facing pages."
        no="the same on all pages."
        onCommit={(mirrored) => onCommit({ ...margins, mirrored })}
      />
    </p>
  );
}
