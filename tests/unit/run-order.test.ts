/** Runs of lines that go both ways, against the whole algorithm of a library. */
import bidiFactory from 'bidi-js';
import { describe, expect, it } from 'vitest';
import { textWidth } from '../../src/core/text/measure.ts';
import { placeRuns, type Run, type Type } from '../../src/core/text/rich.ts';
import { Dice } from './any-command.ts';

const bidi = bidiFactory();
const type: Type = { face: 'sans-400', size: 9, colour: '#2b2530' };
const say = () => '';

/** The runs of a line from left to right, as the library orders their letters. */
function seen(runs: readonly { text: string }[]): string[] {
  const text = runs.map((run) => run.text).join(' ');
  const order = bidi.getReorderedIndices(text, bidi.getEmbeddingLevels(text, 'auto'));
  const places = runs.map((_, index) => {
    const start = runs.slice(0, index).reduce((sum, run) => sum + run.text.length + 1, 0);
    return order.indexOf(start);
  });
  return runs
    .map((run, index) => ({ run, place: places[index] ?? 0 }))
    .sort((a, b) => a.place - b.place)
    .map(({ run }) => run.text);
}

describe('the runs of a line', () => {
  it('stand as the bidirectional algorithm orders them, without touching each other', () => {
    const dice = new Dice(5);
    for (let turn = 0; turn < 400; turn++) {
      const words = [dice.of(['נמל', 'ميناء', 'Ness'])];
      for (let more = dice.below(5); more >= 0; more--) words.push(dice.of(['צפון', 'الشمال', 'Kelda', 'Øst', 'חדש']));
      // Each run looks other than the one before it.
      const runs: Run[] = words.map((text, index) => ({
        text: `${index > 0 ? ' ' : ''}${text}`,
        ...(index % 2 === 0 && { bold: true as const }),
      }));
      const [line = []] = placeRuns(runs, type, say, 2000);
      expect(line.map(({ text }) => text.trim())).toEqual(seen(words.map((text) => ({ text }))));
      line.slice(1).forEach((run, index) => {
        const before = line[index];
        if (!before) return;
        const end = before.x + textWidth(before.text.trim(), before.face, before.size);
        expect(run.x).toBeGreaterThan(end + 1);
      });
      expect(line[0]?.x).toBeCloseTo(0, 1);
    }
  });

  it('begin a right-to-left line at its right, with numbers where they are read', () => {
    const runs: Run[] = [{ text: 'נמל' }, { text: ' 2023', bold: true }, { text: ' צפון' }];
    const [line = []] = placeRuns(runs, type, say, 500);
    expect(line.map(({ text }) => text.trim())).toEqual(['צפון', '2023', 'נמל']);
  });
});
