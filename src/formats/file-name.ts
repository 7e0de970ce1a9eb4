/** File names made of what users wrote, safe on every system. */

/** Names that some systems keep for themselves. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i;
const LONGEST = 80;

/** Letters and digits of a text joined by hyphens, in lower case; `fallback` where there are none. */
export function safeName(text: string, fallback: string): string {
  const joined = text
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase()
    .slice(0, LONGEST);
  if (joined === '') return fallback;
  return RESERVED.test(joined) ? `${joined}-${fallback}` : joined;
}

/** Safe names of several texts, told apart by a number where two would be the same. */
export function safeNames(texts: readonly string[], fallback: string): string[] {
  const used = new Set<string>();
  return texts.map((text) => {
    const base = safeName(text, fallback);
    let name = base;
    for (let count = 2; used.has(name); count++) name = `${base}-${count}`;
    used.add(name);
    return name;
  });
}
