/** Rizo's commands. */
import { parseArgs } from 'node:util';
import { Refusal } from '../src/core/refusal.ts';
import { hostsIn } from '../src/server/guard.ts';
import { say, Trouble } from './say.ts';

type Options = NonNullable<NonNullable<Parameters<typeof parseArgs>[0]>['options']>;
type Values = Record<string, string | boolean | (string | boolean)[] | undefined>;

interface Verb {
  help: string;
  /** reads a table, for which a thread is started first */
  reads?: true;
  options: Options;
  positionals?: boolean;
  run(values: Values, positionals: string[]): Promise<number>;
}

const text = (value: Values[string]) => (typeof value === 'string' ? value : undefined);
const texts = (value: Values[string]) => [value ?? []].flat().filter((one) => typeof one === 'string');

const VERBS: Record<string, Verb> = {
  start: {
    help: `./rizo start [--port N] [--host NAME] [--open] [--take-over]

Installs what is missing, starts Rizo's own database (kept in .rizo/, on loopback
only), builds if the sources have changed, loads the demo report into an empty
database and starts the server. The address is printed last, with a key that lets
a browser in; other users of this machine do not have it. Ctrl-C stops both.

  --port N       serve on this port instead of 4330
  --host NAME    also answer to this name, such as that of a reverse proxy (several: a,b)
  RIZO_HOSTS     the same
  --open         let in anyone who can reach the port, without a key
  --take-over    continue with the reports of an earlier clone in the same place
  DATABASE_URL   use this PostgreSQL database instead of Rizo's own cluster`,
    options: {
      port: { type: 'string' },
      host: { type: 'string' },
      open: { type: 'boolean' },
      'take-over': { type: 'boolean' },
    },
    async run(values) {
      const hosts = [text(values['host']), process.env['RIZO_HOSTS']].filter(Boolean).join(',');
      if (hosts !== '' && hostsIn(hosts).length < hosts.split(/[\s,]+/).filter(Boolean).length)
        throw new Trouble('--host takes names such as reports.example, without http:// and path.');
      process.env['RIZO_HOSTS'] = hosts;
      const port = Number(text(values['port']) ?? 4330);
      if (!Number.isInteger(port) || port < 1 || port > 65_535)
        throw new Trouble('--port takes a number from 1 to 65535.');
      const { start } = await import('./start.ts');
      return start(port, values['open'] === true, values['take-over'] === true);
    },
  },
  stop: {
    help: `./rizo stop [--remove]

Stops a running Rizo: the server first, then its database.

  --remove   also deletes everything it has stored, every report, for good; ./rizo backup keeps them`,
    options: { remove: { type: 'boolean' } },
    async run(values) {
      const { remove, stop } = await import('./start.ts');
      return values['remove'] === true ? remove() : stop();
    },
  },
  status: {
    help: './rizo status\n\nShows what is running: address, processes, state folder. Exits with 1 if Rizo is not running.',
    options: {},
    async run() {
      const { status } = await import('./start.ts');
      return status();
    },
  },
  backup: {
    help: `./rizo backup FILE

Writes all reports, with their tables and their whole history, to a file that
./rizo restore can read; Rizo may be running. With DATABASE_URL, it backs up that
database.`,
    options: {},
    positionals: true,
    async run(_, [file, ...more]) {
      if (file === undefined || more.length > 0) throw new Trouble('Name one file: ./rizo backup FILE.');
      const { backup } = await import('./backup.ts');
      return backup(file);
    },
  },
  restore: {
    help: `./rizo restore FILE

Replaces everything stored with a backup. What was there before is kept in another
database of the same cluster. With DATABASE_URL, that database must be empty.
Rizo must not be running.`,
    options: {},
    positionals: true,
    async run(_, [file, ...more]) {
      if (file === undefined || more.length > 0) throw new Trouble('Name one file: ./rizo restore FILE.');
      const { restore } = await import('./backup.ts');
      return restore(file);
    },
  },
  report: {
    help: `./rizo report export REPORT -o FILE.rizo
./rizo report import FILE.rizo
./rizo report build FILE.rizo -o OUT.pdf|docx|html|zip
./rizo report demo -o FILE.rizo

Moves whole reports. export writes one, found by its title or id, as a bundle with
its tables, style and typefaces; import makes a report from a bundle and prints
its id. Both use the database of the running Rizo, or that of the state folder.
build writes the report in a bundle in the format given by the file extension (zip
is Markdown with its pictures), and demo writes the demo report; neither needs a
database.

  -o, --out FILE   where to write`,
    options: { out: { type: 'string', short: 'o' } },
    positionals: true,
    async run(values, [what, of, ...more]) {
      const out = text(values['out']);
      const { exportReport, importReport, buildReport, demoBundle } = await import('./report.ts');
      if (more.length === 0 && what === 'export' && of && out) return exportReport(of, out);
      if (more.length === 0 && what === 'import' && of && !out) return importReport(of);
      if (more.length === 0 && what === 'build' && of && out) return buildReport(of, out);
      if (what === 'demo' && of === undefined && out) return demoBundle(out);
      throw new Trouble('see ./rizo report --help for what can be done with reports.');
    },
  },
  test: {
    help: `./rizo test [--only NAME]

Checks types, lint, layer rules and dead code, and runs the unit, server and
browser tests on their own ports and database. The last line is "N passed, N failed".

  --only NAME    only the test files whose path contains NAME`,
    options: { only: { type: 'string' } },
    async run(values) {
      const { test } = await import('./testing/run.ts');
      return test(text(values['only']));
    },
  },
  render: {
    reads: true,
    help: `./rizo render --table FILE -o OUT.svg|png|pdf|html|csv|json [options]
./rizo render --spark SPEC --table FILE -o OUT.svg|png|pdf|html|docx|csv|json [options]

Draws a table as a line figure, or as a spark table, without a database.

  --table FILE       the table as received: delimited text, JSON, HTML or a workbook
  --sheet NAME       the sheet of a workbook
  --answer N         the answer to a question that the file leaves open; without it the
                     question is printed, with status 3 (several: one after the other)
  -o, --out FILE     where to write; the extension sets the format (several: -o a.svg -o a.pdf)
  --spark SPEC       a saved spark table (Hand off, "Spark table spec"), or “auto” to make one
  --spec FILE        a saved figure (Hand off, "Figure spec") to apply to the table
  --calendar FILE    the table for the calendar of that figure
  --each COLUMN      one figure per category of a column; {value} in -o and --title is replaced by it
  --panels a[,b]     one panel per category of a column, or a grid of two columns
  --across COLUMN    the column that runs across (key or title)
  --lines a,b        the columns to draw as lines
  --title TEXT       the figure's title
  --locale ID        language of dates and numbers, such as de-DE (default en-GB)
  --style FILE       a house style saved as a file (default: the built-in one)
  --font FILE        a file of a typeface of your own (several: --font a.ttf --font b.otf)
  --outlines         write the text of an SVG as outlines, without fonts
  --dpi N            resolution of a PNG (default 300)
  --exact            write texts in a CSV unchanged; otherwise those that a spreadsheet
                     would take for formulas begin with an apostrophe`,
    options: {
      table: { type: 'string' },
      sheet: { type: 'string' },
      answer: { type: 'string', multiple: true },
      out: { type: 'string', short: 'o', multiple: true },
      spec: { type: 'string' },
      calendar: { type: 'string' },
      spark: { type: 'string' },
      each: { type: 'string' },
      panels: { type: 'string' },
      across: { type: 'string' },
      lines: { type: 'string' },
      title: { type: 'string' },
      locale: { type: 'string' },
      style: { type: 'string' },
      font: { type: 'string', multiple: true },
      outlines: { type: 'boolean' },
      exact: { type: 'boolean' },
      dpi: { type: 'string' },
    },
    async run(values) {
      const table = text(values['table']);
      const out = texts(values['out']);
      if (!table || out.length === 0)
        throw new Trouble('render needs --table FILE and -o OUT.svg or OUT.png; see ./rizo render --help.');
      const spark = text(values['spark']);
      const { render, renderEach } = await import('../src/cli/render.ts');
      const dpi = Number(text(values['dpi']) ?? 300);
      if (!(dpi >= 30 && dpi <= 2400)) throw new Trouble('--dpi takes a number from 30 to 2400.');
      if (spark !== undefined) {
        const { renderSpark } = await import('../src/cli/render-spark.ts');
        return renderSpark({
          spark,
          table,
          out,
          dpi,
          sheet: text(values['sheet']),
          answers: texts(values['answer']),
          title: text(values['title']),
          locale: text(values['locale']),
          style: text(values['style']),
          fonts: texts(values['font']),
          outlines: values['outlines'] === true,
          exact: values['exact'] === true,
        });
      }
      const each = text(values['each']);
      const options = {
        table,
        out,
        dpi,
        sheet: text(values['sheet']),
        answers: texts(values['answer']),
        spec: text(values['spec']),
        calendar: text(values['calendar']),
        across: text(values['across']),
        lines: text(values['lines']),
        panels: text(values['panels']),
        title: text(values['title']),
        locale: text(values['locale']),
        style: text(values['style']),
        fonts: texts(values['font']),
        outlines: values['outlines'] === true,
        exact: values['exact'] === true,
      };
      return each === undefined ? render(options) : renderEach(options, each);
    },
  },
  table: {
    reads: true,
    help: `./rizo table FILE… [--json] [--values] [--sheet NAME]

Prints how tables were understood: their columns, kinds, units, intervals, rows
and remarks.

  --json         as JSON: one line per file, in order; a file that is refused has
                 {"error": …} in its place
  --values       with the cells of each column: dates as ISO 8601, numbers, null
                 for what is missing
  --sheet NAME   the sheet of a workbook, or the table of a page`,
    options: { json: { type: 'boolean' }, values: { type: 'boolean' }, sheet: { type: 'string' } },
    positionals: true,
    async run(values, files) {
      if (files.length === 0) throw new Trouble('table needs a FILE; see ./rizo table --help.');
      const { table } = await import('../src/cli/table.ts');
      return table(files, {
        json: values['json'] === true || values['values'] === true,
        values: values['values'] === true,
        sheet: text(values['sheet']),
      });
    },
  },
  facts: {
    reads: true,
    help: `./rizo facts FILE [--across C] [--lines a,b] [--locale ID] [--answer N] [--json]

Prints what can be said of the lines of a table, one sentence per line, the most
telling first; each is true of the numbers as they are written. With --json, one
object per sentence, with the short form used in notes and subtitles.

  --across C     column that runs across (default: chosen from the table)
  --lines a,b    columns, by key or title (default: all number columns)
  --locale ID    language and number style, such as de-DE
  --answer N     the answer to a question that the file leaves open; without it the
                 question is printed with status 3, and only sentences that do not
                 depend on it`,
    options: {
      across: { type: 'string' },
      lines: { type: 'string' },
      locale: { type: 'string' },
      answer: { type: 'string', multiple: true },
      json: { type: 'boolean' },
    },
    positionals: true,
    async run(values, [path]) {
      if (path === undefined) throw new Trouble('Name a table file: ./rizo facts FILE.');
      const { facts } = await import('../src/cli/facts.ts');
      return facts(path, {
        across: text(values['across']),
        lines: text(values['lines']),
        locale: text(values['locale']),
        answers: texts(values['answer']),
        json: values['json'] === true,
      });
    },
  },
  bench: {
    help: './rizo bench [--json]\n\nMeasures the heavy work: median and 95th percentile in milliseconds.',
    options: { json: { type: 'boolean' } },
    async run(values) {
      const { bench } = await import('../src/cli/bench.ts');
      return bench(values['json'] === true);
    },
  },
};

