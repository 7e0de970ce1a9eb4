import { useState } from 'react';
import { useReport } from '../state/store.ts';
import { KEYS, type KeysOf } from './keys.ts';
import { useView } from './view.ts';

const HEADS: Record<KeysOf, string> = {
  figure: 'In a figure',
  'spark table': 'In a spark table',
  table: 'In a table',
  list: 'In the list at the left',
  report: 'Everywhere',
};

/** What of the report is in hand, whose keys stand first. */
function useInHand(): KeysOf {
  const shown = useView((view) => view.shown);
  const type = useReport(
    (state) => state.report.items.find(({ id }) => shown?.kind === 'item' && id === shown.id)?.type,
  );
  return type === 'figure' ? 'figure' : type === 'spark' ? 'spark table' : 'table';
}

/** The keys of what is in hand first, found by their words or by the key. */
export function Keys() {
  const inHand = useInHand();
  const [sought, setSought] = useState('');
  const wanted = sought.trim().toLowerCase();
  const groups = [...KEYS]
    .sort((a, b) => Number(b.of === inHand) - Number(a.of === inHand))
    .map(({ of, keys }) => ({
      of,
      keys: keys.filter(({ does, also = '', keys: own }) =>
        wanted === '' ? true : `${does} ${also} ${own.join(' ')}`.toLowerCase().includes(wanted),
      ),
    }))
    .filter(({ keys }) => keys.length > 0);
  return (
    <div className="modal-box flex max-h-[86vh] w-[62rem] max-w-[94vw] flex-col">
      <div className="mb-3 flex items-center gap-4">
        <h2 className="font-serif text-lg font-semibold">Keys</h2>
        <input
          type="text"
          aria-label="Find keys"
          placeholder="Find by words or by key"
          className="input input-sm w-64"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
        <p className="text-[13px] text-quiet">Keys do nothing while you type in a field.</p>
        <form method="dialog" className="ml-auto">
          <button type="submit" className="btn btn-sm">
            Close
          </button>
        </form>
      </div>
      <div className="min-h-0 overflow-auto">
        <div className="gap-8 lg:columns-2">
          {groups.map(({ of, keys }) => (
            <section key={of} className="mb-3" aria-label={HEADS[of]}>
              <h3 className={`mb-1 font-semibold ${of === inHand ? 'text-primary' : ''}`}>{HEADS[of]}</h3>
              <dl className="grid grid-cols-[7.5rem_1fr] gap-y-0.5 text-[13px]">
                {keys.map(({ keys: own, does }) => (
                  <div key={does} className="contents">
                    <dt>
                      {own.map((key) => (
                        <kbd key={key} className="kbd kbd-sm">
                          {key}
                        </kbd>
                      ))}
                    </dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
          {groups.length === 0 && <p className="text-quiet">No key does that.</p>}
        </div>
      </div>
    </div>
  );
}
