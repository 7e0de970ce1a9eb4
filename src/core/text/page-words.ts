/** The few words of pages that are handed off, in the languages of reports. */
import type { Locale } from './locale.ts';

export interface PageWords {
  /** of values that are not final */
  unfinished: string;
  provisional: string;
  /** heading of the part in which values are looked into, and how */
  look: string;
  how: string;
  panel: string;
  allPanels: string;
  lines: string;
  period: string;
  nearer: string;
  wider: string;
  whole: string;
  numbers: string;
  asCsv: string;
  /** so many rows are not in the table */
  more: string;
  /** of a spark table's page */
  behind: string;
  marked: string;
}

const WORDS: Readonly<Record<string, PageWords>> = {
  en: {
    unfinished: 'unfinished',
    provisional: 'provisional',
    look: 'Explore the values',
    how: 'Point at the lines or move the slider to read values; drag across the chart to zoom in.',
    panel: 'Panel',
    allPanels: 'all panels',
    lines: 'Lines',
    period: 'Position along the chart',
    nearer: 'Closer',
    wider: 'Further',
    whole: 'All of it',
    numbers: 'The numbers',
    asCsv: 'All numbers as CSV',
    more: 'The table stops here; the CSV has all the numbers.',
    behind: 'Show the underlying numbers',
    marked: 'Mark highs, lows and other points',
  },
  de: {
    unfinished: 'noch nicht abgeschlossen',
    provisional: 'vorläufig',
    look: 'Werte ansehen',
    how: 'Zeigen Sie auf die Linien oder gehen Sie mit dem Regler das Diagramm entlang; ziehen Sie darüber, um näher heranzugehen.',
    panel: 'Teilbild',
    allPanels: 'alle Teilbilder',
    lines: 'Linien',
    period: 'Stelle im Diagramm',
    nearer: 'Näher',
    wider: 'Weiter',
    whole: 'Ganz',
    numbers: 'Die Zahlen',
    asCsv: 'Alle Zahlen als CSV',
    more: 'Die Tabelle endet hier; alle Zahlen stehen in der CSV-Datei.',
    behind: 'Die Zahlen dahinter zeigen',
    marked: 'Hoch-, Tief- und andere Punkte hervorheben',
  },
  fr: {
    unfinished: 'période non achevée',
    provisional: 'provisoire',
    look: 'Consulter les valeurs',
    how: 'Pointez les lignes ou parcourez le graphique avec le curseur ; faites glisser sur le graphique pour vous approcher.',
    panel: 'Panneau',
    allPanels: 'tous les panneaux',
    lines: 'Lignes',
    period: 'Position sur le graphique',
    nearer: 'Plus près',
    wider: 'Plus loin',
    whole: 'Tout',
    numbers: 'Les chiffres',
    asCsv: 'Tous les chiffres en CSV',
    more: 'Le tableau s’arrête ici ; tous les chiffres sont dans le fichier CSV.',
    behind: 'Afficher les chiffres',
    marked: 'Marquer les maximums, les minimums et d’autres points',
  },
  es: {
    unfinished: 'sin terminar',
    provisional: 'provisional',
    look: 'Consultar los valores',
    how: 'Señale las líneas o recorra el gráfico con el control; arrastre sobre el gráfico para acercarse.',
    panel: 'Panel',
    allPanels: 'todos los paneles',
    lines: 'Líneas',
    period: 'Lugar en el gráfico',
    nearer: 'Más cerca',
    wider: 'Más lejos',
    whole: 'Entero',
    numbers: 'Los números',
    asCsv: 'Todos los números en CSV',
    more: 'La tabla termina aquí; todos los números están en el CSV.',
    behind: 'Mostrar los números',
    marked: 'Marcar máximos, mínimos y otros puntos',
  },
  pl: {
    unfinished: 'okres niezakończony',
    provisional: 'wstępne',
    look: 'Wartości',
    how: 'Wskaż linie lub przesuwaj suwak wzdłuż wykresu; przeciągnij po wykresie, aby go przybliżyć.',
    panel: 'Część wykresu',
    allPanels: 'wszystkie części',
    lines: 'Linie',
    period: 'Miejsce na wykresie',
    nearer: 'Bliżej',
    wider: 'Dalej',
    whole: 'Całość',
    numbers: 'Liczby',
    asCsv: 'Wszystkie liczby w CSV',
    more: 'Tabela kończy się tutaj; wszystkie liczby są w pliku CSV.',
    behind: 'Pokaż liczby',
    marked: 'Zaznacz najwyższe, najniższe i inne punkty',
  },
  fi: {
    unfinished: 'kesken',
    provisional: 'ennakkotieto',
    look: 'Katso arvoja',
    how: 'Osoita viivoja tai siirry kuviossa liukusäätimellä; vedä kuvion yli nähdäksesi sen lähempää.',
    panel: 'Osakuvio',
    allPanels: 'kaikki osakuviot',
    lines: 'Viivat',
    period: 'Kohta kuviossa',
    nearer: 'Lähemmäs',
    wider: 'Kauemmas',
    whole: 'Koko kuvio',
    numbers: 'Luvut',
    asCsv: 'Kaikki luvut CSV-muodossa',
    more: 'Taulukko päättyy tähän; kaikki luvut ovat CSV-tiedostossa.',
    behind: 'Näytä luvut',
    marked: 'Merkitse huiput, pohjat ja muut pisteet',
  },
};

const ENGLISH = WORDS['en'] as PageWords;

/** The words of a page in the language of a locale. */
export const pageWords = ({ id }: Locale): PageWords => WORDS[id.slice(0, 2)] ?? ENGLISH;
