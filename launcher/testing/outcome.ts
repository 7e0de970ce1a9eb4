/** What came of checks and test files: read from the runner's report, put together, and said so that the last lines tell what to do. */

/** Something that failed: a check, a test, or a whole file that could not be read or made ready. */
export interface Failure {
  /** where it is run again; null for a check, which says the same each time */
  project: string | null;
  /** path from the root of the clone; '' for a check */
  file: string;
  /** full name of the test; '' where the file as a whole failed */
  name: string;
  /** `file:line` of the first line of a test in the stack, or the file */
  at: string;
  message: string;
}

export interface Outcome {
  passed: number;
  failed: Failure[];
  /** how long each file took, in seconds, and how many of its tests passed */
  files: { file: string; seconds: number; passed: number }[];
}

export const NOTHING: Outcome = { passed: 0, failed: [], files: [] };

export const together = (outcomes: readonly Outcome[]): Outcome => ({
  passed: outcomes.reduce((sum, { passed }) => sum + passed, 0),
  failed: outcomes.flatMap(({ failed }) => failed),
  files: outcomes.flatMap(({ files }) => files),
});

/** The part of Vitest's JSON report that is read here. */
export interface VitestReport {
  testResults: {
    name: string;
    status: string;
    message: string;
    startTime: number;
    endTime: number;
    assertionResults: { fullName: string; status: string; failureMessages?: string[] | null }[];
  }[];
}

// biome-ignore lint/suspicious/noControlCharactersInRegex: colours of a terminal are told by this letter
const plain = (text: string) => text.replace(/\u001b\[[0-9;]*m/g, '');

/** The first line of a test in a stack, as a path from the root. */
function placeIn(text: string, root: string, file: string): string {
  const line = text.split('\n').find((one) => /:\d+:\d+\)?$/.test(one) && one.includes(`${root}/tests/`));
  const found = line && /([^\s(]+):(\d+):\d+\)?$/.exec(line);
  return found ? `${(found[1] ?? '').replace('file://', '').replace(`${root}/`, '')}:${found[2]}` : file;
}

/** Reads what the runner reported; `code` is how it ended. */
export function outcomeOf(report: VitestReport, code: number, project: string, root: string): Outcome {
  const failed: Failure[] = [];
  const files: Outcome['files'] = [];
  let passed = 0;
  for (const one of report.testResults) {
    const file = one.name.replace(`${root}/`, '');
    const own = one.assertionResults.filter(({ status }) => status === 'passed').length;
    files.push({ file, seconds: (one.endTime - one.startTime) / 1000, passed: own });
    passed += own;
    const before = failed.length;
    for (const { fullName, status, failureMessages } of one.assertionResults) {
      if (status !== 'failed') continue;
      const message = plain((failureMessages ?? []).join('\n'));
      failed.push({ project, file, name: fullName, at: placeIn(message, root, file), message });
    }
    // A file that could not be loaded or made ready has no test that failed, but it failed.
    if (one.status === 'failed' && failed.length === before) {
      const message = plain(one.message);
      failed.push({ project, file, name: '', at: placeIn(message, root, file), message });
    }
  }
  if (code !== 0 && failed.length === 0)
    failed.push(endedBy(project, `the runner ended with ${code} though no test failed; see above`));
  return { passed, failed, files };
}

/** A runner that ended without a report that can be read, or for a reason of its own. */
export const endedBy = (project: string, message: string): Failure => ({
  project: null,
  file: '',
  name: `the run of the tests “${project}”`,
  at: '',
  message,
});

/** Those that failed by what has to be run again for them: a whole file, or some of its tests. */
export function runsAgain(failed: readonly Failure[]): { project: string; file: string; names: string[] | null }[] {
  const found = new Map<string, { project: string; file: string; names: string[] | null }>();
  for (const { project, file, name } of failed) {
    if (project === null) continue;
    const key = `${project} ${file}`;
    const run = found.get(key) ?? { project, file, names: [] };
    // Where the file as a whole failed, all of it is run.
    run.names = name === '' || run.names === null ? null : [...run.names, name];
    found.set(key, run);
  }
  return [...found.values()];
}

/** More tests than this that pass only when they are run again, alone, fail a run. */
const MOST_UNSTEADY = 3;

export interface Verdict {
  passed: number;
  failed: Failure[];
  /** what failed, and passed when it was run again alone */
  unsteady: Failure[];
}

const isSame = (one: Failure) => (other: Failure) => other.file === one.file && other.name === one.name;

/** What a run comes to: `again` is what came of running once more, alone, what failed at `first`. */
export function verdictOf(first: Outcome, again: Outcome): Verdict {
  const still = (one: Failure) =>
    one.project === null ||
    again.failed.some((other) => isSame(one)(other) || (other.file === one.file && other.name === ''));
  const failed = [
    ...first.failed.filter(still),
    // What came up only when it was run again, such as a runner that ended by itself.
    ...again.failed.filter((other) => !first.failed.some(isSame(other))),
  ];
  const unsteady = first.failed.filter((one) => !still(one));
  // A file that failed as a whole is run whole: what passed in it at first is not counted twice.
  const twice = first.files.filter(({ file }) => first.failed.some((one) => one.file === file && one.name === ''));
  const passed = first.passed + again.passed - twice.reduce((sum, file) => sum + file.passed, 0);
  return { passed, failed, unsteady };
}

export const isGreen = ({ failed, unsteady }: Verdict): boolean =>
  failed.length === 0 && unsteady.length <= MOST_UNSTEADY;

const MESSAGE_LINES = 6;

const nameOf = ({ file, name }: Failure) => (name === '' ? `${file} as a whole` : name);

/** The first lines of a message, short, each set in. */
const told = (message: string) =>
  message
    .split('\n')
    .filter((line) => line.trim() !== '' && !/node_modules|node:internal/.test(line))
    .slice(0, MESSAGE_LINES)
    .map((line) => `      ${line.trim().slice(0, 200)}`);

/** The last lines of a run, without the counts: what failed, what was unsteady, where more of it lies. */
export function lastLines(verdict: Verdict, evidenceOf: (one: Failure) => string[]): string[] {
  const each = (what: string) => (one: Failure) => [
    `${what}: ${nameOf(one)}${one.at ? ` (${one.at})` : ''}`,
    ...told(one.message),
    ...evidenceOf(one).map((path) => `      see ${path}`),
  ];
  return [
    ...verdict.unsteady.flatMap(each('unsteady')),
    ...verdict.failed.flatMap(each('FAILED')),
    ...(verdict.unsteady.length > MOST_UNSTEADY
      ? [`FAILED: ${verdict.unsteady.length} tests passed only when they were run again alone; ${MOST_UNSTEADY} may.`]
      : []),
  ];
}
