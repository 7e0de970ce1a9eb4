import { useEffect, useRef } from 'react';
import { draftBand, draftEvent, draftLevel, draftNote, draftSpan } from '../../core/figure/draft-marks.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { type DressedMark, type DressedMarkOf, MARK_NAMES, type Mark, NAME_PLACES } from '../../core/figure/marks.ts';
import { nameOfPanel } from '../../core/figure/resolve.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import { tablesOf } from '../../core/report/report.ts';
import { chosenColour } from '../../core/style/by-house.ts';
import { PATTERNS } from '../../core/style/vocabulary.ts';
import { columnOf, numberAt, type Table } from '../../core/table/column.ts';
import { numberTyped } from '../../core/table/numbers.ts';
import { readTitle } from '../../core/table/titles.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { PhraseAcross } from '../controls/PhraseAcross.tsx';
import { Joined, same, sentence, YesNo } from '../controls/words.tsx';
import { X } from '../icons.ts';
import { addMark, isMarked, markBelow } from '../report/levels.ts';
import { beginMeasuring, endMeasuring } from '../report/measuring.ts';
import { lineOfPart, openPart, panelOfPart, useView } from '../report/view.ts';
import { setMark } from '../state/marks.ts';
import { run, useReport } from '../state/store.ts';
import { storedLine } from '../state/stored.ts';
import { useStyle } from '../state/style.ts';
import { BandWords } from './BandWords.tsx';
import { CalendarWords } from './CalendarWords.tsx';
import { layCalendar } from './calendars.ts';
import { DifferenceWords } from './DifferenceWords.tsx';
import { FigureWords } from './FigureWords.tsx';
import { type MarkProps, SIDES } from './mark-props.ts';

interface MarksStripProps {
  figure: DressedFigure;
  table: Table;
  layout: FigureLayout;
}

type Stroked = Pick<DressedMarkOf<'level'>, 'weight' | 'pattern'>;

/** Weight and pattern of a mark's stroke. */
function StrokeWords({
  name,
  mark,
  set,
}: {
  name: string;
  mark: Stroked;
  set(change: Partial<Stroked>): string | null;
}) {
  return (
    <>
      <PhraseNumber
        label={`Stroke weight of ${name}, points`}
        value={mark.weight}
        className="w-10"
        onCommit={(weight) => set({ weight: weight ?? mark.weight })}
      />
      pt in
      <PhraseChoice
        label={`Pattern of ${name}`}
        value={mark.pattern}
        options={same(PATTERNS)}
        onCommit={(pattern) => set({ pattern })}
      />
    </>
  );
}

function LevelWords({ figure, table, mark, set }: MarkProps<'level'>) {
  const name = mark.name || 'level';
  return (
    <>
      is at
      <PhraseChoice
        label={`What ${name} is set at`}
        value={typeof mark.at === 'string' ? mark.at : ''}
        options={[
          { value: '', name: 'the value' },
          ...table.columns
            .filter((column) => column.kind === 'number')
            .map(({ key, title }) => ({ value: key, name: `the steps of ${title}` })),
        ]}
        onCommit={(chosen) => set({ ...mark, at: chosen === '' ? 0 : chosen })}
      />
      {typeof mark.at === 'number' && (
        <PhraseNumber
          label={`Value of ${name}`}
          value={mark.at}
          className="w-14"
          onCommit={(at) => set({ ...mark, at: at ?? 0 })}
        />
      )}
      on the
      <PhraseChoice
        label={`Axis of ${name}`}
        value={mark.axis}
        options={SIDES}
        onCommit={(axis) => set({ ...mark, axis })}
      />
      axis, drawn
      <StrokeWords name={name} mark={mark} set={(change) => set({ ...mark, ...change })} />
      with its name
      <PhraseChoice
        label={`Place of the name of ${name}`}
        value={mark.named}
        options={NAME_PLACES.map((value) => ({
          value,
          name: value === 'auto' ? 'where there is room' : value === 'none' ? 'nowhere' : `at the ${value}`,
        }))}
        onCommit={(named) => set({ ...mark, named, moved: null })}
      />
      and what is
      {(['below', 'above'] as const).map((of) => (
        <button
          key={of}
          type="button"
          className="phrase"
          aria-pressed={isMarked(figure, mark, of)}
          onClick={() => markBelow(figure, mark, of)}
        >
          {of} it {isMarked(figure, mark, of) ? 'marked' : 'not marked'}
        </button>
      ))}
    </>
  );
}

