import { placesFor } from '../../core/figure/draft-calendar.ts';
import type { DressedMarkOf } from '../../core/figure/marks.ts';
import { figuresOf, tableIn, tablesOf } from '../../core/report/report.ts';
import { PATTERNS } from '../../core/style/vocabulary.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Joined, same } from '../controls/words.tsx';
import { useReport } from '../state/store.ts';
import { useTableCalled } from '../state/tables.ts';
import { layCalendar, layOnOthers } from './calendars.ts';
import type { MarkProps } from './mark-props.ts';

/** Which table a calendar is of, how its rows are drawn, and on which other figures it can be laid. */
export function CalendarWords({ figure, mark, across, set }: MarkProps<'calendar'>) {
  const report = useReport((state) => state.report);
  const item = tableIn(report, mark.table);
  const loaded = useTableCalled(mark.table);
  if (!across) return null;
  const table = 'table' in loaded ? loaded.table : { columns: [] };
  const places = placesFor(table, across.kind).map(({ key, title }) => ({ value: key, name: title }));
  const texts = table.columns
    .filter(({ kind }) => kind === 'text')
    .map(({ key, title }) => ({ value: key, name: title }));
  const change = (part: Partial<DressedMarkOf<'calendar'>>) => set({ ...mark, ...part });
  const others = figuresOf(report).filter(
    ({ id, marks }) => id !== figure.id && !marks.some((own) => own.kind === 'calendar' && own.table === mark.table),
  );
  const turnTo = async (id: string) => {
    const other = tableIn(report, id);
    if (other && id !== mark.table) await layCalendar(figure.id, other, across.kind, mark.id);
  };
  return (
    <>
      of
      <PhraseChoice
        label="Table of the calendar"
        value={mark.table}
        options={[
          ...(item ? [] : [{ value: mark.table, name: 'a table that is gone' }]),
          ...tablesOf(report).map(({ id, name }) => ({ value: id, name })),
        ]}
        onCommit={(id) => void turnTo(id)}
      />
      <Joined by=":">
        {others.length > 0 && (
          <PhraseChoice
            label="Add the calendar to other figures"
            isMenu
            value=""
            options={[
              { value: '', name: 'on this figure' },
              { value: 'all', name: 'on all figures with such an axis' },
              ...others.map(({ id, name }) => ({ value: id, name: `on ${name}, too` })),
            ]}
            onCommit={(chosen) => void layOn(chosen)}
          />
        )}
      </Joined>
      its rows begin at
      <Joined by=",">
        <PhraseChoice
          label="Where rows of the calendar begin"
          value={mark.from}
          options={places}
          onCommit={(from) => change({ from })}
        />
      </Joined>
      end at
      <PhraseChoice
        label="Where rows of the calendar end"
        value={mark.to ?? ''}
        options={[{ value: '', name: 'the same place' }, ...places.filter(({ value }) => value !== mark.from)]}
        onCommit={(to) => change({ to: to || null })}
      />
      and are named by
      <Joined by=",">
        <PhraseChoice
          label="What rows of the calendar are named by"
          value={mark.named ?? ''}
          options={[{ value: '', name: 'nothing' }, ...texts]}
          onCommit={(named) => change({ named: named || null })}
        />
      </Joined>
      strokes
      <PhraseNumber
        label="Stroke weight of the calendar, points"
        value={mark.weight}
        className="w-10"
        onCommit={(weight) => change({ weight: weight ?? mark.weight })}
      />
      pt in
      <PhraseChoice
        label="Pattern of the calendar"
        value={mark.pattern}
        options={same(PATTERNS)}
        onCommit={(pattern) => change({ pattern })}
      />
      {mark.to !== null && (
        <>
          , bands
          <PhraseNumber
            label="Strength of the calendar’s bands, per cent"
            value={Math.round(mark.opacity * 100)}
            className="w-10"
            onCommit={(percent) => change({ opacity: (percent ?? 14) / 100 })}
          />
          <span>% strong,</span>
        </>
      )}
    </>
  );

  async function layOn(chosen: string) {
    const wanted = others.filter(({ id }) => chosen === 'all' || id === chosen);
    if (across) await layOnOthers(wanted, figure.id, mark.id, across.kind);
  }
}
