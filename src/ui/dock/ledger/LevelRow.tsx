import type { DressedMarkOf } from '../../../core/figure/marks.ts';
import { resolveFigure } from '../../../core/figure/panels/resolve.ts';
import type { DressedFigure } from '../../../core/figure/spec.ts';
import { emphasised } from '../../../core/mark/emphasis.ts';
import type { HouseStyle } from '../../../core/style/style.ts';
import { columnOf, type Table } from '../../../core/table/column.ts';
import { PhraseChoice } from '../../controls/Choice.tsx';
import { isMarked, markBelow } from '../../report/levels.ts';
import { openPart, useView } from '../../report/view.ts';
import { setMark } from '../../state/marks.ts';
import { useStyle } from '../../state/style.ts';
import { StrokeSample } from './samples.tsx';

interface LevelRowProps {
  figure: DressedFigure;
  table: Table;
  level: DressedMarkOf<'level'>;
}

/** How many finished points of the first line of its axis lie below a level. */
function below(figure: DressedFigure, table: Table, style: HouseStyle, level: DressedMarkOf<'level'>): string {
  const resolved = resolveFigure(figure, table, style);
  const line = resolved.lines.find((candidate) => candidate.line.axis === level.axis);
  const at = resolved.levels.get(level.id);
  if (!line || at === undefined) return '—';
  const values = line.values.slice(0, line.unfinished);
  const found = emphasised(values, 'below', 'all', (index) => (typeof at === 'number' ? at : (at[index] ?? null)));
  const { across } = resolved;
  const noun = across.kind === 'date' ? across.interval : 'point';
  return `${noun}s of ${line.name} below: ${found.length}`;
}

/** A level among the lines; it is set in the strip of levels and notes. */
export function LevelRow({ figure, table, level }: LevelRowProps) {
  const style = useStyle();
  const part = useView((view) => view.part);
  const name = level.name || 'level';
  const source = typeof level.at === 'number' ? `level ${level.at}` : (columnOf(table, level.at)?.title ?? level.at);
  return (
    <tr className={`border-b border-rule ${part === `mark:${level.id}` ? 'bg-chosen' : ''}`}>
      <td colSpan={2} />
      <td className="py-0.5">
        <button
          type="button"
          className="phrase"
          style={{ color: `color-mix(in oklab, ${level.colour} 55%, var(--color-base-content))` }}
          onClick={() => openPart(`mark:${level.id}`)}
        >
          {name}
        </button>
      </td>
      <td className="truncate text-quiet max-xl:hidden">{source}</td>
      <td>
        <PhraseChoice
          label={`Axis of ${name}`}
          value={level.axis}
          options={[
            { value: 'left', name: 'left' },
            { value: 'right', name: 'right' },
          ]}
          onCommit={(axis) => setMark(figure.id, level, { ...level, axis })}
        />
      </td>
      <td>
        <span className="flex items-center gap-1.5 px-1">
          <StrokeSample colour={level.colour} weight={level.weight} pattern={level.pattern} />
          <span className="whitespace-nowrap">{level.weight} pt</span>
        </span>
      </td>
      <td className="px-1 text-quiet">—</td>
      <td className="px-1">
        {level.named === 'none' ? 'no name' : level.named === 'auto' ? 'its name' : `name at ${level.named}`}
      </td>
      <td className="truncate px-1">
        <button
          type="button"
          className="phrase !font-normal"
          title="Mark them, or remove their marks"
          aria-pressed={isMarked(figure, level)}
          onClick={() => markBelow(figure, level)}
        >
          {below(figure, table, style, level)}
        </button>
      </td>
      <td className="px-1 text-quiet">—</td>
      <td className="pr-3 text-right">
        <input
          type="checkbox"
          className="toggle toggle-xs toggle-primary"
          aria-label={`Show ${name}`}
          checked={level.shown}
          onChange={(event) => setMark(figure.id, level, { ...level, shown: event.target.checked })}
        />
      </td>
    </tr>
  );
}
