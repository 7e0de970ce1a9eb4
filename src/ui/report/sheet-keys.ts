/** What figures and spark tables both do by key. */

/** Gives the focus to the next proof note, whose Enter mends. */
export function focusNextNote(): boolean {
  const notes = [...document.querySelectorAll<HTMLElement>('[data-note]')];
  const now = notes.findIndex((note) => note.contains(document.activeElement));
  notes[(now + 1) % Math.max(1, notes.length)]?.querySelector<HTMLElement>('[data-mend]')?.focus();
  return notes.length > 0;
}

type CopyByKey = typeof import('../hand-off/copy-by-key.ts');

/** Words that are marked in the page are what is copied, if there are some. */
const hasMarkedWords = () => document.getSelection()?.isCollapsed === false;

export const COPY_KEY = {
  does: 'copy what is on the sheet as a picture, as SVG and as text',
  keys: ['Ctrl C'],
} as const;

/** Copies what is on the sheet; its drawing and its words are loaded when they are first copied. */
export const copying =
  <Context>(how: (context: Context) => ((by: CopyByKey) => void) | null) =>
  (context: Context): boolean => {
    const act = hasMarkedWords() ? null : how(context);
    if (act) void import('../hand-off/copy-by-key.ts').then(act);
    return act !== null;
  };

/** Keys of spark tables, as they are listed; their view puts them together with what they do. */
export const SPARK_KEYS = {
  next: { does: 'next row of the specimen', keys: ['J'], byKeyOnly: true },
  previous: { does: 'previous row of the specimen', keys: ['K'], byKeyOnly: true },
  tuck: { does: 'tuck the source columns away or bring them back', keys: ['T'] },
  note: { does: 'next proof note (Enter corrects it)', keys: ['N'] },
} as const;
