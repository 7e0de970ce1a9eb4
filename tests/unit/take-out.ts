/** Taking named things out of a report, as a change of someone else or an undo does, and what is said of it. */
import { expect } from 'vitest';
import { hasRoom, type Path, withField } from '../../src/core/named/fields.ts';
import { shapeOf } from '../../src/core/named/keyed.ts';
import { isProperties, own } from '../../src/core/named/same.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { type ReportRecord, reportOf } from '../../src/core/report/record.ts';
import { isTable, Report } from '../../src/core/report/report.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';

/** The paths of all entries of named lists in a report. */
export function entriesIn(of: ReportRecord): Path[] {
  const found: Path[] = [];
  const look = (schema: Parameters<typeof shapeOf>[0], value: unknown, path: Path): void => {
    const shape = shapeOf(schema, value);
    if (!isProperties(value)) return;
    if (shape.kind === 'fields')
      for (const [step, inner] of Object.entries(value)) {
        const schemaOf = own(shape.of, step);
        if (schemaOf) look(schemaOf, inner, [...path, step]);
      }
    if (shape.kind !== 'named') return;
    for (const [name, entry] of Object.entries(value)) {
      found.push([...path, name]);
      look(shape.list.element as never, entry, [...path, name]);
    }
  };
  look(Report, of, []);
  return found.filter(([list]) => list === 'items' || list === 'manuscript');
}

/** A report as it is opened without some entries; null where a schema refuses it, as one that has to have a last column. */
export function without(of: ReportRecord, paths: readonly Path[]): Report | null {
  const left = paths.reduce<object>((at, path) => (hasRoom(at, path) ? withField(at, path, undefined) : at), of);
  try {
    expect(readDocument(JSON.parse(JSON.stringify(left)))).toEqual(left);
    // What was not touched stays the same thing, and is drawn once.
    return reportOf(left as unknown as ReportRecord);
  } catch (error) {
    if (error instanceof Refusal && /at least one/.test(error.message)) return null;
    throw error;
  }
}

export const isGone = ({ check }: { check: string }) =>
  /^(table|columns|parts|spark)-gone|^calendars|^fact-|^spark-facts/.test(check);
export const gone = (notes: readonly { check: string; facts: string }[]) =>
  notes
    .filter(isGone)
    .map(({ facts }) => facts)
    .join();

/** Parts that call a thing itself by a name, or say something that may read like one. */
const UNNAMING = ['id', 'key', 'name', 'title', 'asides', 'written', 'scale'];

/** Whether a thing names something, found without knowing how: anywhere in it but in what it is itself called. */
export function names(value: unknown, name: string): boolean {
  if (value === name) return true;
  if (Array.isArray(value)) return value.some((one) => names(one, name));
  if (typeof value !== 'object' || value === null) return false;
  return Object.entries(value).some(([key, one]) => !UNNAMING.includes(key) && names(one, name));
}

/** Whether what stands at a path is known by its name: a table everywhere, and a part of a thing or of its table within it. */
export function isNamedByName(report: Report, [list, id = '', part, ...rest]: Path, isOwn: boolean): boolean {
  if (list !== 'items') return false;
  if (part === undefined) return report.items.some((item) => item.id === id && isTable(item));
  return isOwn && rest.length === 1 && ['lines', 'columns', 'marks', 'calculations'].includes(part);
}
