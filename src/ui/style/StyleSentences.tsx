import { memo, type ReactNode, useDeferredValue } from 'react';
import type { OwnStyle } from '../../core/report/report.ts';
import type { Locale } from '../../core/text/locale.ts';
import { AxisWords } from './AxisWords.tsx';
import { ColourWords } from './ColourWords.tsx';
import { PointWords, SparklineWords, StrokeWords } from './LineWords.tsx';
import { NumberWords } from './NumberWords.tsx';
import { PageWords } from './PageWords.tsx';
import { SizeWords } from './SizeWords.tsx';
import { TypeWords } from './TypeWords.tsx';

const GROUPS = [
  'Type',
  'Colours',
  'Lines and marks',
  'Axes',
  'Numbers and dates',
  'Sparklines',
  'Sizes',
  'Pages',
] as const;
type GroupName = (typeof GROUPS)[number];
const idOf = (group: GroupName) => group.toLowerCase().replaceAll(' ', '-');

/** The groups of a style, as links to their sentences. */
export const StyleGroups = () => (
  <nav aria-label="In this style" className="p-3">
    <h2 className="px-2 pb-1 text-[13px] font-semibold tracking-wide text-quiet uppercase">In this style</h2>
    <ul>
      {GROUPS.map((group) => (
        <li key={group}>
          <a href={`#${idOf(group)}`} className="block rounded px-2 py-1 hover:bg-base-100">
            {group}
          </a>
        </li>
      ))}
    </ul>
  </nav>
);

/** All that a style says; `plain` is the language of the report beside it. The sheet beside it comes first when it changes. */
export function StyleSentences(props: { style: OwnStyle; plain: Locale }) {
  return <Sentences style={useDeferredValue(props.style)} plain={props.plain} />;
}

const Sentences = memo(function Sentences({ style, plain }: { style: OwnStyle; plain: Locale }) {
  const sentences: Readonly<Record<GroupName, ReactNode>> = {
    Type: <TypeWords style={style} />,
    Colours: <ColourWords style={style} />,
    'Lines and marks': (
      <>
        <StrokeWords style={style} />
        <PointWords style={style} />
      </>
    ),
    Axes: <AxisWords style={style} />,
    'Numbers and dates': <NumberWords style={style} plain={plain} />,
    Sparklines: (
      <>
        <SparklineWords style={style} />
        {style.sparks.length > 0 && (
          <p className="text-quiet">Kept looks: {style.sparks.map(({ name }) => name).join(', ')}.</p>
        )}
      </>
    ),
    Sizes: <SizeWords style={style} />,
    Pages: <PageWords style={style} />,
  };
  return GROUPS.map((group) => (
    <section key={group} aria-labelledby={idOf(group)} className="mb-5">
      <h2 id={idOf(group)} className="scroll-mt-4 font-serif text-lg font-semibold">
        {group}
      </h2>
      {sentences[group]}
    </section>
  ));
});
