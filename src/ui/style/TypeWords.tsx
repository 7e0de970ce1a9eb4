import type { OwnStyle } from '../../core/report/report.ts';
import { listed } from '../../core/table/words.ts';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Joined, sentence, YesNo } from '../controls/words.tsx';
import { FamilyWords } from './FamilyWords.tsx';
import { putIn } from './put.ts';

/** What is set in a size. */
const SAID = {
  title: 'titles',
  subtitle: 'subtitles',
  label: 'labels',
  source: 'sources',
  name: 'names',
  value: 'values',
  text: 'text',
  caption: 'captions',
} as const;

const setSize = putIn('sizes');
const setBold = putIn('bold');

/** The type sizes of a style, in points. */
export function TypeWords({ style }: { style: OwnStyle }) {
  const { sizes, bold } = style;
  const size = (key: keyof OwnStyle['sizes'], said: string, automatic?: string) => (
    <>
      <PhraseNumber
        label={`Size of ${said}, points`}
        value={sizes[key]}
        {...(automatic !== undefined && { automatic })}
        className="field-sizing-content min-w-7"
        onCommit={(chosen) => (chosen === null && automatic === undefined ? null : setSize({ [key]: chosen }))}
      />
      {sizes[key] === null ? '' : 'pt'}
    </>
  );
  const weight = (key: keyof OwnStyle['bold'], said: string) => (
    <YesNo
      label={`Weight of ${said}`}
      value={bold[key]}
      yes="semibold"
      no="regular"
      onCommit={(chosen) => setBold({ [key]: chosen })}
    />
  );
  const small = (['title', 'subtitle', 'label', 'source', 'name', 'value', 'text', 'caption'] as const).filter(
    (key) => (sizes[key] ?? sizes.label) < sizes.least,
  );
  return (
    <>
      <FamilyWords style={style} />
      <p className={sentence}>
        Titles
        {size('title', 'titles')}
        <Joined by=";">{weight('title', 'titles')}</Joined>
        subtitles
        {size('subtitle', 'subtitles')}
        <Joined by=";">{weight('subtitle', 'subtitles')}</Joined>
        sources
        {size('source', 'sources')}
        <Joined by=".">{weight('source', 'sources')}</Joined>
      </p>
      <p className={sentence}>
        Labels of axes
        {size('label', 'labels')}
        <Joined by=";">{weight('label', 'labels')}</Joined>
        names at lines
        {size('name', 'names', 'as labels')}
        <Joined by=";">{weight('name', 'names')}</Joined>
        values at points
        {size('value', 'values', 'as labels')}
        <Joined by=".">{weight('value', 'values')}</Joined>
      </p>
      <p className={sentence}>
        On pages, text
        <Joined by=";">{size('text', 'text')}</Joined>
        headings {size('heading1', 'headings of the first level')}, {size('heading2', 'headings of the second level')}{' '}
        and
        {size('heading3', 'headings of the third level')}
        <Joined by=";">{weight('heading', 'headings')}</Joined>
        captions
        {size('caption', 'captions')}
        <Joined by=".">{weight('caption', 'captions')}</Joined>
      </p>
      <p className={sentence}>
        No type is smaller than
        <Joined by=".">{size('least', 'the smallest type')}</Joined>
        {small.length > 0 && <span className="text-error">Smaller here: {listed(small.map((key) => SAID[key]))}.</span>}
      </p>
    </>
  );
}
