import { pointsOf } from '../../../core/figure/emphasis-points.ts';
import { placeWriter } from '../../../core/figure/fields.ts';
import { resolveFigure } from '../../../core/figure/panels/resolve.ts';
import { EMPHASISED, type Emphasis } from '../../../core/mark/emphasis.ts';
import { localeOf } from '../../../core/text/locale.ts';
import { Popover } from '../../controls/Popover.tsx';
import { run, useReport } from '../../state/store.ts';
import type { CellProps } from './cell.tsx';
import { EmphasisRule } from './EmphasisRule.tsx';
import { EMPHASIS_NAMES, MarkerSample } from './samples.tsx';

const MOST_LISTED = 24;

/** How many points an emphasis holds for, and which. */
function Held({ figure, table, line, emphasis }: CellProps & { emphasis: Emphasis }) {
  const locale = localeOf(useReport((state) => state.report.locale));
  const resolved = resolveFigure(figure, table);
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

/** The emphases of a line, as shapes and words; with the sentences of each. */
export function EmphasisCell(props: CellProps) {
  const { figure, line, name, targets } = props;
  const target = { figure: figure.id, lines: targets };
  const levels = figure.marks.filter((mark) => mark.kind === 'level');
  const words = line.emphasis.map(({ of }) => EMPHASIS_NAMES[of]).join(', ') || 'none';
  return (
    <Popover
      label={`Emphasis of ${name}: ${words}`}
      className="flex min-h-7 max-w-full items-center gap-1.5 overflow-hidden rounded px-1 text-left hover:bg-base-200"
      width="w-[27rem]"
      face={
        line.emphasis.length === 0 ? (
          <span className="text-quiet">none</span>
        ) : (
          line.emphasis.map((rule) => (
            <span key={rule.of} className="inline-flex items-center whitespace-nowrap">
              {rule.shape !== 'none' && (
                <MarkerSample shape={rule.shape} filled={rule.filled} colour={rule.colour ?? line.colour} />
              )}
              {EMPHASIS_NAMES[rule.of]}
            </span>
          ))
        )
      }
    >
      {targets.length > 1 && <p className="text-[13px] text-quiet">For the {targets.length} chosen lines.</p>}
      <ul>
        {EMPHASISED.map((of) => (
          <EmphasisRule
            key={of}
            of={of}
            rule={line.emphasis.find((rule) => rule.of === of)}
            name={name}
            colour={line.colour}
            style={props.style}
            levels={levels}
            set={(emphasis) => run('figure.emphasise', { ...target, emphasis })}
            drop={() => run('figure.dropEmphasis', { ...target, of })}
          >
            {line.emphasis.map((rule) => rule.of === of && <Held key={of} {...props} emphasis={rule} />)}
          </EmphasisRule>
        ))}
      </ul>
    </Popover>
  );
}
