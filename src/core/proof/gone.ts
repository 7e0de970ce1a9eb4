/** Notes on what a figure names and what is gone. */
import type { Gone, GoneColumn, GonePart } from '../figure/gone.ts';
import type { Substitute, WholeLack } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import type { Check, Finding, Mend } from './note.ts';

/** What is said of a thing whose table has nothing. */
export function tableGoneText(lack: WholeLack): string {
  switch (lack.what) {
    case 'table':
      return 'The table that this is drawn from is gone, so it is empty. Bring that table back, or choose another.';
    case 'source':
      return `“${lack.name}” was made from a table that is gone, so it is empty. Bring that table back, or make it from another.`;
    case 'step':
      return `“${lack.name}” cannot be made, so it is empty: ${lack.why}`;
  }
}

/** Mends that take another table instead of the one that is gone, in a thing or in the table that it is drawn from. */
export function takeTable(item: string, { lack, others }: { lack: WholeLack; others: readonly Substitute[] }): Mend[] {
  if (lack.what === 'step') return [];
  const args = { item: lack.what === 'source' ? lack.of : item, from: lack.id };
  return others.map(
    ({ id, name }): Mend => ({
      say: `Use “${name}” instead`,
      call: { name: 'item.takeTable', args: { ...args, to: id } },
    }),
  );
}

/** The note with its mends; where nothing mends it, it shows where it is. */
const withMends = (found: Omit<Finding, 'mends'>, [mend, ...rest]: readonly Mend[]): Finding => ({
  ...found,
  mends: [mend ?? { say: 'Show it', open: found.part }, ...rest],
});

/** The table of a figure is gone, or it can no longer be made. */
export const tableGone: Check = {
  id: 'table-gone',
  find({ figure: { gone, spec } }) {
    const found = gone.find((one) => one.what === 'table');
    if (!found) return null;
    const { lack } = found;
    return withMends(
      {
        part: 'frame',
        title: lack.what === 'step' ? 'The table cannot be made' : 'The table is gone',
        text: tableGoneText(lack),
        facts: `table ${'id' in lack ? lack.id : lack.why}`,
      },
      takeTable(spec.id, found),
    );
  },
};

const WHAT: Readonly<Record<GoneColumn['use'], string>> = {
  across: 'nothing runs across, so nothing can be drawn',
  line: 'its line is empty',
  values: 'the points that showed it have no values',
  mark: 'a level or band that used it is not drawn',
  panels: 'the panels it split the figure into are one plot',
};

function mendsOfColumn(figure: string, { use, id, key, others }: GoneColumn): Mend[] {
  const instead = others.map(
    (other): Mend => ({
      say: `Use “${readTitle(other.title).name}” instead`,
      call: { name: 'figure.takeColumn', args: { figure, from: key, to: other.key } },
    }),
  );
  switch (use) {
    case 'across':
      return instead;
    case 'line':
      return [
        ...instead,
        { say: 'Remove the line', call: { name: 'figure.removeLines', args: { figure, lines: [id] } } },
      ];
    case 'mark':
      return [...instead, { say: 'Remove it', call: { name: 'figure.removeMarks', args: { figure, marks: [id] } } }];
    case 'values':
      return [
        ...instead,
        {
          say: 'Write the values',
          call: { name: 'figure.styleLines', args: { figure, lines: [id], values: { column: null } } },
        },
      ];
    case 'panels':
      return [...instead, { say: 'One plot for all', call: { name: 'figure.split', args: { figure, panels: null } } }];
  }
}

const isColumn = (one: Gone): one is GoneColumn => one.what === 'column';
const isPart = (one: Gone): one is GonePart => one.what === 'line' || one.what === 'level';
const moreOf = (count: number) => (count > 0 ? ` ${count} more ${count === 1 ? 'is' : 'are'} gone too.` : '');

/** Columns that a figure names and that its table has no longer. */
export const columnsGone: Check = {
  id: 'columns-gone',
  find({ figure: { gone, spec } }) {
    const all = gone.filter(isColumn);
    const [first, ...others] = all;
    if (!first) return null;
    const { cells, key, use, part } = first;
    const what = cells
      ? `The cells of “${cells.title}” (block ${cells.block}) are missing: ${WHAT[use]}. A backup may have them.`
      : `The table no longer has a column “${key}”: ${WHAT[use]}.`;
    return withMends(
      {
        part,
        title: cells ? 'Cells are missing' : 'A column is gone',
        text: `${what}${moreOf(others.length)}`,
        facts: all.map((one) => `${one.key} ${one.use} ${one.id}`).join(),
      },
      mendsOfColumn(spec.id, first),
    );
  },
};

function partNote(figure: string, gone: GonePart): { text: string; mends: Mend[] } {
  const removal = (mark: string): Mend => ({
    say: 'Remove it',
    call: { name: 'figure.removeMarks', args: { figure, marks: [mark] } },
  });
  switch (gone.use) {
    case 'fill':
      return {
        text: 'The line that an area reached to is gone, so the area is not drawn.',
        mends: [
          { say: 'No area', call: { name: 'figure.styleLines', args: { figure, lines: [gone.line], fill: 'none' } } },
        ],
      };
    case 'note': {
      const onto = gone.others.map(
        ({ id, name }): Mend => ({
          say: `Put it on “${name}”`,
          call: {
            name: 'figure.setMark',
            args: { figure, mark: gone.mark, set: [{ path: ['value'], to: { line: id } }] },
          },
        }),
      );
      return {
        text: 'The line that a note was on is gone, so the note is not drawn.',
        mends: [...onto, removal(gone.mark)],
      };
    }
    case 'difference':
      return {
        text: `A ${gone.what} that a difference ran from or to is gone, so the difference is not drawn.`,
        mends: [removal(gone.mark)],
      };
    case 'emphasis':
      return {
        text: 'The level that points were compared with is gone, so none is marked.',
        mends: [
          {
            say: 'Mark none',
            call: { name: 'figure.dropEmphasis', args: { figure, lines: [gone.line], of: gone.of } },
          },
        ],
      };
  }
}

/** Lines and levels of a figure that others of its parts stand on, and that are gone. */
export const partsGone: Check = {
  id: 'parts-gone',
  find({ figure: { gone, spec } }) {
    const all = gone.filter(isPart);
    const [first, ...others] = all;
    if (!first) return null;
    const { text, mends } = partNote(spec.id, first);
    const facts = all.map((one) => `${one.use} ${one.key} ${'mark' in one ? one.mark : one.line}`).join();
    return withMends(
      { part: first.part, title: `A ${first.what} is gone`, text: `${text}${moreOf(others.length)}`, facts },
      mends,
    );
  },
};
