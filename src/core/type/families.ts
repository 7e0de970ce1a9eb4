/** Families of type: those that ship, and those of one's own once they were handed in. */

/** How heavy words are set: plain, strong, and what is bold within strong words. */
export const GRADES = [400, 600, 900] as const;
export type Grade = (typeof GRADES)[number];

/** Which digits a face is set with, where it has more than one kind. */
export const DIGITS = ['tabular', 'proportional'] as const;
export type Digits = (typeof DIGITS)[number];

/** A face of a family: its weight and posture as CSS has them. */
export interface Cut {
  weight: number;
  italic: boolean;
}

export interface Family {
  id: string;
  /** as the files of the family name it */
  name: string;
  /** the cut that each grade is set in, upright and italic; one that the family lacks is the nearest it has */
  cuts: Readonly<Record<Grade, { upright: Cut; italic: Cut }>>;
  /** height of capitals, a share of the type size */
  capHeight: number;
  /** the digits that it has by itself, and whether it has the other kind, too */
  digits: { own: Digits; both: boolean };
  /** what CSS has instead where no face of the family is there */
  generic: 'sans-serif' | 'serif';
  /** whether documents may carry its letters; where not, they have outlines in their place */
  embed: boolean;
}

const cutsOf = (heavy: number): Family['cuts'] => {
  const both = (weight: number) => ({ upright: { weight, italic: false }, italic: { weight, italic: true } });
  return { 400: both(400), 600: both(600), 900: both(heavy) };
};
const TABULAR: Family['digits'] = { own: 'tabular', both: true };
const PROPORTIONAL: Family['digits'] = { own: 'proportional', both: true };

/** What ships, in the order in which it is offered. A test holds the heights and digits to the files. */
export const SHIPPED = [
  {
    id: 'sans',
    name: 'Source Sans 3',
    cuts: cutsOf(900),
    capHeight: 0.66,
    digits: TABULAR,
    generic: 'sans-serif',
    embed: true,
  },
  {
    id: 'serif',
    name: 'Source Serif 4',
    cuts: cutsOf(900),
    capHeight: 0.67,
    digits: TABULAR,
    generic: 'serif',
    embed: true,
  },
  {
    id: 'inter',
    name: 'Inter',
    cuts: cutsOf(700),
    capHeight: 0.7275,
    digits: PROPORTIONAL,
    generic: 'sans-serif',
    embed: true,
  },
  {
    id: 'plex',
    name: 'IBM Plex Sans',
    cuts: cutsOf(700),
    capHeight: 0.698,
    digits: { own: 'tabular', both: false },
    generic: 'sans-serif',
    embed: true,
  },
  {
    id: 'franklin',
    name: 'Libre Franklin',
    cuts: cutsOf(700),
    capHeight: 0.742,
    digits: { own: 'proportional', both: false },
    generic: 'sans-serif',
    embed: true,
  },
  {
    id: 'roboto-condensed',
    name: 'Roboto Condensed',
    cuts: cutsOf(700),
    capHeight: 0.711,
    digits: TABULAR,
    generic: 'sans-serif',
    embed: true,
  },
  {
    id: 'atkinson',
    name: 'Atkinson Hyperlegible Next',
    cuts: cutsOf(700),
    capHeight: 0.668,
    digits: PROPORTIONAL,
    generic: 'sans-serif',
    embed: true,
  },
  {
    id: 'garamond',
    name: 'EB Garamond',
    cuts: cutsOf(700),
    capHeight: 0.65,
    digits: TABULAR,
    generic: 'serif',
    embed: true,
  },
] as const satisfies readonly Family[];

export type ShippedId = (typeof SHIPPED)[number]['id'];

/** The family that everything is set in where nothing else is said, and letters that another one lacks. */
export const FIRST_FAMILY: Family = SHIPPED[0];

/** The family of text on pages where nothing else is said. */
export const TEXT_FAMILY: Family = SHIPPED[1];

const families = new Map<string, Family>(SHIPPED.map((family) => [family.id, family]));

/** Ids of families of one's own begin so. */
export const OWN_FAMILY = /^own-[0-9a-f]{16}$/;

let age = 0;

/** Grows whenever other families are known than before. */
export const familiesAge = (): number => age;

/** Makes a family of one's own known. */
export function addFamily(family: Family): void {
  families.set(family.id, family);
  age++;
}

/** Forgets a family of one's own that is there no more. */
export function forgetFamily(id: string): void {
  if (families.delete(id)) age++;
}

/** A family by its id; null where it is not known here. */
export const familyNamed = (id: string): Family | null => families.get(id) ?? null;
