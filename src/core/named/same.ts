export type Properties = Readonly<Record<string, unknown>>;

/** True for a JSON object. */
export const isProperties = (value: unknown): value is Properties =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What stands under a name; never what every object has of itself, such as "constructor". */
export const own = <T>(record: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(record, name) ? record[name] : undefined;

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/** True for values that are the same as JSON: whatever order their properties have; one that is undefined is absent. */
export function isSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b) || a === b) return true;
  if (!isRecord(a) || !isRecord(b) || Array.isArray(a) !== Array.isArray(b)) return false;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((entry, index) => isSame(entry, b[index]));
  const keys = Object.keys(a).filter((key) => a[key] !== undefined);
  const others = Object.keys(b).filter((key) => b[key] !== undefined);
  return keys.length === others.length && keys.every((key) => Object.hasOwn(b, key) && isSame(a[key], b[key]));
}
