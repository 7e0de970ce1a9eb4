import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { draftBand, draftEvent, draftLevel, draftNote, draftSpan } from '../../core/figure/draft-marks.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { type Mark, type MarkOf, NAME_PLACES } from '../../core/figure/marks.ts';
import { nameOfPanel } from '../../core/figure/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { PATTERNS } from '../../core/mark/stroke.ts';
import { type Column, columnOf, type Table } from '../../core/table/column.ts';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseChoice, PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { PhraseAcross } from '../controls/PhraseAcross.tsx';
import { same, sentence, YesNo } from '../controls/words.tsx';
import { lineOfPart, openPart, panelOfPart, useView } from '../report/view.ts';
import { setMark } from '../state/marks.ts';
import { run, useReport } from '../state/store.ts';
import { FigureWords } from './FigureWords.tsx';

interface MarksStripProps {
  figure: FigureSpec;
  table: Table;
  layout: FigureLayout;
}

interface MarkProps<Kind extends Mark['kind']> {
  figure: FigureSpec;
  table: Table;
  across: Column | undefined;
  mark: MarkOf<Kind>;
  /** the panels it can stand in; empty where there is one plot */
  panels: readonly { value: string; name: string }[];
  /** takes the place of the mark */
  set(mark: MarkOf<Kind>): string | null;
}

const SIDES = same(['left', 'right'] as const);

type Stroked = Pick<MarkOf<'level'>, 'weight' | 'pattern'>;

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

function LevelWords({ table, mark, set }: MarkProps<'level'>) {
  const name = mark.name || 'level';
  return (
    <>
      stands at
      <PhraseChoice
        label={`What ${name} stands at`}
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
    </>
  );
}

function BandWords({ mark, across, set }: MarkProps<'band'>) {
  const name = mark.name || 'band';
  const { over } = mark;
  return (
    <>
      lies over
      <PhraseChoice
        label={`What ${name} lies over`}
        value={over.kind}
        options={[
          { value: 'values', name: 'values' },
          { value: 'across', name: across?.kind === 'date' ? 'periods' : 'a part of the axis across' },
        ]}
        onCommit={(kind) =>
          set({
            ...mark,
            over: kind === 'values' ? { kind, axis: 'left', from: null, to: null } : { kind, from: null, to: null },
          })
        }
      />
      from
      {over.kind === 'values' ? (
        <>
          <PhraseNumber
            label={`Where ${name} begins`}
            value={over.from}
            automatic="the foot"
            className="w-14"
            onCommit={(from) => set({ ...mark, over: { ...over, from } })}
          />
          to
          <PhraseNumber
            label={`Where ${name} ends`}
            value={over.to}
            automatic="the top"
            className="w-14"
            onCommit={(to) => set({ ...mark, over: { ...over, to } })}
          />
          on the
          <PhraseChoice
            label={`Axis of ${name}`}
            value={over.axis}
            options={SIDES}
            onCommit={(axis) => set({ ...mark, over: { ...over, axis } })}
          />
          axis,
        </>
      ) : (
        across && (
          <>
            <PhraseAcross
              label={`Where ${name} begins`}
              column={across}
              value={over.from}
              open="the start"
              onCommit={(from) => set({ ...mark, over: { ...over, from } })}
            />
            to
            <PhraseAcross
              label={`Where ${name} ends`}
              column={across}
              value={over.to}
              open="the end"
              onCommit={(to) => set({ ...mark, over: { ...over, to } })}
            />
            ,
          </>
        )
      )}
      <PhraseNumber
        label={`Strength of ${name}, percent`}
        value={Math.round(mark.opacity * 100)}
        className="w-10"
        onCommit={(percent) => set({ ...mark, opacity: (percent ?? 14) / 100 })}
      />
      % strong
    </>
  );
}

