/** Colours that people name lines by, in the languages of reports, each as it prints well on white. */
const WORDS: readonly { colour: string; words: readonly string[] }[] = [
  { colour: '#b3261e', words: ['red', 'rot', 'rouge', 'rojo', 'roja', 'czerwony', 'czerwona', 'punainen'] },
  { colour: '#1f5fa8', words: ['blue', 'blau', 'bleu', 'bleue', 'azul', 'niebieski', 'niebieska', 'sininen'] },
  { colour: '#2f7d32', words: ['green', 'grün', 'gruen', 'vert', 'verte', 'verde', 'zielony', 'zielona', 'vihreä'] },
  { colour: '#b38600', words: ['yellow', 'gelb', 'jaune', 'amarillo', 'amarilla', 'żółty', 'żółta', 'keltainen'] },
  { colour: '#d06a00', words: ['orange', 'naranja', 'pomarańczowy', 'pomarańczowa', 'oranssi'] },
  { colour: '#6a3d9a', words: ['purple', 'violet', 'lila', 'violett', 'violette', 'morado', 'fioletowy', 'violetti'] },
  { colour: '#c2417c', words: ['pink', 'rosa', 'rose', 'różowy', 'różowa', 'vaaleanpunainen'] },
  { colour: '#7a4a2a', words: ['brown', 'braun', 'brun', 'brune', 'marrón', 'brązowy', 'brązowa', 'ruskea'] },
  { colour: '#6f6f6f', words: ['grey', 'gray', 'grau', 'gris', 'szary', 'szara', 'harmaa'] },
  { colour: '#1a1a1a', words: ['black', 'schwarz', 'noir', 'noire', 'negro', 'negra', 'czarny', 'czarna', 'musta'] },
  // White cannot be seen on white: a light grey stands for it.
  {
    colour: '#b9b9b9',
    words: ['white', 'weiß', 'weiss', 'blanc', 'blanche', 'blanco', 'blanca', 'biały', 'biała', 'valkoinen'],
  },
];

const byWord = new Map(WORDS.flatMap(({ colour, words }) => words.map((word) => [word, colour] as const)));

/** The colour a line's name speaks of, with the word; null when it names none, or more than one. */
export function colourInName(name: string): { word: string; colour: string } | null {
  const found = name
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .flatMap((word) => {
      const colour = byWord.get(word);
      return colour ? [{ word, colour }] : [];
    });
  const [first] = found;
  return first && found.every(({ colour }) => colour === first.colour) ? first : null;
}

/** Hue in degrees, and how far from grey a colour is, from 0 to 1. */
function hueOf(colour: string): { hue: number; chroma: number; light: number } {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255);
  const [high, low] = [Math.max(r, g, b), Math.min(r, g, b)];
  const chroma = high - low;
  const turn =
    chroma === 0
      ? 0
      : high === r
        ? ((g - b) / chroma + 6) % 6
        : high === g
          ? (b - r) / chroma + 2
          : (r - g) / chroma + 4;
  return { hue: turn * 60, chroma, light: (high + low) / 2 };
}

/** Whether a colour could be called by the word that another one stands for. */
export function looksLike(colour: string, named: string): boolean {
  const [a, b] = [hueOf(colour), hueOf(named)];
  if (b.chroma < 0.1) return a.chroma < 0.15 && Math.abs(a.light - b.light) < 0.3;
  const apart = Math.abs(((a.hue - b.hue + 540) % 360) - 180);
  return a.chroma >= 0.15 && apart < 25;
}
