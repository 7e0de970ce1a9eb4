/** What languages ask of words that stand beside each other, in sentences of facts. */
import { describe, expect, it } from 'vitest';
import { allFactsOf } from '../../src/core/fact/facts.ts';
import { fill } from '../../src/core/fact/messages.ts';
import { periodInSentence } from '../../src/core/fact/period-words.ts';
import { sayFact } from '../../src/core/fact/say.ts';
import { seasonWords } from '../../src/core/fact/season-words.ts';
import type { FactSeries } from '../../src/core/fact/series.ts';
import { type LocaleId, localeOf } from '../../src/core/text/locale.ts';
import { sayAmount } from '../../src/core/text/unit-words.ts';

const months = (count: number) => Array.from({ length: count }, (_, at) => Date.UTC(2024, at, 1));
const series = (values: number[], more: Partial<FactSeries> = {}): FactSeries => ({
  id: 'a',
  name: 'Delay',
  unit: null,
  measure: null,
  fellows: 1,
  values,
  keys: months(values.length),
  interval: 'month',
  finished: values.length,
  shown: { from: 0, until: values.length },
  yearStart: 1,
  whole: values.every(Number.isInteger),
  decimals: null,
  ...more,
});
const all = (one: FactSeries, id: LocaleId, as: 'short' | 'spoken') =>
  allFactsOf(one, {}).map((fact) => sayFact(fact, localeOf(id), as));

