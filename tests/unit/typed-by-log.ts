/** What stands in cells by a log, worked out a second time. */
import { type Change, UNDO } from '../../src/core/change/change.ts';
import type { Cell } from '../../src/core/table/column.ts';
import { textsOfLayer } from '../../src/core/table/layer.ts';

type Cells = Map<string, string | null>;

/** What is typed in each cell by the log: from what was asked for, and not from the fields that it says. */
export function typedByLog(
  log: readonly Pick<Change, 'id' | 'name' | 'args'>[],
  layers: ReadonlyMap<string, readonly Cell[]>,
): Cells {
  const cells: Cells = new Map();
  const before = new Map<string, Map<string, string | null | undefined>>();
  const after = new Map<string, Map<string, string | null | undefined>>();
  const did = (id: string, key: string, to: string | null | undefined) => {
    const [was, is] = [before.get(id) ?? new Map(), after.get(id) ?? new Map()];
    before.set(id, was);
    after.set(id, is);
    if (!was.has(key)) was.set(key, cells.get(key));
    is.set(key, to);
    if (to === undefined) cells.delete(key);
    else cells.set(key, to);
  };
  for (const { id, name, args } of log) {
    const given = args as {
      cells?: Record<string, Record<string, string | null>>;
      typed?: Record<string, Record<string, string | null>>;
      columns?: { key: string; layer?: string }[];
      changes?: string[];
    };
    if (name === 'table.setCells')
      for (const [column, texts] of Object.entries(given.cells ?? {}))
        for (const [row, text] of Object.entries(texts)) did(id, `${column} ${row}`, text);
    // What was put together goes with it, but for what was typed over that.
    if (name === 'table.replace')
      for (const { key, layer } of given.columns ?? [])
        for (const [row, text] of Object.entries(textsOfLayer(layers.get(layer ?? '') ?? [])))
          if (cells.get(`${key} ${row}`) === text) did(id, `${key} ${row}`, undefined);
    if (name === 'table.replace')
      for (const [column, texts] of Object.entries(given.typed ?? {}))
        for (const [row, text] of Object.entries(texts))
          if (cells.get(`${column} ${row}`) === text) did(id, `${column} ${row}`, undefined);
    if (name === UNDO)
      for (const other of [...(given.changes ?? [])].reverse())
        for (const [key, to] of after.get(other) ?? [])
          if (cells.get(key) === to) did(id, key, before.get(other)?.get(key));
  }
  return cells;
}
