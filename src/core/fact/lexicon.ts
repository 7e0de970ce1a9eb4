/** Words by which sentences say where something stands and which way it went, in the languages of reports. */

import type { Language } from '../text/language.ts';
import type { Locale } from '../text/locale.ts';

interface Lexicon {
  above: string;
  below: string;
  /** forms of words that say that something became more, or less */
  up: string;
  down: string;
  /** what says that two years are compared, or two shorter periods that follow each other */
  year: string;
  period: string;
  /** what is said of the highest and of the lowest value, and of a value as such */
  high: string;
  low: string;
  stood: string;
  mean: string;
  /** what stands right before a value */
  to: string;
  /** what says that a value is a part of a whole, and that something happened again and again */
  share: string;
  row: string;
  /** on which side of a level values are */
  over: string;
  under: string;
  /** what says that one line went past another */
  crossed: string;
  /** short words that stand in nearly every sentence of the language, and in none of the others */
  own: string;
}

const LEXICON: Readonly<Record<Language, Lexicon>> = {
  en: {
    above: 'above',
    below: 'below',
    up: 'up rose rise rises risen rising grew grow grows grown growing growth increase increases increased increasing climbed climbs climbing higher',
    down: 'down fell fall falls fallen falling drop drops dropped dropping decline declines declined declining decrease decreases decreased decreasing shrank shrinks shrunk sank lower',
    year: 'year years annual annually yearly',
    period: 'month months quarter quarters week weeks day days monthly quarterly weekly daily',
    high: 'highest high peak peaked peaks maximum record best',
    low: 'lowest low bottom bottomed minimum trough worst',
    stood: 'reached reaches stood stands hit was were is are came',
    mean: 'average mean averaged averages',
    to: 'at to from by of above below over under',
    share: 'share total accounted',
    row: 'consecutive row straight running successive',
    over: 'above over exceeded exceeds beat',
    under: 'below under missed',
    crossed: 'overtook overtakes overtaken passed surpassed crossed',
    own: 'the of and with from by at since than on to for was were',
  },
  de: {
    above: 'oben',
    below: 'unten',
    up: 'stieg stiegen steigt steigen gestiegen wuchs wuchsen wächst wachsen gewachsen zugenommen zunahme anstieg höher mehr',
    down: 'fiel fielen fällt fallen gefallen sank sanken sinkt sinken gesunken abgenommen abnahme rückgang niedriger weniger',
    year: 'jahr jahre jahren jahres vorjahr vorjahres jährlich',
    period: 'monat monate monats vormonat vormonats quartal vorquartal woche vorwoche tag vortag',
    high: 'höchste höchster höchstes höchststand höchstwert hoch spitze maximum rekord',
    low: 'niedrigste niedrigster niedrigstes tiefste tiefststand tiefstwert tief minimum',
    stood: 'erreichte erreichten erreicht lag lagen liegt betrug betrugen war waren ist sind',
    mean: 'durchschnitt durchschnittlich mittel schnitt',
    to: 'bei auf von um über unter mit',
    share: 'anteil anteile summe',
    row: 'folge hintereinander',
    over: 'über oberhalb übertraf',
    under: 'unter unterhalb verfehlte',
    crossed: 'überholte überholten überholt',
    own: 'der die das und von mit seit im gegenüber auf dem ist nicht zum zur als für',
  },
  fr: {
    above: 'ci-dessus',
    below: 'ci-dessous',
    up: 'hausse augmente augmentent augmenté progresse progressé monté monte croissance croît supérieur',
    down: 'baisse baissé baissent diminue diminuent diminué recule reculé recul chute chuté inférieur',
    year: 'an ans année années annuel',
    period: 'mois trimestre trimestres semaine semaines jour jours mensuel',
    high: 'haut haute sommet pic maximum record',
    low: 'bas basse creux minimum plancher',
    stood: 'atteint atteignent atteinte était est sont s’établit établit',
    mean: 'moyenne moyen',
    to: 'à de par',
    share: 'part parts total',
    row: 'consécutif consécutive consécutifs consécutives suite affilée',
    over: 'dessus au-dessus dépasse',
    under: 'dessous au-dessous sous',
    crossed: 'dépassé dépassée dépasse dépassent',
    own: 'le les des du et est avec depuis dans par sur au aux pour',
  },
  es: {
    above: 'arriba',
    below: 'abajo',
    up: 'subió suben sube subido aumentó aumenta aumentan aumentado creció crece crecen crecido alza subida superior',
    down: 'bajó bajan baja bajado cayó cae caen caído disminuyó disminuye descendió desciende bajada inferior',
    year: 'año años anual',
    period: 'mes meses trimestre trimestres semana semanas día días',
    high: 'máximo máxima pico récord mayor',
    low: 'mínimo mínima menor',
    stood: 'alcanzó alcanzaron alcanza fue fueron es son llegó llegaron situó',
    mean: 'media promedio medio',
    to: 'en a de con un',
    share: 'cuota proporción parte total',
    row: 'consecutivo consecutiva consecutivos consecutivas seguido seguida seguidos seguidas',
    over: 'encima supera',
    under: 'debajo',
    crossed: 'superó superaron superado adelantó',
    own: 'el los las y del con desde más por para al fue',
  },
  pl: {
    above: 'powyżej',
    below: 'poniżej',
    up: 'wzrósł wzrosła wzrosło wzrosły wzrost rośnie rosną górę wyższy wyższa wyżej więcej',
    down: 'spadł spadła spadło spadły spadek spada spadają zmalał zmalała dół niższy niższa niżej mniej',
    year: 'rok roku lat lata roczny rocznie',
    period: 'miesiąc miesiąca miesiące kwartał kwartału tydzień tygodnia dzień dnia',
    high: 'najwyższy najwyższa najwyższe najwyżej szczyt maksimum rekord',
    low: 'najniższy najniższa najniższe najniżej minimum',
    stood: 'osiągnął osiągnęła osiągnęło osiągnęły wyniósł wyniosła wyniosło wyniosły jest był była było były',
    mean: 'średnia średnio średni',
    to: 'do o z na',
    share: 'udział udziału sumy',
    row: 'rzędu kolejny kolejna kolejne',
    over: 'powyżej ponad',
    under: 'poniżej',
    crossed: 'wyprzedził wyprzedziła wyprzedziło wyprzedziły',
    own: 'w z na od do oraz się że jest przez po dla',
  },
  fi: {
    above: 'yllä',
    below: 'alla',
    up: 'nousi nousivat nousee nousevat noussut kasvoi kasvoivat kasvaa kasvanut lisääntyi nousu nousussa kasvu enemmän korkeammalla',
    down: 'laski laskivat laskee laskevat laskenut väheni vähenivät vähenee pieneni pienenee lasku laskussa vähemmän matalammalla',
    year: 'vuosi vuotta vuoden vuodesta vuosittain',
    period: 'kuukausi kuukautta kuukauden neljännes neljänneksen viikko viikon päivä päivän',
    high: 'korkein korkeimmillaan huippu suurin ennätys',
    low: 'matalin matalimmillaan alin pienin alimmillaan',
    stood: 'oli olivat on ovat saavutti saavuttivat nousi',
    mean: 'keskimäärin keskiarvo',
    to: 'jo vain noin',
    share: 'osuus osuutta osuuden summasta',
    row: 'peräkkäinen peräkkäistä peräjälkeen perättäinen',
    over: 'yli yläpuolella',
    under: 'alle alapuolella',
    crossed: 'ohitti ohittivat ohittanut',
    own: 'ja oli ovat vuonna kuin mutta myös sekä viime vuoden ei',
  },
};

