import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { splitColumns } from '../../core/figure/panels/draft.ts';
import type { DressedPanels, Panels, Split } from '../../core/figure/panels/spec.ts';
import { nameOfPanel, type ResolvedFigure } from '../../core/figure/resolve.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import type { Table } from '../../core/table/column.ts';
import { SUMMARY_NAMES, summaryOfParts } from '../../core/table/shape/draft.ts';
import { readTitle } from '../../core/table/titles.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Joined, sentence } from '../controls/words.tsx';
import { joinPanels, setPanels, splitFigure } from '../report/panels.ts';
import { panelOfPart, useView } from '../report/view.ts';
import { useStyle } from '../state/style.ts';
import { ColourSentence, type SetProps, WithoutSentence } from './PanelSentences.tsx';

interface PanelsStripProps {
  figure: DressedFigure;
  table: Table;
  resolved: ResolvedFigure;
  layout: FigureLayout;
}

/** What a figure can be split by, with the value that stands for it in a choice. */
interface Choice {
  value: string;
  name: string;
  split: Split;
}

const LINES = ' lines';
const tokenOf = (split: Split) => (split.kind === 'lines' ? LINES : split.column);

function choicesFor(figure: DressedFigure, table: Table): Choice[] {
  const used = [figure.panels?.by, figure.panels?.down].flatMap((split) =>
    split?.kind === 'category' ? [split.column] : [],
  );
  const fit = splitColumns(table, figure.across);
  const also = table.columns.filter((column) => used.includes(column.key) && !fit.includes(column));
  const columns = [...fit, ...also].map(
    ({ key, title }): Choice => ({ value: key, name: readTitle(title).name, split: { kind: 'category', column: key } }),
  );
  return figure.lines.length > 1 || used.length < 2
    ? [...columns, { value: LINES, name: 'line', split: { kind: 'lines' } }]
    : columns;
}

/** Ways to split a figure that has one plot. */
function SplitWords({ figure, table }: Pick<PanelsStripProps, 'figure' | 'table'>) {
  const choices = choicesFor(figure, table).filter(({ value }) => value !== LINES || figure.lines.length > 1);
  const [first, second] = choices.filter(({ value }) => value !== LINES);
  return (
    <div className="px-4 py-2.5">
      <p className={sentence}>
        {choices.length === 0 ? (
          <span className="text-quiet">
            One plot. It can be split if its table has a column of repeating names, or if it has several lines.
          </span>
        ) : (
          'One plot for all. Split it into panels, one for each'
        )}
        {choices.map(({ value, name, split }) => (
          <button key={value} type="button" className="phrase" onClick={() => splitFigure(figure, table, split)}>
            {name}
          </button>
        ))}
        {first && second && (
          <>
            or in a grid of
            <button
              type="button"
              className="phrase"
              onClick={() => splitFigure(figure, table, first.split, second.split)}
            >
              {first.name} and {second.name}
            </button>
          </>
        )}
      </p>
    </div>
  );
}

const ORDERS = [
  { value: 'table', name: 'in the order of the table' },
  { value: 'name', name: 'by name' },
  { value: 'last', name: 'by their last finished value' },
  { value: 'change', name: 'by their change from first to last' },
] as const;

/** What runs in which direction, and in which order. */
function SplitSentence({ figure, table, panels, layout }: SetProps & Pick<PanelsStripProps, 'table' | 'layout'>) {
  const choices = choicesFor(figure, table);
  const set = (change: Partial<Panels>) => setPanels(figure, change);
  const find = (value: string) => choices.find((choice) => choice.value === value)?.split;
  const { by, down, order } = panels;
  const isTable = order.by === 'table';
  const others = choices.filter(({ value }) => value !== tokenOf(by));
  return (
    <p className={sentence}>
      A panel for each
      <PhraseChoice
        label="What there is a panel for"
        value={tokenOf(by)}
        options={choices}
        onCommit={(value) => {
          const split = find(value);
          if (split) set({ by: split });
        }}
      />
      from left to right and
      <PhraseChoice
        label="What runs from top to bottom"
        value={down ? tokenOf(down) : ''}
        options={[
          { value: '', name: 'nothing' },
          ...others.map((choice) => ({ ...choice, name: `each ${choice.name}` })),
        ]}
        onCommit={(value) => set({ down: value === '' ? null : (find(value) ?? null) })}
      />
      from top to bottom,
      {!down && (
        <>
          <PhraseNumber
            label="Panels in a row"
            value={panels.perRow}
            automatic={`${layout.panels.columns}, as they fit,`}
            onCommit={(perRow) => set({ perRow })}
          />
          in a row,
        </>
      )}
      <Joined by=",">
        <PhraseChoice
          label="Order of the panels"
          value={order.by}
          options={ORDERS}
          onCommit={(chosen) => set({ order: { by: chosen, descending: chosen === 'last' || chosen === 'change' } })}
        />
      </Joined>
      <Joined by=".">
        <PhraseChoice
          label="Direction of the order"
          value={order.descending ? 'down' : 'up'}
          options={[
            { value: 'up', name: isTable ? 'as it is' : order.by === 'name' ? 'from A to Z' : 'the lowest first' },
            {
              value: 'down',
              name: isTable ? 'the other way' : order.by === 'name' ? 'from Z to A' : 'the highest first',
            },
          ]}
          onCommit={(chosen) => set({ order: { ...order, descending: chosen === 'down' } })}
        />
      </Joined>
      <button type="button" className="phrase !font-normal" onClick={() => joinPanels(figure)}>
        One plot for all again
      </button>
    </p>
  );
}

