import { pointsOf } from '../../../core/figure/emphasis-points.ts';
import { placeWriter } from '../../../core/figure/fields.ts';
import { resolveFigure } from '../../../core/figure/panels/resolve.ts';
import { type DressedEmphasis, Emphasis, newEmphasis } from '../../../core/mark/emphasis.ts';
import { partsBetween } from '../../../core/named/parts.ts';
import { EMPHASISED } from '../../../core/style/vocabulary.ts';
import { run } from '../../state/store.ts';
import { storedLine } from '../../state/stored.ts';
import { useLocale } from '../../state/style.ts';
import { CellFace, type CellProps, type FaceProps, many } from './cell.tsx';
import { EmphasisSentences, EmphasisTick } from './EmphasisRule.tsx';
import { EMPHASIS_NAMES, MarkerSample } from './samples.tsx';

const MOST_LISTED = 24;

/** How many points an emphasis holds for, and which. */
function Held({ figure, table, line, style, emphasis }: CellProps & { emphasis: DressedEmphasis }) {
  const locale = useLocale();
  const resolved = resolveFigure(figure, table, style);
  const held = resolved.panels.list.flatMap(({ drawn: plot }) =>
    plot.lines.flatMap((own) => (own.line.id === line.id ? [{ own, points: pointsOf(plot, own, emphasis) }] : [])),
  );
  const [first] = held;
  if (!first) return null;
  const { own: found, points } = first;
  if (held.length > 1) {
    const all = held.reduce((sum, one) => sum + one.points.length, 0);
    return (
      <p className="text-[13px] leading-5 text-quiet">
        {all} {all === 1 ? 'point' : 'points'} in {held.length} panels.
      </p>
    );
  }
  const place = placeWriter(resolved, locale);
  const listed = points.slice(0, MOST_LISTED).map((index) => place(found.at(index)));
  const more = points.length > MOST_LISTED ? ` and ${points.length - MOST_LISTED} more` : '';
  return (
    <p className="text-[13px] leading-5 text-quiet">
      {points.length === 0
        ? 'No point.'
        : `${points.length} ${points.length === 1 ? 'point' : 'points'}: ${listed.join(', ')}${more}.`}
    </p>
  );
}

/** The emphases of a line, as shapes and words. */
export function EmphasisFace({ line, name, isOpen, onToggle }: FaceProps) {
  const words = line.emphasis.map(({ of }) => EMPHASIS_NAMES[of]).join(', ') || 'none';
  return (
    <CellFace label={`Emphasis of ${name}: ${words}`} isOpen={isOpen} onToggle={onToggle}>
      {line.emphasis.length === 0 ? (
        <span className="text-quiet">none</span>
      ) : (
        <>
          {line.emphasis.map(
            (rule) =>
              rule.shape !== 'none' && (
                <MarkerSample
                  key={rule.of}
                  shape={rule.shape}
                  filled={rule.filled}
                  colour={rule.colour ?? line.colour}
                />
              ),
          )}
          <span className="truncate">{words}</span>
        </>
      )}
    </CellFace>
  );
}

/** Which points are emphasised, each kind with its sentences. */
export function EmphasisWords(props: CellProps) {
  const { figure, line, name, targets } = props;
  const target = { figure: figure.id, lines: targets };
  const kept = storedLine(figure, line);
  const levels = figure.marks
    .filter((mark) => mark.kind === 'level')
    .sort((a, b) => Number(b.axis === line.axis) - Number(a.axis === line.axis));
  const rules = EMPHASISED.map((of) => ({
    of,
    rule: line.emphasis.find((one) => one.of === of),
    stored: kept.emphasis.find((one) => one.of === of),
    name,
    levels,
    set: (emphasis: Emphasis) => {
      const before = kept.emphasis.find((one) => one.of === of) ?? newEmphasis(of);
      return run('figure.emphasise', { ...target, of, set: partsBetween(Emphasis, before, emphasis) });
    },
    drop: () => run('figure.dropEmphasis', { ...target, of }),
  }));
  return (
    <>
      {many(props)}
      <div className="flex flex-wrap gap-x-5">
        {rules.map((rule) => (
          <EmphasisTick key={rule.of} {...rule} />
        ))}
      </div>
      <ul className="columns-[21rem] gap-8">
        {rules.map(
          ({ rule, ...rest }) =>
            rule && (
              <li key={rest.of} className="break-inside-avoid border-t border-rule py-1">
                <b className="font-semibold">{EMPHASIS_NAMES[rest.of]}</b>
                <EmphasisSentences {...rest} rule={rule} colour={line.colour} style={props.style}>
                  <Held {...props} emphasis={rule} />
                </EmphasisSentences>
              </li>
            ),
        )}
      </ul>
    </>
  );
}
