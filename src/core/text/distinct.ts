/** Texts made distinct: the second of equal ones is told apart by `tell` with a count from 2, and so on, until none is used twice. */
export function distinct(texts: readonly string[], tell: (text: string, count: number) => string): string[] {
  const used = new Set<string>();
  return texts.map((text) => {
    let own = text;
    for (let count = 2; used.has(own); count++) own = tell(text, count);
    used.add(own);
    return own;
  });
}
