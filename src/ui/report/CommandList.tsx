import { Command, defaultFilter } from 'cmdk';
import { useEffect, useRef, useState } from 'react';
import { sayItem } from '../../core/item/kinds.ts';
import { capital } from '../../core/text/letters.ts';
import { useReport } from '../state/store.ts';
import { offeredNow } from './actions.ts';
import { textAhead, typedAhead } from './type-ahead.ts';
import { show, useView } from './view.ts';

const ROW = 'flex cursor-pointer items-center justify-between rounded px-3 py-1.5 data-[selected=true]:bg-chosen';

/** What has the typed letters here and there only is not what is meant. */
const LEAST_ALIKE = 0.1;

/** What has all the typed words comes first, in what it is called before what else it is called; then what has the letters. */
function scoreOf(value: string, typed: string, keywords: readonly string[] = []): number {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const [own, also] = [value.toLowerCase(), `${value} ${keywords.join(' ')}`.toLowerCase()];
  const whole = keywords.some((word) => word.toLowerCase() === typed.trim().toLowerCase());
  if (words.every((word) => own.includes(word))) return 1;
  if (whole) return 0.95;
  if (words.every((word) => also.includes(word))) return 0.9;
  const alike = defaultFilter?.(value, typed, [...keywords]) ?? 0;
  return alike < LEAST_ALIKE ? 0 : alike / 2;
}

interface Entry {
  value: string;
  says: string;
  keywords: readonly string[];
  keys: readonly string[];
  act: () => void;
}

/** The entry that stands first for what is typed. */
function bestOf(entries: readonly Entry[], typed: string): Entry | undefined {
  const scored = entries.map((entry) => ({ entry, score: scoreOf(entry.value, typed, entry.keywords) }));
  const first = scored.reduce((best, next) => (next.score > best.score ? next : best), {
    entry: undefined,
    score: 0,
  } as {
    entry: Entry | undefined;
    score: number;
  });
  return first.entry;
}

/** All that can be done just now, found by typing; opened with Ctrl K. */
export function CommandList() {
  const items = useReport((state) => state.report.items);
  const [sought, setSought] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const close = () => useView.setState({ commands: false });
  const act = (does: () => unknown) => () => {
    close();
    does();
  };
  const entries: readonly Entry[] = [
    ...offeredNow()
      .filter(({ action }) => !action.byKeyOnly)
      .map(({ action: { does, also, keys = [] }, run }) => ({
        value: does,
        says: capital(does),
        keywords: also === undefined ? [] : also.split(', '),
        keys,
        act: act(() => run(keys[0] ?? '')),
      })),
    ...items.map((item) => ({
      value: `Go to ${item.name} ${item.id}`,
      says: `Go to ${sayItem(item)}`,
      keywords: [],
      keys: [],
      act: act(() => show({ kind: 'item', id: item.id })),
    })),
  ];
  const now = useRef(entries);
  now.current = entries;
  useEffect(() => {
    // Keys are kept from the list until the field has the focus and all that was typed; Enter among them takes the best entry.
    let frame = 0;
    const settle = () => {
      const text = textAhead();
      if (field.current?.value !== text) {
        setSought(text);
        frame = requestAnimationFrame(settle);
        return;
      }
      if (typedAhead().isTaken) bestOf(now.current, text)?.act();
    };
    frame = requestAnimationFrame(settle);
    return () => {
      cancelAnimationFrame(frame);
      typedAhead();
    };
  }, []);
  return (
    <Command.Dialog
      open
      onOpenChange={(now) => !now && close()}
      label="Command list"
      filter={scoreOf}
      overlayClassName="fixed inset-0 z-40 bg-black/20"
      contentClassName="fixed top-24 left-1/2 z-50 w-[34rem] -translate-x-1/2 rounded-box border border-rule bg-base-100 p-2 shadow-xl"
    >
      <Command.Input
        ref={field}
        value={sought}
        onValueChange={setSought}
        placeholder="What to do"
        className="input input-sm mb-2 w-full"
        aria-label="What to do"
      />
      <Command.List className="max-h-96 overflow-auto">
        <Command.Empty className="px-3 py-2 text-quiet">Nothing has that name.</Command.Empty>
        {entries.map(({ value, says, keywords, keys, act: taken }) => (
          <Command.Item key={value} value={value} keywords={[...keywords]} onSelect={taken} className={ROW}>
            {says}
            {keys.map((key) => (
              <kbd key={key} className="kbd kbd-sm font-sans">
                {key}
              </kbd>
            ))}
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
