/**
 * Where the cursor of a grid stands and what is selected. Keys follow the data
 * grid pattern of the WAI-ARIA Authoring Practices Guide (W3C).
 */
export interface Spot {
  row: number;
  col: number;
}

/** A selection runs from the spot where it began to the spot where the cursor is. */
export interface Selection {
  from: Spot;
  at: Spot;
}

export interface Bounds {
  rows: number;
  cols: number;
  /** columns that hold something; what goes to the end of a row goes to the last of these */
  own: number;
  /** rows of one screen */
  page: number;
}

export interface Area {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export const areaOf = ({ from, at }: Selection): Area => ({
  top: Math.min(from.row, at.row),
  bottom: Math.max(from.row, at.row),
  left: Math.min(from.col, at.col),
  right: Math.max(from.col, at.col),
});

export const at = (row: number, col: number): Selection => ({ from: { row, col }, at: { row, col } });

/** The same selection inside the bounds, for a table that became smaller. */
export function within({ from, at: spot }: Selection, { rows, cols }: Pick<Bounds, 'rows' | 'cols'>): Selection {
  const put = ({ row, col }: Spot) => ({
    row: Math.max(0, Math.min(rows - 1, row)),
    col: Math.max(0, Math.min(cols - 1, col)),
  });
  return { from: put(from), at: put(spot) };
}

interface Press {
  key: string;
  control: boolean;
  shift: boolean;
}

/** Where a key takes the cursor; null for a key that does not move it. */
function target({ row, col }: Spot, { key, control }: Press, { rows, own, page }: Bounds): Spot | null {
  switch (key) {
    case 'ArrowUp':
      return { row: control ? 0 : row - 1, col };
    case 'ArrowDown':
      return { row: control ? rows - 1 : row + 1, col };
    case 'ArrowLeft':
      return { row, col: control ? 0 : col - 1 };
    case 'ArrowRight':
      return { row, col: control ? own - 1 : col + 1 };
    case 'PageUp':
      return { row: row - page, col };
    case 'PageDown':
      return { row: row + page, col };
    case 'Home':
      return { row: control ? 0 : row, col: 0 };
    case 'End':
      return { row: control ? rows - 1 : row, col: own - 1 };
    default:
      return null;
  }
}

/** The selection after a key, or null when the key does not change it. Shift extends it. */
export function pressed(selection: Selection, press: Press, bounds: Bounds): Selection | null {
  const { from, at: spot } = selection;
  const { key, control, shift } = press;
  if (key === ' ' && control) return { from: { row: 0, col: from.col }, at: { row: bounds.rows - 1, col: spot.col } };
  if (key === ' ' && shift) return { from: { row: from.row, col: 0 }, at: { row: spot.row, col: bounds.own - 1 } };
  if (key.toLowerCase() === 'a' && control)
    return { from: { row: 0, col: 0 }, at: { row: bounds.rows - 1, col: bounds.own - 1 } };
  const to = target(spot, press, bounds);
  return to && within({ from: shift ? from : to, at: to }, bounds);
}
