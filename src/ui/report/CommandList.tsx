import { Command } from 'cmdk';
import { figureIn, isTable, sparkTableIn } from '../../core/report/report.ts';
import { toggleSource } from '../spark/setting.ts';
import { redo, undo, useReport } from '../state/store.ts';
import {
  chosenLines,
  duplicate,
  nextEmphasis,
  nextMarkers,
  nextPattern,
  nextValues,
  pickUpLook,
  remove,
  resetLook,
  showOrHide,
  swapAxis,
} from './lines.ts';
import { openSparkStrip, openStrip, type Strip, show, useView } from './view.ts';

const STRIPS: readonly { strip: Strip; name: string }[] = [
  { strip: 'lines', name: 'the lines' },
  { strip: 'across', name: 'the axis across' },
  { strip: 'left', name: 'the left axis' },
  { strip: 'right', name: 'the right axis' },
  { strip: 'panels', name: 'the panels' },
  { strip: 'words', name: 'the words' },
  { strip: 'marks', name: 'levels and notes' },
  { strip: 'frame', name: 'the frame' },
];

const ON_LINES = [
  { does: 'Swap the axis of the chosen lines', key: 'X', act: swapAxis },
  { does: 'Next stroke pattern', key: 'P', act: nextPattern },
  { does: 'Next markers', key: 'M', act: nextMarkers },
  { does: 'Next values shown', key: 'V', act: nextValues },
  { does: 'Next emphasis', key: 'E', act: nextEmphasis },
  { does: 'Show or hide the chosen lines', act: showOrHide },
  { does: 'Duplicate the chosen lines', act: duplicate },
  { does: 'Remove the chosen lines', act: remove },
] as const;

/** All that can be done, found by typing; opened with Ctrl K. */
export function CommandList() {
  const open = useView((view) => view.commands);
  const shown = useView((view) => view.shown);
  const report = useReport((state) => state.report);
  if (!open) return null;
  const close = () => useView.setState({ commands: false });
  const act = (does: () => unknown) => () => {
    close();
    does();
  };
  const figure = shown?.kind === 'item' ? figureIn(report, shown.id) : undefined;
  const spark = shown?.kind === 'item' ? sparkTableIn(report, shown.id) : undefined;
  const chosen = figure ? chosenLines(figure) : [];
  const [first] = chosen;
  const entry = (does: string, run: () => unknown, key?: string) => (
    <Command.Item
      key={does}
      value={does}
      onSelect={act(run)}
      className="flex cursor-pointer items-center justify-between rounded px-3 py-1.5 data-[selected=true]:bg-chosen"
    >
      {does}
      {key && <kbd className="kbd kbd-sm font-sans">{key}</kbd>}
    </Command.Item>
  );
  return (
    <Command.Dialog
      open
      onOpenChange={(now) => !now && close()}
      label="Command list"
      overlayClassName="fixed inset-0 z-40 bg-black/20"
      contentClassName="fixed top-24 left-1/2 z-50 w-[34rem] -translate-x-1/2 rounded-box border border-rule bg-base-100 p-2 shadow-xl"
    >
      <Command.Input
        placeholder="What is to be done"
        className="input input-sm mb-2 w-full"
        aria-label="What is to be done"
      />
      <Command.List className="max-h-96 overflow-auto">
        <Command.Empty className="px-3 py-2 text-quiet">Nothing is called so.</Command.Empty>
        {entry('Undo', undo, 'Ctrl Z')}
        {entry('Redo', redo, 'Ctrl Shift Z')}
        {entry('List the keys', () => useView.setState({ keys: true }), '?')}
        {figure && STRIPS.map(({ strip, name }) => entry(`Set ${name}`, () => openStrip(strip)))}
        {figure && first && (
          <>
            {ON_LINES.map(({ does, act: lineAct, ...more }) =>
              entry(does, () => lineAct(figure, chosen), 'key' in more ? more.key : undefined),
            )}
            {entry('Pick up the look of the chosen line', () => pickUpLook(first))}
            {entry('Chosen lines in the house style', () => resetLook(report.style)(figure, chosen))}
          </>
        )}
        {figure && entry('Look into the values', () => useView.setState({ face: 'inspect' }), 'I')}
        {figure && entry('Back to the set figure', () => useView.setState({ face: 'set' }))}
        {figure && entry('Hand off this figure', () => useView.setState({ handOff: true }))}
        {spark && (
          <>
            {entry('Hand off this spark table', () => useView.setState({ handOff: true }))}
            {entry('Tuck the source columns away, or bring them back', () => toggleSource(spark), 'T')}
            {entry('Set the columns and rows', () => openSparkStrip('columns'))}
            {entry('Set the frame of the spark table', () => openSparkStrip('frame'))}
          </>
        )}
        {report.items.map((item) => (
          <Command.Item
            key={item.id}
            value={`Go to ${item.name} ${item.id}`}
            onSelect={act(() => show({ kind: 'item', id: item.id }))}
            className="cursor-pointer rounded px-3 py-1.5 data-[selected=true]:bg-chosen"
          >
            Go to {isTable(item) ? 'table' : item.type === 'figure' ? 'figure' : 'spark table'} {item.name}
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