describe('words beside each other', () => {
  it('in French lose a vowel before a name that begins with one, and names stay as they are', () => {
    const crossing = (name: string, other: string) =>
      fill('crossing-above', 'fr', { name, other, since: 'mai 2024', value: '3', in: 'en juin 2024' }, 'spoken');
    expect(crossing('Nord', 'Énergie')).toBe('Nord au-dessus d’Énergie depuis mai 2024, à 3 en juin 2024');
    expect(crossing('Nord', 'Sud')).toBe('Nord au-dessus de Sud depuis mai 2024, à 3 en juin 2024');
    expect(crossing('Port de Ancre', 'Îles de Est')).toBe(
      'Port de Ancre au-dessus d’Îles de Est depuis mai 2024, à 3 en juin 2024',
    );
  });

  it('in German put units into the dative where a preposition asks for it, and only there', () => {
    const said = all(series([3, 9, 4, 5], { unit: 'days' }), 'de-DE', 'spoken');
    expect(said).toContain('Delay im April 2024 bei 5\u00a0Tagen');
    expect(said).toContain('Delay im Februar 2024 mit 9\u00a0Tagen auf dem Höchststand');
    expect(said.join('\n')).toMatch(/auf 5\u00a0Tage gestiegen/);
    expect(all(series([3, 9, 4, 1], { unit: 'days' }), 'de-DE', 'spoken')).toContain(
      'Delay im April 2024 bei 1\u00a0Tag',
    );
    const rates = series([50, 51.2, 52, 50.6, 53, 52.1, 50, 49.2, 51, 52, 50.3, 51, 52, 53, 51.4, 50], {
      unit: '%',
      measure: 'rate',
    });
    expect(all(rates, 'de-DE', 'spoken').join('\n')).toMatch(/von höchstens [\d,]+ Prozentpunkten von Monat zu Monat/);
    expect(all(rates, 'de-DE', 'spoken').join('\n')).toMatch(/um [\d,]+ Prozentpunkte /);
  });

  it('say of rates and temperatures that they are higher, and of what is counted that there is more', () => {
    const values = [50, 51, 52, 50, 57];
    const rate = all(series(values, { unit: '%', measure: 'rate' }), 'de-DE', 'short').join('\n');
    expect(rate).toMatch(/Prozentpunkte höher als im Vormonat/);
    expect(rate).not.toMatch(/mehr als/);
    const guests = all(series(values, { measure: 'flow' }), 'de-DE', 'short').join('\n');
    expect(guests).toMatch(/% mehr als im Vormonat/);
    expect(all(series(values, { unit: '°C', measure: 'temperature' }), 'pl-PL', 'short').join('\n')).toMatch(
      /wyżej niż miesiąc wcześniej/,
    );
    expect(all(series(values, { unit: '°C', measure: 'temperature' }), 'fi-FI', 'short').join('\n')).toMatch(
      /korkeammalla kuin kuukautta aiemmin/,
    );
  });

  it('name the same part of every year in full', () => {
    const of = (month: number, interval: 'month' | 'quarter' | 'half-year' | 'week') =>
      (['en', 'de', 'fr', 'es', 'pl', 'fi'] as const).map((language) =>
        seasonWords(Date.UTC(2024, month, 8), interval, language),
      );
    expect(of(3, 'month')).toEqual(['April', 'April', 'mois d’avril', 'mes de abril', 'kwietnia', 'huhtikuun']);
    expect(of(9, 'month')[2]).toBe('mois d’octobre');
    expect(of(2, 'month').slice(1, 3)).toEqual(['März', 'mois de mars']);
    expect(of(3, 'quarter')).toEqual([
      'second quarter',
      '2. Quartal',
      'deuxième trimestre',
      'segundo trimestre',
      'II kwartału',
      'toisen neljänneksen',
    ]);
    expect(of(8, 'half-year')).toEqual([
      'second half',
      '2. Halbjahr',
      'deuxième semestre',
      'segundo semestre',
      'II półrocza',
      'toisen puoliskon',
    ]);
    expect(of(0, 'week')).toEqual(['week 2', 'Woche 2', 'semaine 2', 'semana 2', '2. tygodnia', 'viikon 2']);
  });

  it('say the hour of one as one, and from when on in Finnish', () => {
    const at = (hour: number) => periodInSentence(Date.UTC(2024, 4, 3, hour), 'hour', 'in', localeOf('es-ES'));
    expect([at(1), at(2), at(11), at(13)].map((text) => text.replace(/^.* a /, 'a '))).toEqual([
      'a la 1:00',
      'a las 2:00',
      'a las 11:00',
      'a las 13:00',
    ]);
    const french = (hour: number, minute: number, second: number, interval: 'hour' | 'minute' | 'second') =>
      periodInSentence(Date.UTC(2024, 4, 3, hour, minute, second), interval, 'in', localeOf('fr-FR'));
    expect([french(1, 0, 0, 'hour'), french(13, 5, 0, 'minute'), french(0, 0, 7, 'second')]).toEqual([
      'le 3 mai 2024 à 1\u00a0h',
      'le 3 mai 2024 à 13\u00a0h\u00a005',
      'le 3 mai 2024 à 0\u00a0h\u00a000 min 07 s',
    ]);
    const from = (interval: 'year' | 'month' | 'day' | 'quarter') =>
      periodInSentence(Date.UTC(2007, 4, 14), interval, 'from', localeOf('fi-FI'));
    expect([from('year'), from('month'), from('day'), from('quarter')]).toEqual([
      'vuodesta 2007',
      'toukokuusta 2007',
      '14. toukokuuta 2007',
      'vuoden 2007 toisesta neljänneksestä',
    ]);
  });

  it('link a word of size to what is counted as the language does', () => {
    const say = (id: LocaleId, value: number, unit: string) => sayAmount(value, 0, unit, localeOf(id));
    expect(say('fr-FR', 12, 'bn USD')).toBe('12\u00a0milliards d’USD');
    expect(say('fr-FR', 12, 'bn kWh')).toBe('12\u00a0milliards de kWh');
    expect(say('es-ES', 12, 'bn USD')).toBe('12\u00a0mil millones de USD');
    expect(say('es-ES', 12, 'thousand USD')).toBe('12\u00a0mil USD');
    expect(say('de-DE', 12, 'bn USD')).toBe('12\u00a0Mrd. USD');
  });

  it('give percentages their article in Spanish, and numbers of other units none', () => {
    const rates = all(series([5.8, 6.1, 7.3, 9.6], { unit: '%', measure: 'rate' }), 'es-ES', 'spoken');
    expect(rates).toContain('Delay en el 9,6\u00a0% en abril de 2024');
    expect(rates).toContain('Delay al alza, del 5,8\u00a0% en enero de 2024 al 9,6\u00a0% en abril de 2024');
    expect(rates.join('\n')).toMatch(/hasta el 9,6/);
    for (const said of rates) expect(said).not.toMatch(/(?:^|\s)(?:en|hasta|con|de|a) [\d,]+\u00a0%/u);
    const loads = all(series([5.8, 6.1, 7.3, 9.6], { unit: 't' }), 'es-ES', 'spoken');
    expect(loads).toContain('Delay al alza, de 5,8\u00a0t en enero de 2024 a 9,6\u00a0t en abril de 2024');
    for (const said of loads) expect(said).not.toMatch(/(?:en el|del|al|hasta el) [\d,]+\u00a0t/u);
  });

  it('close the dash between two numbers in Polish and Finnish, and leave it open between words', () => {
    const span = (from: string, until: string) =>
      (['pl', 'fi'] as const).map((of) => fill('span', of, { from, until }));
    expect(span('1951', '1975')).toEqual(['1951–1975', '1951–1975']);
    expect(span('K1 1959', 'K3 2009')).toEqual(['K1 1959 – K3 2009', 'K1 1959 – K3 2009']);
    expect(span('1958-W13', '2001-W52')).toEqual(['1958-W13 – 2001-W52', '1958-W13 – 2001-W52']);
  });
});