function EventWords({ mark, across, set }: MarkProps<'event'>) {
  const name = mark.name || 'event';
  return (
    <>
      is at
      <Joined by=",">
        {across && (
          <PhraseAcross
            label={`Position of ${name}`}
            column={across}
            value={mark.at}
            onCommit={(at) => set({ ...mark, at: at ?? mark.at })}
          />
        )}
      </Joined>
      drawn
      <StrokeWords name={name} mark={mark} set={(change) => set({ ...mark, ...change })} />
    </>
  );
}

function NoteWords({ figure, table, mark, across, panels, set }: MarkProps<'note'>) {
  // A note let go of its line stays where it stood.
  const line = figure.lines.find(({ id }) => typeof mark.value === 'object' && id === mark.value.line);
  const row = across?.cells.indexOf(mark.at) ?? -1;
  const standsAt = numberAt((line && columnOf(table, line.column)?.cells) ?? [], row) ?? 0;
  return (
    <>
      <span data-words-of={`mark:${mark.id}`}>
        <FigureWords
          label="Text of the note"
          figure={figure}
          value={mark.text}
          onTyping={(text, now) => ({
            marks: now.marks.map((one) => (one.id === mark.id && one.kind === 'note' ? { ...one, text } : one)),
          })}
          onCommit={(text, written) => set({ ...mark, text, written })}
        />
      </span>
      at
      {across && (
        <PhraseAcross
          label="Place the note points to"
          column={across}
          value={mark.at}
          onCommit={(at) => set({ ...mark, at: at ?? mark.at })}
        />
      )}
      <PhraseChoice
        label="How high the note stands"
        value={typeof mark.value === 'object' ? mark.value.line : ''}
        options={[
          ...figure.lines.map(({ id, name, column }) => ({
            value: id,
            name: `on ${name ?? readTitle(columnOf(table, column)?.title ?? column).name}`,
          })),
          { value: '', name: 'at the value' },
        ]}
        onCommit={(line) => set({ ...mark, value: line === '' ? standsAt : { line } })}
      />
      <Joined by=",">
        {typeof mark.value === 'number' && (
          <>
            <PhraseNumber
              label="Value the note points to"
              value={mark.value}
              className="w-14"
              onCommit={(value) => set({ ...mark, value: value ?? mark.value })}
            />
            on the
            <PhraseChoice
              label="Axis of the note"
              value={mark.axis}
              options={SIDES}
              onCommit={(axis) => set({ ...mark, axis })}
            />
            axis
          </>
        )}
      </Joined>
      wrapped to
      <PhraseNumber
        label="Width of the note, millimetres"
        value={mark.width}
        className="w-10"
        onCommit={(width) => set({ ...mark, width: width ?? mark.width })}
      />
      mm,
      <YesNo
        label="Leader of the note"
        value={mark.leader}
        yes="with a leader"
        no="without a leader"
        onCommit={(leader) => set({ ...mark, leader })}
      />
      {panels.length > 0 && (
        <>
          , in panel
          <PhraseChoice
            label="Panel of the note"
            value={panels.some(({ value }) => value === mark.panel) ? (mark.panel ?? '') : (panels[0]?.value ?? '')}
            options={panels}
            onCommit={(panel) => set({ ...mark, panel, moved: null })}
          />
        </>
      )}
    </>
  );
}

/** A mark with the name that was typed; of a level, “Target = 95” says its value, too. */
function namedMark(mark: Exclude<DressedMark, DressedMarkOf<'note' | 'calendar'>>, text: string): DressedMark {
  const [, name = '', digits = ''] = /^(.*?)\s*=\s*(\S+)$/.exec(text.trim()) ?? [];
  const at = mark.kind === 'level' && digits !== '' ? numberTyped(digits) : null;
  return mark.kind === 'level' && at !== null ? { ...mark, name, at } : { ...mark, name: text.trim() };
}

