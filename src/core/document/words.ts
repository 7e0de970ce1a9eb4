/** The few words that pages say by themselves, in the languages of reports. */
import type { Locale } from '../text/locale.ts';

interface DocumentWords {
  figure: string;
  table: string;
  contents: string;
  /** over a box of what matters most */
  inShort: string;
  /** of a reference to what is gone */
  gone: string;
}

const WORDS: Readonly<Record<string, DocumentWords>> = {
  en: { figure: 'Figure', table: 'Table', contents: 'Contents', inShort: 'In short', gone: 'missing' },
  de: { figure: 'Abbildung', table: 'Tabelle', contents: 'Inhalt', inShort: 'Kurz gesagt', gone: 'fehlt' },
  fr: { figure: 'Figure', table: 'Tableau', contents: 'Sommaire', inShort: 'En bref', gone: 'manquant' },
  es: { figure: 'Figura', table: 'Tabla', contents: 'Índice', inShort: 'En resumen', gone: 'falta' },
  pl: { figure: 'Rysunek', table: 'Tabela', contents: 'Spis treści', inShort: 'W skrócie', gone: 'brak' },
  fi: { figure: 'Kuva', table: 'Taulukko', contents: 'Sisällys', inShort: 'Lyhyesti', gone: 'puuttuu' },
};

export const documentWords = ({ id }: Pick<Locale, 'id'>): DocumentWords =>
  WORDS[id.slice(0, 2)] ?? (WORDS['en'] as DocumentWords);
