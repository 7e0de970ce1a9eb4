/** Bundles of reports: what comes out is what went in, cells of any kind, and broken ones are refused in a sentence. */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { BOARD_PAPERS, SKERRY_PLAIN } from '../../demo/styles.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { newReport, type Report } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { Cell } from '../../src/core/table/column.ts';
import type { WholeBlock } from '../../src/core/table/kept.ts';
import { readBundle, writeBundle } from '../../src/formats/bundle.ts';
import { readFamily } from '../../src/formats/own-font.ts';
import { harbourGrotesk } from '../fonts.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { dates, numbers, tableOf, texts } from './tables.ts';

const { report, blocks } = demoReport();
const bundle = (given: Report = report, cells: Record<string, WholeBlock> = blocks) => ({
  record: recordOf(given),
  blocks: cells,
  house: null,
  families: [],
});

const HARD: Cell[] = [
  null,
  '',
  ' ',
  '\\',
  '\\#5',
  '\\\\',
  '5',
  '0',
  'a,b',
  'a"b',
  'line\nbreak',
  'carriage\r\nreturn',
  '=1+1',
  '#',
  'é',
  '北',
  '\u00a0',
  'null',
  '-0',
];
const HARD_NUMBERS: Cell[] = [
  null,
  0,
  -0,
  1e21,
  1e-9,
  0.1 + 0.2,
  -1250.5,
  5e-324,
  1.7976931348623157e308,
  123456789012345680,
];
const HARD_DATES: Cell[] = [
  null,
  0,
  -1,
  Date.UTC(2026, 0, 1),
  Date.UTC(2026, 0, 1, 13, 5, 7, 250),
  -62135596800000,
  Date.UTC(12000, 0, 1),
  1.5,
];