/** What panels share as a scale, and the lines behind. */
function ScaleSentence({ figure, panels }: SetProps) {
  const style = useStyle();
  const set = (change: Partial<Panels>) => setPanels(figure, change);
  return (
    <p className={sentence}>
      Values are on
      <PhraseChoice
        label="What shares a scale"
        value={panels.scale}
        options={[
          { value: 'all', name: 'one scale for all panels' },
          { value: 'rows', name: 'one scale for each row' },
          { value: 'panels', name: 'a scale for each panel' },
        ]}
        onCommit={(scale) => set({ scale })}
      />
      {panels.scale === 'panels' ? (
        '.'
      ) : (
        <>
          ; the lines of the others
          <PhraseChoice
            label="Lines of the other panels"
            value={panels.behind === null ? 'out' : 'behind'}
            options={[
              { value: 'out', name: 'are left out.' },
              { value: 'behind', name: 'are drawn behind, in' },
            ]}
            onCommit={(chosen) => set({ behind: chosen === 'out' ? null : { house: 'behind' } })}
          />
          {panels.behind !== null && (
            <ColourWord
              label="Colour of the lines behind"
              colour={panels.behind}
              style={style}
              onCommit={(colour) => set({ behind: colour })}
            />
          )}
        </>
      )}
    </p>
  );
}

/** How a figure is split into panels, what these share and how they are coloured; in sentences. */
export function PanelsStrip({ figure, table, resolved, layout }: PanelsStripProps) {
  const part = useView((view) => view.part);
  const { panels } = figure;
  if (!panels) return <SplitWords figure={figure} table={table} />;
  const { doubled, list } = resolved.panels;
  const chosen = list.find(({ key }) => key === panelOfPart(part));
  const measure = table.columns.find(({ key }) => key === figure.lines.find(({ shown }) => shown)?.column);
  return (
    <div className="flex flex-col gap-1 px-4 py-2.5">
      <SplitSentence figure={figure} panels={panels} table={table} layout={layout} />
      <ScaleSentence figure={figure} panels={panels} />
      <ColourSentence figure={figure} panels={panels} resolved={resolved.panels} />
      {doubled && (
        <p className={sentence}>
          Several rows of one {resolved.across.kind === 'date' ? resolved.across.interval : 'place'} in a panel are
          <Joined by=".">
            <PhraseChoice
              label="What several rows become"
              value={panels.together ?? ''}
              options={[
                {
                  value: '',
                  name: measure
                    ? `${SUMMARY_NAMES[summaryOfParts(table, measure)]}, as suits ${readTitle(measure.title).name}`
                    : SUMMARY_NAMES.sum,
                },
                ...Object.entries(SUMMARY_NAMES).map(([value, name]) => ({ value, name })),
              ]}
              onCommit={(value) =>
                setPanels(figure, { together: value === '' ? null : (value as NonNullable<DressedPanels['together']>) })
              }
            />
          </Joined>
        </p>
      )}
      <WithoutSentence figure={figure} table={table} panels={panels} chosen={chosen} />
      <p className="text-quiet">
        {chosen ? `${nameOfPanel(chosen)} is chosen. ` : ''}Click a panel to choose it;{' '}
        <kbd className="kbd kbd-sm">J</kbd> <kbd className="kbd kbd-sm">K</kbd> next and previous panel,{' '}
        <kbd className="kbd kbd-sm">A</kbd> accent it.
      </p>
    </div>
  );
}
