import { useMemo } from 'react';
import { drawFigure } from '../../core/figure/draw.ts';
import type { OwnStyle } from '../../core/report/report.ts';
import { toSvg } from '../../core/scene/svg.ts';
import { drawSparkTable } from '../../core/spark/layout.ts';
import { houseLocale } from '../../core/text/house-locale.ts';
import { useNear, useWhenIdle } from '../controls/near.ts';
import { useLettersLoaded } from '../letters/wanted.ts';
import { DrawnScene } from './DrawnScene.tsx';
import type { Shown, Specimen } from './specimen.ts';

const WIDTH = 480;

/** A thing as a style sets it, and how many of its labels find no place. */
function drawn({ item, table, beside }: Shown, style: OwnStyle, id: Specimen['report']['locale']) {
  const locale = houseLocale(id, style);
  if (item.type === 'spark') return { scene: drawSparkTable(item, table, style, locale), unplaced: 0 };
  const layout = drawFigure(item, table, style, locale, beside);
  return { scene: layout.scene, unplaced: layout.unplaced.length };
}

const labels = (count: number) => `${count} label${count === 1 ? '' : 's'}`;

interface PairProps {
  thing: Shown;
  before: OwnStyle;
  after: OwnStyle;
  locale: Specimen['report']['locale'];
}

/** A thing before and after; drawn once it is near to what is seen, or its turn has come. */
function Pair({ isDue, ...props }: PairProps & { isDue: boolean }) {
  const [element, isNear] = useNear<HTMLLIElement>();
  const { item } = props.thing;
  const frame = item.type === 'figure' ? item.frame : { width: 3, height: 1 };
  return (
    <li ref={element} className="border-t border-rule py-3">
      {isDue || isNear ? (
        <DrawnPair {...props} />
      ) : (
        <div style={{ height: (WIDTH * frame.height) / frame.width + 28 }} />
      )}
    </li>
  );
}

function DrawnPair({ thing, before, after, locale }: PairProps) {
  const letters = useLettersLoaded();
  // biome-ignore lint/correctness/useExhaustiveDependencies: letters that were loaded are measured anew
  const [was, is] = useMemo(
    () => [drawn(thing, before, locale), drawn(thing, after, locale)],
    [thing, before, after, locale, letters],
  );
  const more = is.unplaced - was.unplaced;
  const isAlike = useMemo(() => toSvg(was.scene) === toSvg(is.scene), [was, is]);
  return (
    <>
      <p className="mb-1.5 flex items-baseline gap-2">
        <b className="min-w-0 truncate font-semibold">{thing.item.name}</b>
        {isAlike && <span className="text-quiet">stays as it is</span>}
        {more > 0 && <span className="text-error">{labels(more)} no longer fit</span>}
        {more < 0 && <span className="text-quiet">{labels(-more)} more fit</span>}
      </p>
      <div className="flex gap-3">
        {[was, is].map(({ scene }, index) => (
          <div
            key={index === 0 ? 'before' : 'after'}
            className="self-start bg-white shadow-[0_1px_4px_rgba(60,45,30,0.14)]"
          >
            <DrawnScene scene={scene} width={WIDTH} label={`${thing.item.name} ${index === 0 ? 'before' : 'after'}`} />
          </div>
        ))}
      </div>
    </>
  );
}

interface LayOnProps {
  specimen: Specimen;
  before: OwnStyle;
  after: OwnStyle;
  onDone(): void;
  onCancel(): void;
}

/** Everything of a report before and after a style is laid on it, before that is done. */
export function LayOn({ specimen, before, after, onDone, onCancel }: LayOnProps) {
  const { report, things } = specimen;
  const turn = useWhenIdle(things.length);
  const left = report.items.filter(({ type }) => type === 'figure' || type === 'spark').length - things.length;
  return (
    <section aria-label="Before and after" className="p-6">
      <h2 className="font-serif text-lg font-semibold">
        “{after.name}” on “{report.title}”
      </h2>
      <p className="my-2 flex flex-wrap items-baseline gap-3">
        <button type="button" className="btn btn-sm btn-primary" onClick={onDone}>
          Apply it
        </button>
        <button type="button" className="btn btn-sm" onClick={onCancel}>
          Leave it as it is
        </button>
        <span className="text-quiet">Before on the left, after on the right. It can be undone in the report.</span>
      </p>
      {left > 0 && <p className="text-quiet">{left} with large tables are not shown; they change too.</p>}
      <ul>
        {things.map((thing, index) => (
          <Pair
            key={thing.item.id}
            isDue={index < turn}
            thing={thing}
            before={before}
            after={after}
            locale={report.locale}
          />
        ))}
      </ul>
    </section>
  );
}