describe('a bundle', () => {
  it('is the same report again, with its tables, style and typefaces', async () => {
    const { family, files } = await readFamily([{ name: 'x.ttf', bytes: harbourGrotesk('Harbour') }]);
    const families = [
      { id: family.id, name: family.name, files: [...files].map(([name, bytes]) => ({ name, bytes })) },
    ];
    const house = { ...BOARD_PAPERS, type: { ...BOARD_PAPERS.type, text: { id: family.id, name: family.name } } };
    const record = recordOf({ ...report, style: { kind: 'house', id: 'a-house' } });
    const back = readBundle('x.rizo', writeBundle({ record, blocks, house, families }));
    expect(reportOf(back.record)).toEqual(reportOf(record));
    expect(back.record).toEqual(record);
    expect(back.blocks).toEqual(blocks);
    expect(back.house).toEqual(house);
    expect(back.families.map(({ id, name }) => [id, name])).toEqual([[family.id, family.name]]);
    // The typeface is the same one once it is read anew.
    const again = await readFamily(back.families[0]?.files ?? []);
    expect({ ...again.family, id: family.id }).toEqual(family);
    expect(writeBundle(back)).toEqual(writeBundle({ record, blocks, house, families }));
  });

  it('keeps every cell, whatever it is and whatever stands in it', () => {
    for (let seed = 1; seed <= runs(40); seed++) {
      const dice = new Dice(seed);
      const rows = dice.below(12);
      const column = (values: Cell[]) => Array.from({ length: rows }, () => dice.of(values));
      const mixed = [...HARD, ...HARD_NUMBERS, ...HARD_DATES];
      const table = tableOf([
        { ...dates(column(HARD_DATES), 'day'), key: 'd', title: 'a "title", with signs' },
        numbers('n', column(HARD_NUMBERS)),
        texts('t', column(HARD)),
        {
          ...numbers('m', column(mixed)),
          received: Array.from({ length: rows }, () => dice.of([null, '', '12.5 p', '\\x'])),
        },
        texts('u', column(mixed)),
      ]);
      const packed = packTable('t', { ...table, rows }, () => `block-${dice.id()}`);
      const own: Report = { ...newReport('A report', ''), items: [packed.item] };
      const back = readBundle('x.rizo', writeBundle(bundle(own, packed.blocks)));
      for (const [id, block] of Object.entries(packed.blocks)) {
        // What was received of no cell is nothing that was received.
        const isPlain = !Array.isArray(block) && block.received.every((text) => text === null);
        const wanted = isPlain && !Array.isArray(block) ? block.cells : block;
        expect(JSON.stringify(back.blocks[id]), `seed ${seed}`).toBe(JSON.stringify(wanted));
      }
    }
  });

  it('is readable without Rizo: tables are CSV with their titles, the report is JSON', () => {
    const files = unzipSync(writeBundle({ ...bundle(), house: SKERRY_PLAIN }));
    expect(Object.keys(files).sort()).toEqual([
      'report.json',
      'style.json',
      'tables/monthly-sailings.as-received.csv',
      'tables/monthly-sailings.csv',
      'tables/pier-traffic-by-vessel.csv',
      'tables/piers-summer-2026.csv',
      'tables/traffic-by-year.as-received.csv',
      'tables/traffic-by-year.csv',
      'tables/works-and-changes.csv',
    ]);
    const [head, first] = strFromU8(files['tables/monthly-sailings.csv'] ?? new Uint8Array()).split('\r\n');
    expect(head).toMatch(/^month,outer_isles/);
    expect(first).toMatch(/^2024-01-01,/);
  });

  it('that is broken is refused in a sentence, and never half read', () => {
    const whole = unzipSync(writeBundle({ ...bundle(), house: SKERRY_PLAIN }));
    const wrong = (change: (files: Record<string, Uint8Array>) => void) => {
      const files = { ...whole };
      change(files);
      return zipSync(files);
    };
    const cases: Uint8Array[] = [
      new Uint8Array(),
      strToU8('no archive'),
      zipSync({ 'other.txt': strToU8('x') }),
      wrong((files) => {
        files['report.json'] = strToU8('{');
      }),
      wrong((files) => {
        files['report.json'] = strToU8('{"format":"rizo-bundle","version":2}');
      }),
      wrong((files) => {
        delete files['tables/monthly-sailings.csv'];
      }),
      wrong((files) => {
        files['tables/monthly-sailings.csv'] = strToU8('month\r\n2024-01-01\r\n');
      }),
      wrong((files) => {
        files['tables/traffic-by-year.csv'] = strToU8(
          strFromU8(files['tables/traffic-by-year.csv'] ?? new Uint8Array()).replace(/,\d+/, ',many'),
        );
      }),
      wrong((files) => {
        files['style.json'] = strToU8('{"format":"rizo-style"}');
      }),
      wrong((files) => {
        files['style.json'] = strToU8('nothing');
      }),
    ];
    for (const [at, bytes] of cases.entries()) {
      const read = () => readBundle('x.rizo', bytes);
      expect(read, String(at)).toThrow(Refusal);
      expect(read, String(at)).toThrow(/^[^\n]{10,300}\.$/);
    }
    const bytes = writeBundle(bundle());
    for (let seed = 1; seed <= runs(60); seed++) {
      const dice = new Dice(seed);
      const spoiled = bytes.slice();
      for (let hit = 0; hit < 5; hit++) spoiled[dice.below(spoiled.length)] = dice.below(256);
      try {
        readBundle('x.rizo', spoiled);
      } catch (error) {
        expect(error, `seed ${seed}`).toBeInstanceOf(Refusal);
      }
    }
  });

  it('is made of what is there where a table is gone or cells are lost, and says so', () => {
    const without = { ...report, items: report.items.filter(({ id }) => id !== 'sailings') };
    expect(reportOf(readBundle('gone.zip', writeBundle(bundle(without))).record)).toEqual(without);
    const table = report.items.find(({ id }) => id === 'sailings');
    if (table?.type !== 'table') throw new Error('no table');
    const { meta, block } = table.columns[2] ?? {};
    const { [block ?? '']: _, ...some } = blocks;
    const read = reportOf(readBundle('lost.zip', writeBundle(bundle(report, some))).record);
    const again = read.items.find(({ id }) => id === 'sailings');
    expect(again?.type === 'table' && again.remarks.map(({ text }) => text)).toContainEqual(
      expect.stringContaining(`“${meta?.title}” of table “${table.name}”`),
    );
  });
});
