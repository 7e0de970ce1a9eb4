/** What a schema does not take, in words: which field, and what it has to be. */
import * as z from 'zod';

type Issue = z.core.$ZodRawIssue;

const KINDS: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  tuple: 'a list',
  object: 'an object',
  record: 'an object',
  null: 'null',
  date: 'a date',
};

/** The last step of a path that is a name, as the field is called; a place in a list is counted from 1. */
function fieldOf(path: readonly PropertyKey[]): string {
  const last = path.at(-1);
  if (last === undefined) return 'What was sent';
  if (typeof last !== 'number') return `“${String(last)}”`;
  const list = path.at(-2);
  return list === undefined ? `Entry ${last + 1}` : `Entry ${last + 1} of “${String(list)}”`;
}

const MOST_CHOICES = 12;

function choices(values: readonly unknown[]): string {
  const said = values.slice(0, MOST_CHOICES).map((value) => (typeof value === 'string' ? `“${value}”` : String(value)));
  return values.length > MOST_CHOICES ? `${said.join(', ')} and others` : said.join(', ');
}

const WHAT: Readonly<Record<string, string>> = {
  string: 'characters',
  array: 'entries',
  set: 'entries',
  object: 'fields',
  record: 'fields',
};

/** A limit in words, such as “has to be at least 1” or “holds at most 200 letters”. */
function limit(way: 'least' | 'most', origin: string, bound: number | bigint, inclusive: boolean): string {
  const what = WHAT[origin];
  const count = Number(bound).toLocaleString('en-GB', { useGrouping: true, maximumFractionDigits: 20 });
  if (what)
    return `holds at ${way} ${count} ${bound === 1 || bound === 1n ? what.replace(/ies$/, 'y').replace(/s$/, '') : what}`;
  if (inclusive) return `must be at ${way} ${count}`;
  return `must be ${way === 'least' ? 'above' : 'below'} ${count}`;
}

/** One sentence for an issue; undefined where its schema says one itself. */
export function sayIssueOf(issue: Issue): string | undefined {
  const field = fieldOf(issue.path ?? []);
  switch (issue.code) {
    case 'invalid_type':
      if (issue.input === undefined) return `${field} is missing.`;
      return `${field} must be ${KINDS[issue.expected] ?? issue.expected}.`;
    case 'too_small':
      return `${field} ${limit('least', issue.origin, issue.minimum, issue.inclusive !== false)}.`;
    case 'too_big':
      return `${field} ${limit('most', issue.origin, issue.maximum, issue.inclusive !== false)}.`;
    case 'invalid_value':
      return `${field} must be ${issue.values.length > 1 ? 'one of ' : ''}${choices(issue.values)}.`;
    case 'unrecognized_keys':
      return `There is no field “${issue.keys[0] ?? ''}” here; leave it out.`;
    case 'not_multiple_of':
      return `${field} must be a multiple of ${issue.divisor}.`;
    case 'invalid_key':
      return `${field} cannot be used as a name here.`;
    case 'invalid_format':
    case 'invalid_union':
    case 'invalid_element':
    case 'custom':
      return `${field} is not valid.`;
    default:
      return undefined;
  }
}

/** Has all schemas say what they do not take in these words, where none of their own stand beside them. */
z.config({ customError: sayIssueOf });
