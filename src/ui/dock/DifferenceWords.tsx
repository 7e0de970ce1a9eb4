import type { DifferenceEnd, DressedMarkOf } from '../../core/figure/marks.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { PhraseAcross } from '../controls/PhraseAcross.tsx';
import { Joined } from '../controls/words.tsx';
import type { MarkProps } from './mark-props.ts';

const AS: Record<DressedMarkOf<'difference'>['as'], string> = {
  auto: 'as suits the measure',
  amount: 'in their unit',
  percent: 'in per cent',
  times: 'as how many times as much',
};

interface EndProps {
  /** "from" or "to" */
  which: 'from' | 'to';
  end: DifferenceEnd;
  /** the other end stands at a line, so that this one can stand at a level or a value */
  isFree: boolean;
  figure: DressedFigure;
  table: Table;
  across: MarkProps<'difference'>['across'];
  set(end: DifferenceEnd): string | null;
}

/** What one end of a difference stands at. */
function EndWords({ which, end, isFree, figure, table, across, set }: EndProps) {
  const value = 'line' in end ? `line ${end.line}` : 'level' in end ? `level ${end.level}` : 'value';
  const levels = isFree ? figure.marks.filter(({ kind }) => kind === 'level') : [];
  const choose = (chosen: string) => {
    if (chosen === 'value') return set({ value: 0, axis: 'left' });
    if (chosen.startsWith('level ')) return set({ level: chosen.slice(6) });
    return set({ line: chosen.slice(5), place: 'line' in end ? end.place : { kind: 'last' } });
  };
  return (
    <>
      <PhraseChoice
        label={`What the difference runs ${which}`}
        value={value}
        options={[
          ...figure.lines.map(({ id, name, column }) => ({
            value: `line ${id}`,
            name: name ?? readTitle(columnOf(table, column)?.title ?? column).name,
          })),
          ...levels.map(({ id, name }) => ({ value: `level ${id}`, name: name || 'the level' })),
          ...(isFree ? [{ value: 'value', name: 'a value' }] : []),
        ]}
        onCommit={choose}
      />
      {'value' in end && (
        <PhraseNumber
          label={`Value the difference runs ${which}`}
          value={end.value}
          className="w-14"
          onCommit={(to) => set({ ...end, value: to ?? 0 })}
        />
      )}
      {'line' in end && (
        <>
          <PhraseChoice
            label={`Where the difference runs ${which}`}
            value={end.place.kind}
            options={[
              { value: 'first', name: 'at its first value' },
              { value: 'last', name: 'at its last finished value' },
              { value: 'at', name: 'at' },
            ]}
            onCommit={(kind) => {
              const first = across?.cells.find((cell) => cell !== null);
              return set({ ...end, place: kind === 'at' ? { kind, at: first ?? 0 } : { kind } });
            }}
          />
          {end.place.kind === 'at' && across && (
            <PhraseAcross
              label={`Place the difference runs ${which}`}
              column={across}
              value={end.place.at}
              onCommit={(at) => set({ ...end, place: { kind: 'at', at: at ?? 0 } })}
            />
          )}
        </>
      )}
    </>
  );
}

/** A difference as a sentence: its ends, how it is said and how it is drawn. */
export function DifferenceWords({ figure, table, across, mark, set }: MarkProps<'difference'>) {
  const shared = { figure, table, across };
  return (
    <>
      from
      <EndWords
        {...shared}
        which="from"
        end={mark.from}
        isFree={'line' in mark.to}
        set={(from) => set({ ...mark, from })}
      />
      to
      <Joined by=",">
        <EndWords
          {...shared}
          which="to"
          end={mark.to}
          isFree={'line' in mark.from}
          set={(to) => set({ ...mark, to })}
        />
      </Joined>
      said
      <Joined by=",">
        <PhraseChoice
          label="How the difference is said"
          value={mark.as}
          options={(Object.keys(AS) as DressedMarkOf<'difference'>['as'][]).map((value) => ({
            value,
            name: AS[value],
          }))}
          onCommit={(as) => set({ ...mark, as })}
        />
      </Joined>
      drawn as
      <PhraseChoice
        label="How the difference is drawn"
        value={mark.drawn}
        options={[
          { value: 'bracket', name: 'a bracket' },
          { value: 'arrow', name: 'an arrow' },
        ]}
        onCommit={(drawn) => set({ ...mark, drawn })}
      />
    </>
  );
}
