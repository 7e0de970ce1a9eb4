import { type NamePlace, namePlaceOf, namePlaces } from '../../../core/figure/name-places.ts';
import type { DressedFigure } from '../../../core/figure/spec.ts';
import { PhraseChoice } from '../../controls/Choice.tsx';
import { run } from '../../state/store.ts';

type BoxPlace = Exclude<NamePlace, 'lines' | 'nowhere'>;

const BOX_NAMES: Record<BoxPlace, string> = {
  'top left': 'at the top left',
  'top right': 'at the top right',
  'bottom left': 'at the bottom left',
  'bottom right': 'at the bottom right',
  above: 'above',
  below: 'below',
  outside: 'beside the plot',
};

const KIND_NAMES = { lines: 'at their lines', box: 'in a box', none: 'nowhere' } as const;
type Kind = keyof typeof KIND_NAMES;

const kindOf = (place: NamePlace): Kind => (place === 'lines' ? 'lines' : place === 'nowhere' ? 'none' : 'box');
const isBox = (place: NamePlace): place is BoxPlace => kindOf(place) === 'box';

/** How lines are named, at themselves or in a box; nothing to choose where the names of panels say it. */
export function NamesWords({ figure }: { figure: DressedFigure }) {
  const places = namePlaces(figure);
  const place = namePlaceOf(figure);
  if (place === null) return <span className="text-quiet">Each panel is named; its line needs no other name.</span>;
  const boxes = places.filter(isBox);
  const kinds = (['lines', 'box', 'none'] as const).filter((kind) => places.some((one) => kindOf(one) === kind));
  const [firstBox] = boxes;
  const set = (kind: Kind, box?: BoxPlace) => run('figure.setNames', { figure: figure.id, kind, ...(box && { box }) });
  return (
    <>
      Names
      <PhraseChoice
        label="How lines are named"
        value={kindOf(place)}
        options={kinds.map((kind) => ({ value: kind, name: KIND_NAMES[kind] }))}
        onCommit={(kind) =>
          set(kind, kind === 'box' ? (boxes.find((box) => box === figure.names.box) ?? firstBox) : undefined)
        }
      />
      {isBox(place) && (
        <PhraseChoice
          label="Position of the box of names"
          value={place}
          options={boxes.map((box) => ({ value: box, name: BOX_NAMES[box] }))}
          onCommit={(box) => set('box', box)}
        />
      )}
    </>
  );
}
