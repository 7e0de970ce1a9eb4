/** Units that are words, as each language says them. */
import { describe, expect, it } from 'vitest';
import { LOCALES, type LocaleId, localeOf } from '../../src/core/text/locale.ts';
import { sayAmount } from '../../src/core/text/unit-words.ts';

const said = (id: LocaleId, value: number, decimals: number, unit: string) =>
  sayAmount(value, decimals, unit, localeOf(id), true).replaceAll(/[\u00a0\u202f]/gu, ' ');

describe('units that are words', () => {
  it.each([
    ['en-GB', 104, 0, 'thousands', '104 thousand'],
    ['en-GB', 1, 0, 'thousands', '1 thousand'],
    ['en-GB', 131, 0, '€ million', '€131 million'],
    ['en-GB', 131, 0, 'million €', '€131 million'],
    ['en-US', 25_462, 0, '$ bn', '$25.5 trillion'],
    ['en-GB', 9_999, 0, 'bn USD', '9,999 billion USD'],
    ['en-GB', 1, 0, 'days', '1 day'],
    ['en-GB', 1, 1, 'days', '1.0 days'],
    ['en-GB', -1, 0, 'days', '−1 day'],
    ['en-GB', 2, 0, 'persons', '2 people'],
    ['en-GB', 58, 0, 't', '58 t'],
    ['de-DE', 104, 0, 'thousands', '104 Tsd.'],
    ['de-DE', 12_500, 0, 'million tonnes', '12,5 Mrd. tonnes'],
    ['de-DE', 1, 0, 'days', '1 Tag'],
    ['fr-FR', 1.5, 1, 'million €', '1,5 million €'],
    ['fr-FR', 104, 0, 'thousands', '104 milliers'],
    ['fr-FR', 2, 0, 'hours', '2 heures'],
    ['es-ES', 2, 0, 'million', '2 millones'],
    ['es-ES', 3, 0, 'bn', '3 mil millones'],
    // Spanish has no thousand thousands, French no word that is another number in English.
    ['es-ES', 2710, 0, 'bn USD', '2,71 billones de USD'],
    ['es-ES', 999, 0, 'bn USD', '999 mil millones de USD'],
    ['es-ES', 1520, 0, 'thousands', '1,52 millones'],
    ['es-ES', 2710, 0, 'million', '2710 millones'],
    ['fr-FR', 13_037, 0, 'bn USD', '13 037 milliards d’USD'],
    ['fr-FR', 13_037, 0, 'million USD', '13,0 milliards d’USD'],
    ['pl-PL', 104, 0, 'thousands', '104 tys.'],
    ['pl-PL', 5, 0, 'days', '5 dni'],
    ['pl-PL', 22, 0, 'people', '22 osoby'],
    ['pl-PL', 25, 0, 'people', '25 osób'],
    ['fi-FI', 104, 0, 'thousands', '104 tuhatta'],
    ['fi-FI', 5, 0, 'weeks', '5 viikkoa'],
  ] as const)('%s: %d (%d decimals) %s is “%s”', (id, value, decimals, unit, wanted) => {
    expect(said(id, value, decimals, unit)).toBe(wanted);
  });

  it('say a value of the same size, whatever its word', () => {
    const SIZES = { thousand: 1e3, million: 1e6, billion: 1e9, trillion: 1e12 };
    for (let step = 0; step < 400; step++) {
      const value = Math.round(10 ** (step / 50));
      const [number = '', word = ''] = said('en-GB', value, 0, 'thousands').split(' ');
      const worth = Number(number.replaceAll(',', '')) * SIZES[word as keyof typeof SIZES];
      expect(Math.abs(worth / (value * 1000) - 1)).toBeLessThan(0.006);
    }
  });

  it('leave a unit that is no word as it stands, in every language', () => {
    for (const { id } of LOCALES.map(localeOf)) expect(said(id, 5, 0, 'ppm')).toBe('5 ppm');
  });
});
