/**
 * Settings that follow the house style. In a spec such a setting is either a
 * value that was set by hand or says that it is the house's, and how that is
 * said is one for all of them:
 *
 *     weight: 1.3            set by hand
 *     weight: 'house'        whatever the style says
 *     colour: { house: 2 }   the third colour in turn
 *
 * A schema says of each which it is and where in the style it stands, so that
 * dressing a spec, finding what was set by hand, and bringing that back are the
 * same walk for all kinds of things.
 */
import * as z from 'zod';
import { nameOf, shapeOf } from '../named/keyed.ts';
import { isProperties, isSame, own, type Properties } from '../named/same.ts';
import { Colour } from './colour.ts';
import type { HouseStyle } from './style.ts';

const HOUSE = 'house';
type House = typeof HOUSE;

const ROLES = ['ink', 'quiet', 'rule', 'axis', 'ground', 'accent', 'rest', 'behind', 'positive', 'negative'] as const;

/** A colour of the house: the nth in turn, from 0, or one that has a part to play. */
export const HouseColour = z.strictObject({
  house: z.union([z.number().int().min(0).max(9999), z.enum(ROLES)]),
});
export type HouseColour = z.infer<typeof HouseColour>;

/** Where a setting stands: in which kind of thing, by which path, and beside what. */
export interface Place {
  of: 'figure' | 'spark' | 'manuscript';
  path: readonly string[];
  owner: Properties;
}

/** A place in a walk, and what the owner is named by where it does not say so itself. */
type Walked = Place & { named?: Properties };

interface Rule {
  /** what the style says for a setting that follows it */
  pick(style: HouseStyle, place: Place, value: unknown): unknown;
  /** how the setting says that it follows the house, where it did not before */
  follow(place: Place): unknown;
  isByHouse(value: unknown): boolean;
}

const RULES = new WeakMap<z.ZodType, Rule>();

/** A setting that the house decides unless it is set by hand. */
export function byHouse<Schema extends z.ZodType>(
  schema: Schema,
  pick: (style: HouseStyle, place: Place) => z.infer<Schema>,
): z.ZodUnion<readonly [Schema, z.ZodLiteral<House>]> {
  const either = z.union([schema, z.literal(HOUSE)]);
  RULES.set(either, { pick, follow: () => HOUSE, isByHouse: (value) => value === HOUSE });
  return either;
}

export const isHouseColour = (value: unknown): value is HouseColour => isProperties(value) && HOUSE in value;

/** The nth colour of the palette in turn, beginning again after the last. */
export const inTurn = ({ palette, ink }: HouseStyle, turn: number): string =>
  palette[turn % palette.length]?.colour ?? ink;

/** The colour that the style has for a colour of the house. */
export const colourOf = (style: HouseStyle, { house }: HouseColour): string =>
  typeof house === 'number' ? inTurn(style, house) : style[house];

/** A colour: one of the house, or one that was mixed by hand. `follow` is the house's for it where nothing else says. */
export function houseColour(
  follow: HouseColour | ((place: Place) => HouseColour),
): z.ZodUnion<readonly [typeof Colour, typeof HouseColour]> {
  const either = z.union([Colour, HouseColour]);
  RULES.set(either, {
    pick: (style, _, value) => (isHouseColour(value) ? colourOf(style, value) : value),
    follow: (place) => (typeof follow === 'function' ? follow(place) : follow),
    isByHouse: isHouseColour,
  });
  return either;
}

/** Tells types of what is dressed from those of what is stored; nothing has such a property. */
declare const DRESSED: unique symbol;

type EachDressed<T> = { [Key in keyof T]: Dressed<T[Key]> };

/** A spec in which nothing is left to the house any more. */
export type Dressed<T> = T extends House | HouseColour
  ? never
  : T extends readonly (infer Entry)[]
    ? Dressed<Entry>[]
    : T extends object
      ? T extends EachDressed<T>
        ? T
        : EachDressed<T> & { readonly [DRESSED]?: true }
      : T;

/** What is stored: nothing that was dressed, or all that follows the house would be set by hand from then on. */
export type Stored<T> = T extends readonly (infer Entry)[]
  ? readonly Stored<Entry>[]
  : T extends object
    ? { [Key in keyof T]: Stored<T[Key]> } & { readonly [DRESSED]?: never }
    : T;

/** A schema without what only says that a value may be absent, down to the setting that follows the house. */
function ruleOf(schema: z.ZodType): Rule | null {
  const known = ruleBelow.get(schema);
  if (known !== undefined) return known;
  const found = findRule(schema);
  ruleBelow.set(schema, found);
  return found;
}

/** Asking what a schema is takes longer than all else of a walk. */
const ruleBelow = new WeakMap<z.ZodType, Rule | null>();

