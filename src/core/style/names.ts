/** Names that always have the same colour. */
import type { HouseStyle } from './style.ts';

/** A name as names are compared: whatever its capitals, its blanks and how its accents are written. */
const compared = (name: string) => name.normalize('NFC').toLowerCase().replace(/\s+/gu, ' ').trim();

const known = new WeakMap<HouseStyle['names'], ReadonlyMap<string, string>>();

/** The colour that the house has for a name, or null. */
export function colourNamed({ names }: Pick<HouseStyle, 'names'>, name: string): string | null {
  if (names.length === 0) return null;
  let byName = known.get(names);
  if (!byName) {
    byName = new Map(names.map((entry) => [compared(entry.name), entry.colour]));
    known.set(names, byName);
  }
  return byName.get(compared(name)) ?? null;
}
