import { matrixFor, READERS, type Reader } from '../../core/style/apart.ts';
import { useView } from '../report/view.ts';
import { PhraseChoice } from './Choice.tsx';

const NAMES: Readonly<Record<Reader, string>> = {
  all: 'in colour',
  greyscale: 'in greyscale',
  'no red cones': 'without red cones',
  'no green cones': 'without green cones',
  'no blue cones': 'without blue cones',
};
const OTHERS = READERS.filter((reader) => reader !== 'all');
const idOf = (reader: Reader) => `sight-${reader.replaceAll(' ', '-')}`;

/** The look of an element as the chosen reader sees it. */
export const useSight = (): { filter: string } | undefined => {
  const reader = useView((view) => view.sight);
  return reader === 'all' ? undefined : { filter: `url(#${idOf(reader)})` };
};

/** How the sheet is seen: in colour, in greyscale, or as readers without a kind of cones see it. */
export function Sight() {
  const reader = useView((view) => view.sight);
  return (
    <span className="inline-flex items-baseline gap-x-1 text-[13px] text-quiet">
      <svg width="0" height="0" aria-hidden="true" className="absolute">
        {OTHERS.map((other) => {
          const { values, space } = matrixFor(other);
          return (
            <filter key={other} id={idOf(other)} colorInterpolationFilters={space}>
              <feColorMatrix type="matrix" values={values} />
            </filter>
          );
        })}
      </svg>
      Seen
      <PhraseChoice
        label="How the sheet is seen"
        value={reader}
        options={READERS.map((value) => ({ value, name: NAMES[value] }))}
        onCommit={(sight) => useView.setState({ sight })}
      />
    </span>
  );
}