function findRule(schema: z.ZodType): Rule | null {
  let at: z.ZodType = schema;
  for (;;) {
    const rule = RULES.get(at);
    if (rule) return rule;
    if (!(at instanceof z.ZodDefault || at instanceof z.ZodOptional || at instanceof z.ZodNullable)) return null;
    at = at.unwrap() as z.ZodType;
  }
}

type Visit = (rule: Rule, value: unknown, place: Place) => unknown;

/** Properties with each changed; the same thing where nothing changes. */
function withEach(value: Properties, change: (inner: unknown, step: string) => unknown): Properties {
  let changed: Record<string, unknown> | null = null;
  for (const [step, inner] of Object.entries(value)) {
    const after = change(inner, step);
    if (after === inner) continue;
    changed ??= { ...value };
    changed[step] = after;
  }
  return changed ?? value;
}

/** Puts what `visit` gives in the place of each setting that can follow the house; the same thing where nothing changes. */
function walk(schema: z.ZodType, value: unknown, place: Walked, visit: Visit): unknown {
  const rule = ruleOf(schema);
  // Null is a value of its own: no colour, or that of the line.
  if (rule) return value === null || value === undefined ? value : visit(rule, value, place);
  const shape = shapeOf(schema, value);
  if (shape.kind === 'fields' && isProperties(value)) {
    const owner = { ...place.named, ...value };
    return withEach(value, (inner, step) => {
      const of = own(shape.of, step);
      return of ? walk(of, inner, { of: place.of, path: [...place.path, step], owner }, visit) : inner;
    });
  }
  // In the record form an entry is known by the name that it stands under.
  if (shape.kind === 'named' && isProperties(value)) {
    const { by } = shape.naming;
    if (by === null) return value;
    return withEach(value, (entry, name) =>
      walk(shape.list.element, entry, { ...place, path: [...place.path, name], named: { [by]: name } }, visit),
    );
  }
  if (shape.kind === 'named' && Array.isArray(value) && shape.naming.by !== null) {
    const { naming, list } = shape;
    const entries = value.map((entry: unknown) =>
      walk(list.element, entry, { ...place, path: [...place.path, nameOf(naming, entry)] }, visit),
    );
    return entries.every((entry, index) => entry === value[index]) ? value : entries;
  }
  return value;
}

const START = { path: [], owner: {} } as const;

/**
 * A spec with what the house decides put in. `colour` gives the colours of the
 * house where something else than the palette decides, such as a name.
 */
export function dress<T>(
  schema: z.ZodType,
  spec: T,
  of: Place['of'],
  style: HouseStyle,
  colour: (value: HouseColour, place: Place) => string | null = () => null,
): Dressed<T> {
  return walk(schema, spec, { of, ...START }, (rule, value, place) => {
    if (!rule.isByHouse(value)) return value;
    return (isHouseColour(value) ? colour(value, place) : null) ?? rule.pick(style, place, value);
  }) as Dressed<T>;
}

/** A setting that was set by hand, by its path in the record form of its thing. */
export interface ByHand {
  path: readonly string[];
  /** how it says that it follows the house */
  follow: unknown;
}

/** What of a spec was set by hand although the house has something for it. */
export function setByHand(schema: z.ZodType, spec: unknown, of: Place['of']): ByHand[] {
  const found: ByHand[] = [];
  walk(schema, spec, { of, ...START }, (rule, value, place) => {
    if (!rule.isByHouse(value)) found.push({ path: place.path, follow: rule.follow(place) });
    return value;
  });
  return found;
}

/**
 * A spec of before there were settings that follow the house: what is as the
 * style has it follows it from now on, and all else was set by hand. A colour
 * of the palette is the one in its turn.
 */
export function follow<T>(
  schema: z.ZodType,
  spec: T,
  of: Place['of'],
  style: HouseStyle,
  { path, owner }: Pick<Place, 'path' | 'owner'> = START,
): T {
  return walk(schema, spec, { of, path, owner, named: owner }, (rule, value, place) => {
    if (rule.isByHouse(value)) return value;
    const said = rule.follow(place);
    if (isSame(rule.pick(style, place, said), value)) return said;
    return typeof value === 'string' && isHouseColour(said) ? (colourOfHouse(style, value) ?? value) : value;
  }) as T;
}

/** What is kept when a colour is chosen: that of the house where it is one of the palette, so that it follows the style. */
export function chosenColour(style: HouseStyle, colour: string): string | HouseColour {
  const turn = style.palette.findIndex((entry) => entry.colour.toLowerCase() === colour.toLowerCase());
  return turn < 0 ? colour : { house: turn };
}

/** The colour of the house that looks like this one: in turn, or by its part. */
export function colourOfHouse(style: HouseStyle, colour: string): HouseColour | null {
  const same = (other: string) => other.toLowerCase() === colour.toLowerCase();
  const turn = style.palette.findIndex((entry) => same(entry.colour));
  if (turn >= 0) return { house: turn };
  const role = ROLES.find((name) => same(style[name]));
  return role === undefined ? null : { house: role };
}
