import { numberedItems, sayNumbered } from '../../core/item/kinds.ts';
import { figureIn, type ReportItem } from '../../core/report/report.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { run, runTogether, useReport } from '../state/store.ts';
import { removeAll } from './remove-all.ts';
import { alignedPlots, asIn, oneScale, oneWidth } from './several-figures.ts';
import { useView } from './view.ts';

const WAYS = { looks: 'looks', 'scale and size': 'scale and size' } as const;

/** What is done to the things that are chosen together in the list. */
export function ListTools({ chosen }: { chosen: readonly ReportItem[] }) {
  const report = useReport((state) => state.report);
  const way = useView((view) => view.layWay);
  const figures = chosen.filter((item) => item.type === 'figure');
  const others = numberedItems(report).filter(({ item }) => item.type === 'figure');
  const each = (act: (item: ReportItem) => string | null) =>
    runTogether(() => chosen.reduce<string | null>((refused, item) => refused ?? act(item), null));
  const word = (says: string, does: () => unknown, title?: string) => (
    <button type="button" className="phrase text-left" title={title} onClick={does}>
      {says}
    </button>
  );
  return (
    <section
      aria-label="What to do with the chosen things"
      className="mt-2 flex flex-col items-start gap-1 border-t border-rule pt-2 text-[13px]"
    >
      <b className="font-semibold">{chosen.length} chosen</b>
      {figures.length > 1 && (
        <>
          {word('one scale', () => void oneScale(figures), 'The scale that holds the values of all of them')}
          {word('one width', () => oneWidth(figures), 'As wide as the first of them')}
          {word('plots aligned', () => void alignedPlots(figures), 'Plots at the same distance from both edges')}
        </>
      )}
      {figures.length > 0 && others.length > 1 && (
        <p className="flex flex-wrap items-baseline gap-x-1">
          <PhraseChoice
            label="What to apply to the chosen figures"
            value={way}
            options={(['looks', 'scale and size'] as const).map((value) => ({ value, name: WAYS[value] }))}
            onCommit={(layWay) => useView.setState({ layWay })}
          />
          <PhraseChoice
            label="The figure whose look or size the chosen ones take"
            isMenu
            value=""
            options={[
              { value: '', name: 'as in …' },
              ...others.map(({ item, number }) => ({
                value: item.id,
                name: `as in ${sayNumbered(item, number)}, ${item.name}`,
              })),
            ]}
            onCommit={(id) => {
              const model = figureIn(report, id);
              if (model) void asIn(model, figures, way);
            }}
          />
        </p>
      )}
      {word('duplicate', () => each(({ id }) => run('item.duplicate', { item: id, id: crypto.randomUUID() })))}
      {word('remove', () => removeAll(chosen))}
      {word('hand off', () => useView.setState({ handOff: 'several' }))}
      {word('none of them', () => useView.setState({ listed: [] }))}
    </section>
  );
}
