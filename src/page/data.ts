/** What a page that is handed off carries for its script. */
import type { Inspect } from '../core/inspect/inspect.ts';
import type { HouseStyle } from '../core/style/style.ts';
import type { LocaleId } from '../core/text/locale.ts';

/** A figure that can be looked into. */
export interface Look {
  /** the id of its section, with which those of its parts begin */
  key: string;
  /** whether it is open from the first, or when its reader wants it */
  open: boolean;
  /** the figure, or its panels */
  views: { name: string; inspect: Inspect }[];
}

export interface PageData {
  locale: LocaleId;
  /** how the house writes numbers and dates */
  numbers: HouseStyle['numbers'];
  looks: Look[];
}

/** Id of the element that holds the data. */
export const DATA_ID = 'page-data';

/** Ids of the elements of a look, which the script finds in the page or makes. */
export const lookIds = (key: string) => ({
  look: key,
  tools: `${key}-tools`,
  chart: `${key}-chart`,
  read: `${key}-read`,
  place: `${key}-place`,
  view: `${key}-view`,
});
