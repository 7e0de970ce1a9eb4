/** Whether a name holds a pattern, in which * stands for any letters. */
export function isCalled(name: string, pattern: string): boolean {
  let from = 0;
  const lower = name.toLowerCase();
  return pattern
    .toLowerCase()
    .split('*')
    .every((piece) => {
      const at = lower.indexOf(piece, from);
      from = at + piece.length;
      return at >= 0;
    });
}