function EventWords({ mark, across, set }: MarkProps<'event'>) {
  const name = mark.name || 'event';
  return (
    <>
      stands at
      {across && (
        <PhraseAcross
          label={`Where ${name} stands`}
          column={across}
          value={mark.at}
          onCommit={(at) => set({ ...mark, at: at ?? mark.at })}
        />
      )}
      , drawn
      <StrokeWords name={name} mark={mark} set={(change) => set({ ...mark, ...change })} />
    </>
  );
}

function NoteWords({ figure, mark, across, panels, set }: MarkProps<'note'>) {
  return (
    <>
      <FigureWords
        label="Text of the note"
        figure={figure}
        value={mark.text}
        onCommit={(text, written) => set({ ...mark, text, written })}
      />
      at
      {across && (
        <PhraseAcross
          label="Where the note speaks of"
          column={across}
          value={mark.at}
          onCommit={(at) => set({ ...mark, at: at ?? mark.at })}
        />
      )}
      and
      <PhraseNumber
        label="Value the note speaks of"
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
      axis, wrapped to
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

const KIND_NAMES = { level: 'Level', band: 'Band', event: 'Event', note: 'Note' } as const;

function MarkRow({ figure, table, layout, mark }: MarksStripProps & { mark: Mark }) {
  const style = useReport((state) => state.report.style);
  const chosen = useView((view) => view.part === `mark:${mark.id}`);
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (chosen) row.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const across = columnOf(table, figure.across);
  const put = (next: Mark) => setMark(figure.id, mark, next);
  const kind = KIND_NAMES[mark.kind];
  const panels = layout.panels.list.map(({ panel }) => ({ value: panel.key, name: nameOfPanel(panel) }));
  const shared = { figure, table, across, panels };
  return (
    <li
      ref={row}
      data-mark={mark.id}
      className={`${sentence} border-b border-rule px-4 py-0.5 ${chosen ? 'bg-chosen' : ''}`}
      onFocusCapture={() => !chosen && openPart(`mark:${mark.id}`)}
    >
      <span className="w-11 text-quiet">{kind}</span>
      {mark.kind !== 'note' && (
        <PhraseText
          label={`Name of the ${mark.kind}`}
          value={mark.name}
          placeholder="no name"
          className="w-24 font-semibold"
          onCommit={(name) => put({ ...mark, name: name.trim() })}
        />
      )}
      {mark.kind === 'level' && <LevelWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'band' && <BandWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'event' && <EventWords {...shared} mark={mark} set={put} />}
      {mark.kind === 'note' && <NoteWords {...shared} mark={mark} set={put} />}
      in
      <ColourWord
        label={`Colour of ${mark.name || kind}`}
        colour={mark.colour}
        style={style}
        onCommit={(colour) => put({ ...mark, colour })}
      />
      {mark.moved && (
        <button type="button" className="phrase" onClick={() => put({ ...mark, moved: null })}>
          place its words anew
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
  const style = useReport((state) => state.report.style);
  const part = useView((view) => view.part);
  const across = columnOf(table, figure.across);
  const line = figure.lines.find(({ id }) => id === lineOfPart(part)) ?? figure.lines.find(({ shown }) => shown);
  const add = (mark: Mark) => {
    if (run('figure.addMark', { figure: figure.id, mark }) === null) openPart(`mark:${mark.id}`);
  };
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
        <button type="button" className="phrase" onClick={() => add(draftLevel(id(), figure, layout, line))}>
          a level
        </button>
        <button type="button" className="phrase" onClick={() => add(draftBand(id(), layout, style))}>
          a band over values
        </button>
        {across && (
          <>
            <button type="button" className="phrase" onClick={() => add(draftSpan(id(), across, style))}>
              a band over {across.kind === 'date' ? 'periods' : 'the axis across'}
            </button>
            <button type="button" className="phrase" onClick={() => add(draftEvent(id(), across, style))}>
              an event
            </button>
            <button
              type="button"
              className="phrase"
              onClick={() => add(draftNote(id(), across, layout, line, style, panelOfPart(part)))}
            >
              a note
            </button>
          </>
        )}
        <span>Drag them on the sheet, or move them with the arrow keys.</span>
      </p>
    </>
  );
}
