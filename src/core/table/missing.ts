/** Words and signs that stand for "no value". */
const MISSING = new Set([
  '',
  '-',
  '--',
  '---',
  '–',
  '—',
  '.',
  '..',
  '...',
  '…',
  ':',
  'n/a',
  'na',
  'n.a.',
  'n.v.',
  'n/d',
  'n.d.',
  'nd',
  's/d',
  'k.a.',
  'k. a.',
  'b.d.',
  'bd',
  '#n/a',
  '#n/d',
  '#nv',
  'null',
  'nil',
  'none',
  'nan',
  'missing',
  '#div/0!',
  '#ref!',
  '#value!',
  '#name?',
  '#num!',
  '#null!',
  '#wert!',
  '#zahl!',
  '#valeur!',
]);

/** Error values of a spreadsheet: missing, and said to be so. */
export const isErrorCell = (text: string) =>
  /^#(?:div\/0!|ref!|value!|name\?|num!|null!|wert!|zahl!|valeur!)$/i.test(text.trim());

const LONGEST_MISSING = Math.max(...[...MISSING].map((word) => word.length));

/** True for an empty cell and for the words that stand for "no value". */
export function isMissing(text: string): boolean {
  const first = text.charCodeAt(0);
  // No such word begins with a digit, and most cells do.
  if (first >= 48 && first <= 57) return false;
  // What is missing may have a flag, too: “: c” is confidential.
  if (/^\s*(?::|\.{1,3}|…)\s?\(?[a-z]\)?\s*$/.test(text)) return true;
  if (text.length > LONGEST_MISSING && text.trim().length > LONGEST_MISSING) return false;
  return MISSING.has(text) || MISSING.has(text.trim().toLowerCase());
}
