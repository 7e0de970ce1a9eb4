/** What nothing in a table file decides is asked, and is not guessed: an answer is given with the command. */
import { Refusal } from '../core/refusal.ts';
import type { Table } from '../core/table/column.ts';
import { decide, type Finding, type OtherReading, type Reading } from '../core/table/reading.ts';
import { readTableAt } from './files.ts';

/** Status of a command that came to nothing, or not to all, since a question is open. */
export const ASKED = 3;

type Question = Finding & { others: readonly OtherReading[] };

export interface AskedTable {
  table: Table;
  /** what nothing in the table decides, and no answer was given to */
  open: readonly Question[];
}

const questionsOf = (remarks: readonly Finding[]): Question[] =>
  remarks.filter((remark): remark is Question => remark.asks === true && (remark.others?.length ?? 0) > 0);

/** The reading that an answer takes of those of a question: by its number from 1 on, or in its words. Throws a Refusal that lists them. */
function takenBy(answer: string, { text, others }: Question): OtherReading {
  const words = answer.trim().toLowerCase();
  const found = others[Number(words) - 1] ?? others.find(({ say }) => say.toLowerCase() === words);
  if (found) return found;
  const all = others.map(({ say }, index) => `${index + 1} (${say})`).join(' or ');
  throw new Refusal(`“${answer}” is not an answer to “${text}”; it takes ${all}.`);
}

/** Reads a table file with the answers to its questions, in the order in which they are asked. Throws a Refusal for an answer that nothing was asked for. */
export async function readAsked(
  path: string,
  { sheet, answers }: { sheet?: string | undefined; answers: readonly string[] },
): Promise<AskedTable> {
  let reading: Reading = sheet === undefined ? {} : { sheet };
  for (const answer of answers) {
    const [question] = questionsOf((await readTableAt(path, reading)).table.remarks);
    if (!question) throw new Refusal(`${path}: “${answer}” answers no question that is open; leave out that --answer.`);
    reading = decide(reading, takenBy(answer, question).reading);
  }
  const { table } = await readTableAt(path, reading);
  return { table, open: questionsOf(table.remarks) };
}

/** Prints open questions beside the output, with what can be answered to the first of them. */
export function ask(path: string, open: readonly Question[]): number {
  for (const [at, { text, others }] of open.entries()) {
    console.error(`${path}: ${text}`);
    if (at === 0) for (const [index, { say }] of others.entries()) console.error(`  --answer ${index + 1}   ${say}`);
  }
  return ASKED;
}