const OVERVIEW = `Rizo: line figures and in-cell sparklines, set for print.

  ./rizo start     start Rizo and print its address
  ./rizo stop      stop it
  ./rizo status    show what is running
  ./rizo backup    write everything stored to a file
  ./rizo restore   restore such a file
  ./rizo report    move whole reports in and out of Rizo
  ./rizo test      run all checks and tests
  ./rizo render    draw a table as a figure or a spark table, to a file
  ./rizo table     print how a table is understood
  ./rizo facts     print what can be said of a table
  ./rizo bench     measure the heavy work

./rizo COMMAND --help tells you more.`;

async function main(args: string[]): Promise<number> {
  const [name = '--help', ...rest] = args;
  if (name === '--help' || name === '-h' || name === 'help') {
    console.log(OVERVIEW);
    return 0;
  }
  const verb = VERBS[name];
  if (!verb) throw new Trouble(`there is no command “${name}”; ./rizo --help lists them.`);
  if (rest.includes('--help') || rest.includes('-h')) {
    console.log(verb.help);
    return 0;
  }
  try {
    const { values, positionals } = parseArgs({
      args: rest,
      options: verb.options,
      allowPositionals: verb.positionals ?? false,
    });
    if (verb.reads) (await import('../src/cli/read-table.ts')).expectReading();
    return await verb.run(values as Values, positionals);
  } catch (error) {
    if (String((error as { code?: string }).code).startsWith('ERR_PARSE_ARGS'))
      throw new Trouble(`${(error as Error).message.split('.')[0]}; see ./rizo ${name} --help.`);
    throw error;
  }
}

/** Runs a command; what stops it is said in one line. Returns the exit code. */
export async function run(args: string[]): Promise<number> {
  try {
    return await main(args);
  } catch (error) {
    if (error instanceof Trouble || error instanceof Refusal) say(error.message);
    else if ((error as { code?: string }).code === 'ENOSPC')
      say('the disk is full; free some space and run this again.');
    else console.error(error);
    return 1;
  }
}
