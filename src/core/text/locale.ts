/**
 * What the report's locale decides: separators of numbers, and names of months
 * and days. Kept here, not taken from the runtime, so that browser, server and
 * tests write the same text. Values follow Unicode CLDR.
 */
export const LOCALES = ['en-GB', 'en-US', 'de-DE', 'fr-FR', 'es-ES', 'pl-PL', 'fi-FI'] as const;
export type LocaleId = (typeof LOCALES)[number];

export interface Locale {
  id: LocaleId;
  name: string;
  decimal: string;
  group: string;
  /** stand-alone names, January first */
  months: readonly string[];
  monthsShort: readonly string[];
  quarter: string;
  half: string;
  /** thousands, millions and billions, as a caption says them */
  powers: readonly [string, string, string];
  /** blank between a number and its percent sign */
  beforePercent: string;
}

const words = (text: string) => text.split(' ');
const NBSP = '\u00a0';
const NNBSP = '\u202f';

const english: Omit<Locale, 'id' | 'name' | 'decimal' | 'group'> = {
  months: words('January February March April May June July August September October November December'),
  monthsShort: words('Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'),
  quarter: 'Q',
  half: 'H',
  powers: ['thousands', 'millions', 'billions'],
  beforePercent: '',
};

const locales: Record<LocaleId, Locale> = {
  'en-GB': { id: 'en-GB', name: 'English (United Kingdom)', decimal: '.', group: ',', ...english },
  'en-US': { id: 'en-US', name: 'English (United States)', decimal: '.', group: ',', ...english },
  'de-DE': {
    id: 'de-DE',
    name: 'German',
    decimal: ',',
    group: '.',
    months: words('Januar Februar März April Mai Juni Juli August September Oktober November Dezember'),
    monthsShort: words('Jan Feb Mär Apr Mai Jun Jul Aug Sep Okt Nov Dez'),
    quarter: 'Q',
    half: 'H',
    powers: ['Tausend', 'Mio.', 'Mrd.'],
    beforePercent: NBSP,
  },
  'fr-FR': {
    id: 'fr-FR',
    name: 'French',
    decimal: ',',
    group: NNBSP,
    months: words('janvier février mars avril mai juin juillet août septembre octobre novembre décembre'),
    monthsShort: words('janv. févr. mars avr. mai juin juil. août sept. oct. nov. déc.'),
    quarter: 'T',
    half: 'S',
    powers: ['milliers', 'millions', 'milliards'],
    beforePercent: NNBSP,
  },
  'es-ES': {
    id: 'es-ES',
    name: 'Spanish',
    decimal: ',',
    group: '.',
    months: words('enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'),
    monthsShort: words('ene feb mar abr may jun jul ago sept oct nov dic'),
    quarter: 'T',
    half: 'S',
    powers: ['miles', 'millones', 'miles de millones'],
    beforePercent: NBSP,
  },
  'pl-PL': {
    id: 'pl-PL',
    name: 'Polish',
    decimal: ',',
    group: NBSP,
    months: words('styczeń luty marzec kwiecień maj czerwiec lipiec sierpień wrzesień październik listopad grudzień'),
    monthsShort: words('sty lut mar kwi maj cze lip sie wrz paź lis gru'),
    quarter: 'K',
    half: 'P',
    powers: ['tys.', 'mln', 'mld'],
    beforePercent: '',
  },
  'fi-FI': {
    id: 'fi-FI',
    name: 'Finnish',
    decimal: ',',
    group: NBSP,
    months: words(
      'tammikuu helmikuu maaliskuu huhtikuu toukokuu kesäkuu heinäkuu elokuu syyskuu lokakuu marraskuu joulukuu',
    ),
    monthsShort: words('tammi helmi maalis huhti touko kesä heinä elo syys loka marras joulu'),
    quarter: 'Q',
    half: 'H',
    powers: ['tuhatta', 'milj.', 'mrd.'],
    beforePercent: NBSP,
  },
};

/** The data of a locale. */
export function localeOf(id: LocaleId): Locale {
  return locales[id];
}
