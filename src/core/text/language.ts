/** The languages that words of our own are said in. */
import type { Locale } from './locale.ts';

export type Language = 'en' | 'de' | 'fr' | 'es' | 'pl' | 'fi';

export const languageOf = (locale: Locale): Language => locale.id.slice(0, 2) as Language;
