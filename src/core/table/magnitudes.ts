/** Words after numbers that multiply them, in the languages of the locales and their neighbours. */

const named = (power: number, words: string) => words.split(' ').map((word): [string, number] => [word, power]);

/** Powers of ten of letters and short words, which mean what they do as they are written: “mm” is a length. */
const SHORT = new Map([
  ...named(3, 'k K T'),
  ...named(6, 'm M mn Mn MN MM mn.'),
  ...named(9, 'B bn Bn BN md Md md. Md.'),
]);

/** The same of words, in lower case and without a last point. */
const WORDS = new Map([
  ...named(
    3,
    'tsd tausend tys tysiące tysięcy thousand thousands mille millier milliers mila dzd duizend tusen tuhatta',
  ),
  ...named(6, 'mln mio milj miljoen miljoner miljon miljoonaa million millions millionen millones millón milioni'),
  ...named(6, 'milione milhão milhões miliony milionów milion mill'),
  ...named(9, 'mrd mld mds milliard milliards milliarde milliarden miljard miljarder miljardia miliardi miliardo'),
  ...named(9, 'miliard miliardy miliardów billion billions bilhão bilhões'),
  // The long scale of German.
  ...named(12, 'billionen bio trillion trillions'),
]);

/** The power of ten that a word such as "k" or "Mio." multiplies by, or undefined. */
export const magnitudeOf = (word: string): number | undefined =>
  SHORT.get(word) ?? (word.length > 2 ? WORDS.get(word.replace(/\.$/, '').toLowerCase()) : undefined);
