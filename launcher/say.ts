/** What stops the launcher: one plain line that says what to do. */
export class Trouble extends Error {
  override name = 'Trouble';
}

/** Prints a line of progress on the error stream, so that results stay alone on the output. */
export function say(line: string): void {
  process.stderr.write(`rizo: ${line}\n`);
}