const setOf = (words: string) => new Set(words.split(' '));
const lexicons = new Map<Language, Record<keyof Lexicon, ReadonlySet<string>>>();

function lexiconOf({ id }: Pick<Locale, 'id'>) {
  const language = (id.slice(0, 2) in LEXICON ? id.slice(0, 2) : 'en') as Language;
  const known = lexicons.get(language);
  if (known) return known;
  const words = LEXICON[language];
  const made = {
    ...{ above: setOf(words.above), below: setOf(words.below), up: setOf(words.up), down: setOf(words.down) },
    ...{ year: setOf(words.year), period: setOf(words.period), high: setOf(words.high), low: setOf(words.low) },
    ...{ stood: setOf(words.stood), mean: setOf(words.mean), to: setOf(words.to), own: setOf(words.own) },
    ...{ share: setOf(words.share), row: setOf(words.row), over: setOf(words.over), under: setOf(words.under) },
    crossed: setOf(words.crossed),
  };
  lexicons.set(language, made);
  return made;
}

/** Words of a text, in lower case; a hyphen within is of its word. */
export const wordsIn = (text: string): { word: string; at: number }[] =>
  [...text.matchAll(/\p{L}[\p{L}\p{M}]*(?:-\p{L}[\p{L}\p{M}]*)*/gu)].map(({ 0: word, index }) => ({
    word: word.toLowerCase(),
    at: index,
  }));

