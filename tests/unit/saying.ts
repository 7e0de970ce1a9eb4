/** Words that follow the data, asked for by the names that are typed between braces. */
import { FIELDS } from '../../src/core/text/fact-ref.ts';
import type { SayFact } from '../../src/core/text/rich.ts';

export const saying = (say: SayFact) => (field: string, line: string | null) => {
  const found = FIELDS[field];
  if (!found) throw new Error(`No field is called “${field}”.`);
  return say({ kind: found.kind, line }, found.part);
};