function MarkRow({ figure, table, layout, mark }: MarksStripProps & { mark: DressedMark }) {
  const style = useStyle();
  const chosen = useView((view) => view.part === `mark:${mark.id}`);
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (chosen) row.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const across = columnOf(table, figure.across);
  const put = (next: Mark) => setMark(figure.id, mark, next);
  const kind = MARK_NAMES[mark.kind];
  const panels = layout.panels.list.map(({ panel }) => ({ value: panel.key, name: nameOfPanel(panel) }));
  const shared = { figure, table, across, panels };
  return (
    <li
      ref={row}
      data-mark={mark.id}
      className={`${sentence} border-b border-rule px-4 py-0.5 ${chosen ? 'bg-chosen' : ''}`}
      onFocusCapture={() => !chosen && openPart(`mark:${mark.id}`)}
    >
      <span className="min-w-11 text-quiet">{kind}</span>
      {mark.kind !== 'note' && mark.kind !== 'calendar' && (
        <span data-words-of={`mark:${mark.id}`}>
          <PhraseText
            label={`Name of the ${mark.kind}`}
            value={mark.name}
            placeholder={mark.kind === 'level' ? 'name, or name = value' : 'no name'}
            className="min-w-24 max-w-72 font-semibold [field-sizing:content]"
            onCommit={(text) => put(namedMark(mark, text))}
          />
        </span>
      )}
      {mark.kind === 'level' && <LevelWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'band' && <BandWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'event' && <EventWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'note' && <NoteWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'calendar' && <CalendarWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'difference' && <DifferenceWords {...shared} mark={mark} set={put} />}
      in
      <ColourWord
        label={`Colour of ${mark.name || kind}`}
        colour={mark.colour}
        style={style}
        onCommit={(colour) => put({ ...mark, colour: chosenColour(style, colour) })}
      />
      {mark.moved && (
        <button type="button" className="phrase" onClick={() => put({ ...mark, moved: null })}>
          reposition its words
        </button>
      )}
      <span className="ml-auto flex items-center gap-1">
        <input
          type="checkbox"
          className="toggle toggle-xs toggle-primary"
          aria-label={`Show ${mark.name || kind}`}
          checked={mark.shown}
          onChange={(event) => put({ ...mark, shown: event.target.checked })}
        />
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label={`Remove ${mark.name || kind}`}
          onClick={() => run('figure.removeMarks', { figure: figure.id, marks: [mark.id] })}
        >
          <X size={14} aria-hidden="true" />
        </button>
      </span>
    </li>
  );
}

/** Levels, bands, events and notes of the figure, each a sentence. */
export function MarksStrip({ figure, table, layout }: MarksStripProps) {
  const report = useReport((state) => state.report);
  const tables = tablesOf(report);
  const part = useView((view) => view.part);
  const measuring = useView((view) => view.measuring);
  const across = columnOf(table, figure.across);
  const line = figure.lines.find(({ id }) => id === lineOfPart(part)) ?? figure.lines.find(({ shown }) => shown);
  const add = (mark: Mark) => addMark(figure, mark);
  const id = () => crypto.randomUUID();
  return (
    <>
      <ul>
        {figure.marks.map((mark) => (
          <MarkRow key={mark.id} figure={figure} table={table} layout={layout} mark={mark} />
        ))}
      </ul>
      <p className="flex flex-wrap items-baseline gap-x-2 px-4 py-2 text-quiet">
        Add:
        <button
          type="button"
          className="phrase"
          onClick={() => add(draftLevel(id(), figure, layout, line && storedLine(figure, line)))}
        >
          a level
        </button>
        <button type="button" className="phrase" onClick={() => add(draftBand(id(), layout))}>
          a band over values
        </button>
        {across && (
          <>
            <button type="button" className="phrase" onClick={() => add(draftSpan(id(), across))}>
              a band over {across.kind === 'date' ? 'periods' : 'the axis across'}
            </button>
            <button type="button" className="phrase" onClick={() => add(draftEvent(id(), across))}>
              an event
            </button>
            <button
              type="button"
              className="phrase"
              onClick={() => add(draftNote(id(), across, layout, line, { panel: panelOfPart(part) }))}
            >
              a note
            </button>
          </>
        )}
        {across && (
          <PhraseChoice
            label="Add a table to the figure as a calendar"
            isMenu
            value=""
            options={[
              { value: '', name: 'a calendar' },
              ...tables.map((item) => ({ value: item.id, name: `of ${item.name}` })),
            ]}
            onCommit={(chosen) => {
              const item = tables.find((candidate) => candidate.id === chosen);
              if (item) void layCalendar(figure.id, item, across.kind);
            }}
          />
        )}
        <button type="button" className="phrase" aria-pressed={measuring !== null} onClick={beginMeasuring}>
          a difference
        </button>
        {measuring ? (
          <span role="status" className="font-semibold text-primary">
            {measuring.from ? 'Now click the other point.' : 'Click a point on the sheet, and then another.'}{' '}
            <button type="button" className="phrase" onClick={endMeasuring}>
              cancel
            </button>
          </span>
        ) : (
          <span>Drag them on the sheet, or move them with the arrow keys.</span>
        )}
      </p>
    </>
  );
}