/** Which way a sentence says that something went; null where it says none, or both. */
export function directionIn(text: string, locale: Locale): { way: 'up' | 'down'; word: string } | null {
  const { up, down } = lexiconOf(locale);
  const found = wordsIn(text).flatMap(({ word, at }): { way: 'up' | 'down'; word: string }[] => {
    // “up to 90” says no direction.
    if (/^(?:up|down)$/.test(word) && /^\s+to\b/.test(text.slice(at + word.length))) return [];
    return up.has(word) ? [{ way: 'up', word }] : down.has(word) ? [{ way: 'down', word }] : [];
  });
  const [first] = found;
  return first && found.every(({ way }) => way === first.way) ? first : null;
}

/** What a sentence compares: two years, or shorter periods; null where it says neither or both. */
export function comparedIn(text: string, locale: Locale): 'year' | 'period' | null {
  const { year, period } = lexiconOf(locale);
  const words = wordsIn(text);
  const [isYear, isPeriod] = [words.some(({ word }) => year.has(word)), words.some(({ word }) => period.has(word))];
  return isYear === isPeriod ? null : isYear ? 'year' : 'period';
}

/** Whether a word is one for years or shorter periods. */
export function isOfTime(word: string, locale: Locale): boolean {
  const { year, period } = lexiconOf(locale);
  return year.has(word) || period.has(word);
}

/** Words for above and below, with the one that says the opposite. */
export function sideIn(word: string, locale: Locale): { side: 'above' | 'below'; other: string } | null {
  const { above, below } = lexiconOf(locale);
  const [[isAbove = ''], [isBelow = '']] = [above, below];
  return above.has(word)
    ? { side: 'above', other: isBelow }
    : below.has(word)
      ? { side: 'below', other: isAbove }
      : null;
}

/** What a text says of values, as far as its words tell. */
export type Saying = 'high' | 'low' | 'mean' | 'stood' | 'share' | 'row' | 'over' | 'under' | 'crossed';
const SAYINGS: readonly Saying[] = ['high', 'low', 'mean', 'stood', 'share', 'row', 'over', 'under', 'crossed'];
/** What is said of values alone; the words for sides and shares stand in labels, too. */
const OF_VALUES: readonly Saying[] = ['high', 'low', 'mean', 'stood', 'crossed'];

/** All that the words of a text say of values. */
export function sayingsIn(text: string, locale: Locale): Set<Saying> {
  const lexicon = lexiconOf(locale);
  // “second-highest” says what “highest” does; “au-dessus” is one word.
  const words = wordsIn(text).flatMap(({ word }) => [word, ...(word.includes('-') ? word.split('-') : [])]);
  return new Set(SAYINGS.filter((of) => words.some((word) => lexicon[of].has(word))));
}

/** True for a text that says something of the data; a label names them only. */
export const saysSomething = (text: string, locale: Locale): boolean => {
  const { up, down } = lexiconOf(locale);
  const said = sayingsIn(text, locale);
  return OF_VALUES.some((of) => said.has(of)) || wordsIn(text).some(({ word }) => up.has(word) || down.has(word));
};

/** Whether a word leads to a value, as in “reached 58” or “up to 58”, and not to how many of something there are. */
export function leadsToValue(word: string, locale: Locale): boolean {
  const { to, stood, up, down } = lexiconOf(locale);
  return [to, stood, up, down].some((words) => words.has(word.toLowerCase()));
}

/** The languages of reports in words of the application. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = {
  ...{ en: 'English', de: 'German', fr: 'French', es: 'Spanish', pl: 'Polish', fi: 'Finnish' },
};

/** From so many words of a language on, and none of the report’s own, a text is taken for one in that language. */
const PLAINLY = 3;

/** The language that a text is plainly written in though its report is in another one; null where that is not plain. */
export function otherLanguageIn(text: string, locale: Locale): Language | null {
  const words = [...new Set(wordsIn(text).map(({ word }) => word))];
  const count = (language: string) => {
    const { own } = lexiconOf({ id: language as Locale['id'] });
    return words.filter((word) => own.has(word)).length;
  };
  if (count(locale.id) > 0) return null;
  const [best] = (Object.keys(LEXICON) as Language[])
    .map((language) => ({ language, found: count(language) }))
    .sort((a, b) => b.found - a.found);
  return best && best.found >= PLAINLY ? best.language : null;
}
