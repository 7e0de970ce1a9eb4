import { Command } from 'cmdk';
import { sayItem } from '../../core/item/kinds.ts';
import { useReport } from '../state/store.ts';
import { offeredNow } from './actions.ts';
import { show, useView } from './view.ts';

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const ROW = 'flex cursor-pointer items-center justify-between rounded px-3 py-1.5 data-[selected=true]:bg-chosen';

/** All that can be done just now, found by typing; opened with Ctrl K. */
export function CommandList() {
  const items = useReport((state) => state.report.items);
  const close = () => useView.setState({ commands: false });
  const act = (does: () => unknown) => () => {
    close();
    does();
  };
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
        {offeredNow()
          .filter(({ action }) => !action.byKeyOnly)
          .map(({ action: { does, keys }, run }) => (
            <Command.Item key={does} value={does} onSelect={act(() => run(keys?.[0] ?? ''))} className={ROW}>
              {capital(does)}
              {keys?.map((key) => (
                <kbd key={key} className="kbd kbd-sm font-sans">
                  {key}
                </kbd>
              ))}
            </Command.Item>
          ))}
        {items.map((item) => (
          <Command.Item
            key={item.id}
            value={`Go to ${item.name} ${item.id}`}
            onSelect={act(() => show({ kind: 'item', id: item.id }))}
            className={ROW}
          >
            Go to {sayItem(item)}
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
