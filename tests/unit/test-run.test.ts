/** What the test command makes of what its runner reports: nothing that failed is left out, and the last lines name it. */
import { describe, expect, it } from 'vitest';
import {
  type Failure,
  isGreen,
  lastLines,
  NOTHING,
  type Outcome,
  outcomeOf,
  runsAgain,
  verdictOf,
} from '../../launcher/testing/outcome.ts';

const ROOT = '/somewhere/rizo';
const FILE = `${ROOT}/tests/browser/words.test.ts`;

const result = (status: string, tests: [string, string, string?][], message = '') => ({
  name: FILE,
  status,
  message,
  startTime: 1000,
  endTime: 3500,
  assertionResults: tests.map(([fullName, status, failure]) => ({
    fullName,
    status,
    failureMessages: failure ? [failure] : [],
  })),
});
const failure = (name: string, file = 'tests/browser/words.test.ts'): Failure => ({
  project: 'served',
  file,
  name,
  at: file,
  message: 'no',
});
const outcome = (passed: number, failed: Failure[], file = 'tests/browser/words.test.ts'): Outcome => ({
  passed,
  failed,
  files: [{ file, seconds: 1, passed }],
});

describe('what a runner reports', () => {
  it('gives each failed test with its line and a message without colours', () => {
    const stack = `\u001b[31mAssertionError\u001b[39m: expected 1 to be 2\n    at file://${ROOT}/node_modules/x/y.js:1:2\n    at ${FILE}:88:14`;
    const { passed, failed, files } = outcomeOf(
      {
        testResults: [
          result('failed', [
            ['words say', 'passed'],
            ['words hold', 'failed', stack],
            ['later', 'skipped'],
          ]),
        ],
      },
      1,
      'served',
      ROOT,
    );
    expect(passed).toBe(1);
    expect(files).toEqual([{ file: 'tests/browser/words.test.ts', seconds: 2.5, passed: 1 }]);
    expect(failed).toEqual([
      {
        project: 'served',
        file: 'tests/browser/words.test.ts',
        name: 'words hold',
        at: 'tests/browser/words.test.ts:88',
        message: expect.stringMatching(/^AssertionError: expected 1 to be 2/),
      },
    ]);
  });

  it('counts a file that could not be loaded, and a runner that ended by itself, as failures', () => {
    const broken = outcomeOf({ testResults: [result('failed', [], 'SyntaxError: no')] }, 1, 'unit', ROOT);
    expect(broken.failed).toMatchObject([{ name: '', message: 'SyntaxError: no' }]);
    const ended = outcomeOf({ testResults: [result('passed', [['a', 'passed']])] }, 1, 'unit', ROOT);
    expect(ended.failed).toMatchObject([{ project: null, message: expect.stringContaining('ended with 1') }]);
    expect(outcomeOf({ testResults: [] }, 0, 'unit', ROOT)).toEqual(NOTHING);
  });
});

describe('a second try', () => {
  it('is of what failed only: some tests of a file, or all of one that failed as a whole', () => {
    const check: Failure = { project: null, file: '', name: 'types', at: '', message: '' };
    expect(runsAgain([failure('a'), failure('b'), failure('c', 'x.ts'), failure('', 'x.ts'), check])).toEqual([
      { project: 'served', file: 'tests/browser/words.test.ts', names: ['a', 'b'] },
      { project: 'served', file: 'x.ts', names: null },
    ]);
  });

  it('counts what passes then as passed and names it; what fails again, or only then, fails', () => {
    const first = outcome(10, [failure('a'), failure('b')]);
    const again = outcome(1, [failure('b'), failure('z', 'other.ts')]);
    const verdict = verdictOf(first, again);
    expect(verdict.passed).toBe(11);
    expect(verdict.unsteady.map(({ name }) => name)).toEqual(['a']);
    expect(verdict.failed.map(({ name }) => name)).toEqual(['b', 'z']);
    expect(isGreen(verdict)).toBe(false);
    expect(lastLines(verdict, ({ name }) => [`${name}.png`])).toEqual([
      'unsteady: a (tests/browser/words.test.ts)',
      '      no',
      '      see a.png',
      'FAILED: b (tests/browser/words.test.ts)',
      '      no',
      '      see b.png',
      'FAILED: z (other.ts)',
      '      no',
      '      see z.png',
    ]);
  });

  it('does not mend a check, nor a file whose second run fails as a whole', () => {
    const check: Failure = { project: null, file: '', name: 'types', at: '', message: 'TS1' };
    expect(verdictOf(outcome(3, [check]), NOTHING).failed).toEqual([check]);
    const verdict = verdictOf(outcome(3, [failure('a')]), outcome(0, [failure('')]));
    expect(verdict.failed.map(({ name }) => name)).toEqual(['a', '']);
    expect(verdict.unsteady).toEqual([]);
  });

  it('counts the tests of a file that failed as a whole once', () => {
    const verdict = verdictOf(outcome(4, [failure('')]), outcome(5, []));
    expect(verdict).toMatchObject({ passed: 5, failed: [], unsteady: [{ name: '' }] });
  });

  it('lets three be unsteady, and no more', () => {
    const some = (count: number) => Array.from({ length: count }, (_, index) => failure(`t${index}`));
    expect(isGreen(verdictOf(outcome(1, some(3)), outcome(3, [])))).toBe(true);
    const four = verdictOf(outcome(1, some(4)), outcome(4, []));
    expect(isGreen(four)).toBe(false);
    expect(lastLines(four, () => []).at(-1)).toMatch(/^FAILED: 4 tests passed only when/);
  });
});
