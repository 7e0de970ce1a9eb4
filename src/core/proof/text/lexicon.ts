/** Words by which sentences say where something stands and which way it went, in the languages of reports. */
import type { Locale } from '../../text/locale.ts';

type Language = 'en' | 'de' | 'fr' | 'es' | 'pl' | 'fi';

interface Lexicon {
  above: string;
  below: string;
  /** forms of words that say that something became more, or less */
  up: string;
  down: string;
  /** what says that two years are compared, or two shorter periods that follow each other */
  year: string;
  period: string;
}

const LEXICON: Readonly<Record<Language, Lexicon>> = {
  en: {
    above: 'above',
    below: 'below',
    up: 'up rose rise rises risen rising grew grow grows grown growing growth increase increases increased increasing climbed climbs climbing higher',
    down: 'down fell fall falls fallen falling drop drops dropped dropping decline declines declined declining decrease decreases decreased decreasing shrank shrinks shrunk sank lower',
    year: 'year years annual annually yearly',
    period: 'month months quarter quarters week weeks day days monthly quarterly weekly daily',
  },
  de: {
    above: 'oben',
    below: 'unten',
    up: 'stieg stiegen steigt steigen gestiegen wuchs wuchsen wächst wachsen gewachsen zugenommen zunahme anstieg höher mehr',
    down: 'fiel fielen fällt fallen gefallen sank sanken sinkt sinken gesunken abgenommen abnahme rückgang niedriger weniger',
    year: 'jahr jahre jahren jahres vorjahr vorjahres jährlich',
    period: 'monat monate monats vormonat vormonats quartal vorquartal woche vorwoche tag vortag',
  },
  fr: {
    above: 'ci-dessus',
    below: 'ci-dessous',
    up: 'hausse augmente augmentent augmenté progresse progressé monté monte croissance croît supérieur',
    down: 'baisse baissé baissent diminue diminuent diminué recule reculé recul chute chuté inférieur',
    year: 'an ans année années annuel',
    period: 'mois trimestre trimestres semaine semaines jour jours mensuel',
  },
  es: {
    above: 'arriba',
    below: 'abajo',
    up: 'subió suben sube subido aumentó aumenta aumentan aumentado creció crece crecen crecido alza superior',
    down: 'bajó bajan baja bajado cayó cae caen caído disminuyó disminuye descendió desciende inferior',
    year: 'año años anual',
    period: 'mes meses trimestre trimestres semana semanas día días',
  },
  pl: {
    above: 'powyżej',
    below: 'poniżej',
    up: 'wzrósł wzrosła wzrosło wzrosły wzrost rośnie rosną wyższy wyższa więcej',
    down: 'spadł spadła spadło spadły spadek spada spadają zmalał zmalała niższy niższa mniej',
    year: 'rok roku lat lata roczny rocznie',
    period: 'miesiąc miesiąca miesiące kwartał kwartału tydzień tygodnia dzień dnia',
  },
  fi: {
    above: 'yllä',
    below: 'alla',
    up: 'nousi nousivat nousee nousevat noussut kasvoi kasvoivat kasvaa kasvanut lisääntyi nousu kasvu enemmän',
    down: 'laski laskivat laskee laskevat laskenut väheni vähenivät vähenee pieneni pienenee lasku vähemmän',
    year: 'vuosi vuotta vuoden vuodesta vuosittain',
    period: 'kuukausi kuukautta kuukauden neljännes neljänneksen viikko viikon päivä päivän',
  },
};

const setOf = (words: string) => new Set(words.split(' '));
const lexicons = new Map<Language, Record<keyof Lexicon, ReadonlySet<string>>>();

function lexiconOf({ id }: Pick<Locale, 'id'>) {
  const language = (id.slice(0, 2) in LEXICON ? id.slice(0, 2) : 'en') as Language;
  const known = lexicons.get(language);
  if (known) return known;
  const { above, below, up, down, year, period } = LEXICON[language];
  const made = {
    above: setOf(above),
    below: setOf(below),
    up: setOf(up),
    down: setOf(down),
    year: setOf(year),
    period: setOf(period),
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
