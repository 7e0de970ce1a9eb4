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

Installs what is missing, starts a database of Rizo's own (kept in .rizo/, on
loopback only), builds when the sources changed, loads the demo report into an
empty database and serves. The address is printed last, with a key that lets a
browser in; other users of this machine do not have it. Ctrl-C stops both.

  --port N       serve on this port instead of 4330
  --host NAME    take requests under this name, too, such as that of a reverse proxy (several: a,b)
  RIZO_HOSTS     the same
  --open         let in all who reach the port, without a key
  --take-over    go on with the reports of an earlier clone in the same place
  DATABASE_URL   use this PostgreSQL database instead of a cluster of Rizo's own`,
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

  --remove   removes all that it keeps as well: every report, for good; ./rizo backup keeps them`,
    options: { remove: { type: 'boolean' } },
    async run(values) {
      const { remove, stop } = await import('./start.ts');
      return values['remove'] === true ? remove() : stop();
    },
  },
  status: {
    help: './rizo status\n\nSays what runs where: address, processes, state folder. Exits with 1 where Rizo does not serve.',
    options: {},
    async run() {
      const { status } = await import('./start.ts');
      return status();
    },
  },
  backup: {
    help: `./rizo backup FILE

Writes all reports, with their tables and all that was changed, to a file that
./rizo restore puts back; also while Rizo runs. With DATABASE_URL, of that
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

Puts a backup in the place of all that is stored. What was there is kept beside
it, in a database of the same cluster. With DATABASE_URL, that database has to
be empty. Rizo must not be running.`,
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

Moves whole reports: export writes one, by its title or id, with its tables,
style and typefaces as a bundle; import makes a report of a bundle and prints its
id. Both work on the database of a running Rizo, or of the state folder. build
writes the report of a bundle in the form that the ending says (zip is Markdown
with its pictures) and demo writes the demo report, without a database.

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

Runs types, lint, layer rules, dead code, unit, server and browser tests, on
ports and a database of their own, and ends with a line "N passed, N failed".

  --only NAME    just the test files whose path holds NAME`,
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

Sets a table as a line figure, or as a spark table, without a database.

  --table FILE       the table as received: delimited text, JSON, HTML or a workbook
  --sheet NAME       the sheet of a workbook
  --answer N         what to read where the file leaves it open; without it the
                     question is printed, with status 3 (several: one after the other)
  -o, --out FILE     where to write; the ending says the format (several: -o a.svg -o a.pdf)
  --spark SPEC       a saved spark table (Hand off, "Spark table spec"), or “auto” to make one
  --spec FILE        a saved figure (Hand off, "Figure spec") to draw the table with
  --calendar FILE    the table that the calendar of that figure is taken from
  --each COLUMN      one figure for each category of a column; {value} in -o and --title stands for it
  --panels a[,b]     a panel for each category of a column, or a grid of two
  --across COLUMN    the column that runs across (key or title)
  --lines a,b        the columns to draw as lines
  --title TEXT       the figure's title
  --locale ID        language of dates and numbers, such as de-DE (default en-GB)
  --style FILE       a house style that was kept as a file; the built-in one without it
  --font FILE        a file of a typeface of its own (several: --font a.ttf --font b.otf)
  --outlines         write the text of an SVG as outlines, without fonts
  --dpi N            resolution of a PNG (default 300)
  --exact            texts of a CSV as they are; without it, those that a spreadsheet
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

Prints what was understood of tables: their columns, kinds, units, intervals,
rows and remarks.

  --json         as JSON: a line for each of several files, in order; a file that
                 is refused has {"error": …} in its place
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

Prints what can be said of the lines of a table, a sentence each, the most telling
first: each holds of the numbers as they are written. With --json an object each,
with the short form that notes and subtitles have.

  --across C     column that runs across; chosen when it is not given
  --lines a,b    columns, by key or title; all measures when they are not given
  --locale ID    language and style of the numbers, such as de-DE
  --answer N     what to read where the file leaves it open; without it the question
                 is printed with status 3, and only what does not hang on it is said`,
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

  ./rizo start     start it and print its address
  ./rizo stop      stop it
  ./rizo status    say what runs where
  ./rizo backup    write all that is stored to a file
  ./rizo restore   put such a file back
  ./rizo test      run all checks and tests
  ./rizo render    set a table as a figure or a spark table, to a file
  ./rizo table     print what is understood of a table
  ./rizo facts     print what can be said of a table
  ./rizo bench     measure the heavy work

./rizo COMMAND --help says more.`;

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
