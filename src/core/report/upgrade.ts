/** Reading documents of every version: each older one is brought up to the next, until it is of this one. */
import { firstWrong } from '../issue.ts';
import { nameOf, shapeOf } from '../named/keyed.ts';
import { toRecord } from '../named/record.ts';
import { isProperties, own, type Properties } from '../named/same.ts';
import { Refusal } from '../refusal.ts';
import { itemByNames } from './by-names.ts';
import { itemFollowing, styleOf } from './following.ts';
import { type ReportRecord, StoredReport } from './record.ts';
import { renamedIn } from './renamed.ts';
import { Report } from './report.ts';

/** Version 1 let two entries of a list have one name; the last one was what counted. */
function withoutDoubles(schema: Parameters<typeof shapeOf>[0], value: unknown): unknown {
  const shape = shapeOf(schema, value);
  if (shape.kind === 'fields' && isProperties(value))
    return Object.fromEntries(
      Object.entries(value).map(([step, inner]) => {
        const of = own(shape.of, step);
        return [step, of ? withoutDoubles(of, inner) : inner];
      }),
    );
  if (shape.kind !== 'named' || !Array.isArray(value)) return value;
  const { naming, list } = shape;
  const last = new Map(value.map((entry, index) => [nameOf(naming, entry), index]));
  return value
    .filter((entry, index) => last.get(nameOf(naming, entry)) === index)
    .map((entry: unknown) => withoutDoubles(list.element, entry));
}

const mapped = (record: Properties, change: (value: unknown) => unknown): Properties =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, change(value)]));

/** In version 1, texts over headers had no id. */
function withHeadIds(item: unknown): unknown {
  if (!isProperties(item) || item['type'] !== 'spark' || !Array.isArray(item['heads'])) return item;
  return {
    ...item,
    heads: item['heads'].map((head: unknown, index) =>
      isProperties(head) ? { id: `head-${index + 1}`, ...head } : head,
    ),
  };
}

/** A figure or spark table spec as it was written by an older version. */
export const upgradeSpec = (spec: unknown): unknown => renamedIn(withHeadIds(spec));

/** Before version 5 every report had a style of its own, and no line was dashed without a word. */
const ownStyle = (style: unknown): unknown =>
  isProperties(style) ? { kind: 'own', apart: { cones: false, greyscale: false }, ...style } : style;

/** Version 1 kept things in lists; from version 2 on they are records by name. */
function fromVersion1(document: Properties): unknown {
  const items = document['items'];
  const list = {
    ...document,
    version: 6,
    style: ownStyle(document['style']),
    items: Array.isArray(items) ? items.map(upgradeSpec).map(itemByNames) : items,
  };
  const parsed = Report.safeParse(withoutDoubles(Report, list));
  if (!parsed.success) throw unreadable(parsed.error);
  return followingHouse(toRecord(Report, parsed.data) as Properties, 6);
}

/** Before version 5 every setting was a value; from then on those that are as the style has them follow it. */
function followingHouse(document: Properties, version = 5): Properties {
  const style = styleOf(document['style']);
  const items = document['items'];
  return {
    ...document,
    version,
    style: ownStyle(document['style']),
    ...(style && isProperties(items) && { items: mapped(items, (item) => itemFollowing(item, style)) }),
  };
}

/** Before version 6 the rows of tables were known by their positions. */
function byNames(document: Properties): Properties {
  const items = document['items'];
  return { ...document, version: 6, ...(isProperties(items) && { items: mapped(items, itemByNames) }) };
}

/** The record form of a document of any version, as far as it can be told. */
function inThisVersion(document: Properties): unknown {
  switch (document['version']) {
    case 1:
      return fromVersion1(document);
    case 2:
    case 3:
      return byNames(followingHouse(renamedIn(document) as Properties));
    case 4:
      return byNames(followingHouse(document));
    case 5:
      return byNames(document);
    case 6:
      return document;
    default:
      throw new Refusal(
        `This report cannot be read: it has version ${String(document['version'])}, and this Rizo reads versions up to 6.`,
      );
  }
}

function unreadable(error: Parameters<typeof firstWrong>[0]): Refusal {
  const { path, message } = firstWrong(error);
  const place = path.length > 0 ? ` at ${path.join(' › ')}` : '';
  return new Refusal(`This report cannot be read${place}: ${message}`);
}

/**
 * A stored document, of any version, in its record form. Throws a Refusal that
 * says what cannot be read, and where.
 */
export function readDocument(document: unknown): ReportRecord {
  if (!isProperties(document) || document['format'] !== 'rizo-report')
    throw new Refusal('This report cannot be read: it is not a report document.');
  const parsed = StoredReport.safeParse(inThisVersion(document));
  if (!parsed.success) throw unreadable(parsed.error);
  return parsed.data as ReportRecord;
}
