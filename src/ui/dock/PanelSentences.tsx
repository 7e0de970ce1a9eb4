/** Sentences on single panels: their colours, which are accented, and which are left out. */
import { withOwn } from '../../core/figure/panels/change.ts';
import { NO_NAME } from '../../core/figure/panels/resolve.ts';
import type { DressedPanels, Panels, Split } from '../../core/figure/panels/spec.ts';
import { nameOfLine, type Panel, type ResolvedPanels } from '../../core/figure/resolve.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { Chip } from '../controls/Chip.tsx';
import { PhraseChoice } from '../controls/Choice.tsx';
import { ColourWord } from '../controls/ColourWord.tsx';
import { sentence } from '../controls/words.tsx';
import { leaveOut, setPanels, toggleAccent } from '../report/panels.ts';
import { openPart, panelOfPart, useView } from '../report/view.ts';
import { useStyle } from '../state/style.ts';

export interface SetProps {
  figure: DressedFigure;
  panels: DressedPanels;
}

/** How lines are coloured, and which panels are accented. */
export function ColourSentence({ figure, panels, resolved }: SetProps & { resolved: ResolvedPanels }) {
  const style = useStyle();
  const part = useView((view) => view.part);
  const set = (change: Partial<Panels>) => setPanels(figure, change);
  const { colours, own } = panels;
  const chosen = resolved.list.find(({ key }) => key === panelOfPart(part));
  const categories = resolved.list.filter(
    (panel, index, all) => all.findIndex((other) => other.by === panel.by) === index,
  );
  const first = categories[0]?.by;
  const colourOf = chosen?.drawn.lines[0]?.line.colour ?? style.ink;
  const isRest = colours.kind === 'accent' && chosen !== undefined && !colours.keys.includes(chosen.by);
  return (
    <>
      <p className={sentence}>
        Lines are drawn
        <PhraseChoice
          label="Colours of the panels"
          value={colours.kind}
          options={[
            { value: 'lines', name: 'in their own colours.' },
            { value: 'categories', name: `in a colour for each ${resolved.of?.by ?? 'category'}.` },
            { value: 'accent', name: 'with an accent on some, the rest in' },
          ]}
          onCommit={(kind) =>
            set({
              colours:
                kind === 'categories'
                  ? { kind, palette: 'house' as const }
                  : kind === 'accent'
                    ? {
                        kind,
                        keys: chosen ? [chosen.by] : first === undefined ? [] : [first],
                        accent: { house: 'accent' as const },
                        rest: { house: 'rest' as const },
                      }
                    : { kind },
            })
          }
        />
        {colours.kind === 'accent' && (
          <ColourWord
            label="Colour of the panels that are not accented"
            colour={colours.rest}
            style={style}
            onCommit={(rest) => set({ colours: { ...colours, rest } })}
          />
        )}
        {chosen && !isRest && (
          <>
            <b className="ml-2 font-semibold">{chosen.name}</b> is drawn in
            <ColourWord
              label={`Colour of ${chosen.name}`}
              colour={colourOf}
              style={style}
              onCommit={(colour) => set({ own: withOwn(own, chosen.by, colour) })}
            />
            {own.some(({ key }) => key === chosen.by) && (
              <button
                type="button"
                className="phrase !font-normal"
                onClick={() => set({ own: withOwn(own, chosen.by, null) })}
              >
                as the others are
              </button>
            )}
          </>
        )}
      </p>
      <fieldset className="flex flex-wrap items-baseline gap-x-1 gap-y-1">
        <legend className="float-left mr-1.5 leading-7">Accent on</legend>
        {categories.map((panel) => (
          <Chip
            key={panel.by}
            pressed={colours.kind === 'accent' && colours.keys.includes(panel.by)}
            onPress={() => {
              if (toggleAccent(figure, panel.by) === null) openPart(`panel:${panel.key}`);
            }}
          >
            {panel.name}
          </Chip>
        ))}
      </fieldset>
    </>
  );
}

/** What has no panel, and what is to have none. */
export function WithoutSentence({
  figure,
  table,
  panels,
  chosen,
}: SetProps & { table: Table; chosen: Panel | undefined }) {
  const nameOf = (split: Split | null, key: string) => {
    const line = split?.kind === 'lines' ? figure.lines.find(({ id }) => id === key) : undefined;
    return line ? nameOfLine(line, columnOf(table, line.column)) : key || NO_NAME;
  };
  const { by, down } = panels.without;
  const out = [
    ...by.map((key) => ({ way: 'by' as const, key, name: nameOf(panels.by, key) })),
    ...down.map((key) => ({ way: 'down' as const, key, name: nameOf(panels.down, key) })),
  ];
  const leave = (way: 'by' | 'down', key: string) => {
    if (leaveOut(figure, way, key, true) === null) useView.setState({ part: null });
  };
  if (!chosen && out.length === 0) return null;
  return (
    <p className={sentence}>
      {chosen && (
        <>
          Leave out
          <button
            type="button"
            className="phrase"
            aria-label={`Leave out ${chosen.name}`}
            onClick={() => leave('by', chosen.by)}
          >
            {chosen.name}
          </button>
          {chosen.down !== null && chosen.downName !== null && (
            <>
              or
              <button
                type="button"
                className="phrase"
                aria-label={`Leave out ${chosen.downName}`}
                onClick={() => leave('down', chosen.down ?? '')}
              >
                {chosen.downName}
              </button>
            </>
          )}
        </>
      )}
      {out.length > 0 && (
        <>
          <span className="text-quiet">Left out; click to bring back:</span>
          {out.map(({ way, key, name }) => (
            <button
              key={`${way} ${key}`}
              type="button"
              className="phrase !font-normal"
              aria-label={`Bring back ${name}`}
              onClick={() => leaveOut(figure, way, key, false)}
            >
              {name}
            </button>
          ))}
        </>
      )}
    </p>
  );
}
