/** Rizo's commands. `./rizo` installs packages and comes here. */
import { parseArgs } from 'node:util';
import { Refusal } from '../src/core/refusal.ts';
import { say, Trouble } from './say.ts';

type Options = NonNullable<NonNullable<Parameters<typeof parseArgs>[0]>['options']>;
type Values = Record<string, string | boolean | undefined>;

interface Verb {
  help: string;
  options: Options;
  positionals?: boolean;
  run(values: Values, positionals: string[]): Promise<number>;
}

const text = (value: string | boolean | undefined) => (typeof value === 'string' ? value : undefined);

const VERBS: Record<string, Verb> = {
  start: {
    help: `./rizo start [--port N]

Installs what is missing, starts a database of Rizo's own (kept in .rizo/, on
loopback only), builds when the sources changed, loads the demo report into an
empty database and serves. The address is printed last. Ctrl-C stops both.

  --port N       serve on this port instead of 4330
  DATABASE_URL   use this PostgreSQL database instead of a cluster of Rizo's own`,
    options: { port: { type: 'string' } },
    async run(values) {
      const port = Number(text(values['port']) ?? 4330);
      if (!Number.isInteger(port) || port < 1 || port > 65_535)
        throw new Trouble('--port takes a number from 1 to 65535.');
      const { start } = await import('./start.ts');
      return start(port);
    },
  },
  stop: {
    help: './rizo stop\n\nStops a running Rizo: the server first, then its database.',
    options: {},
    async run() {
      const { stop } = await import('./start.ts');
      return stop();
    },
  },
  test: {
    help: `./rizo test [--only NAME]

Runs types, lint, layer rules, dead code, unit, server and browser tests, on
ports and a database of their own, and ends with a line "N passed, N failed".

  --only NAME    just the test files whose path holds NAME`,
    options: { only: { type: 'string' } },
    async run(values) {
      const { test } = await import('./test.ts');
      return test(text(values['only']));
    },
  },
  render: {
    help: `./rizo render --table FILE -o OUT.svg|OUT.png [options]
./rizo render --spark SPEC --table FILE -o OUT.svg|png|html|docx|csv|json [options]

Sets a table as a line figure, or as a spark table, without a database.

  --table FILE       the table as received: delimited text, JSON, HTML or a workbook
  --sheet NAME       the sheet of a workbook
  -o, --out FILE     where to write; the ending says the format
  --spark SPEC       a saved spark table (Hand off, "Spark table spec"), or “auto” to make one
  --spec FILE        a saved figure (Hand off, "Figure spec") to draw the table with
  --each COLUMN      one figure for each category of a column; {value} in -o and --title stands for it
  --panels a[,b]     a panel for each category of a column, or a grid of two
  --across COLUMN    the column that runs across (key or title)
  --lines a,b        the columns to draw as lines
  --title TEXT       the figure's title
  --locale ID        language of dates and numbers, such as de-DE (default en-GB)
  --outlines         write the text of an SVG as outlines, without fonts
  --dpi N            resolution of a PNG (default 300)`,
    options: {
      table: { type: 'string' },
      sheet: { type: 'string' },
      out: { type: 'string', short: 'o' },
      spec: { type: 'string' },
      spark: { type: 'string' },
      each: { type: 'string' },
      panels: { type: 'string' },
      across: { type: 'string' },
      lines: { type: 'string' },
      title: { type: 'string' },
      locale: { type: 'string' },
      outlines: { type: 'boolean' },
      dpi: { type: 'string' },
    },
    async run(values) {
      const table = text(values['table']);
      const out = text(values['out']);
      if (!table || !out)
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
          title: text(values['title']),
          locale: text(values['locale']),
          outlines: values['outlines'] === true,
        });
      }
      const each = text(values['each']);
      const options = {
        table,
        out,
        dpi,
        sheet: text(values['sheet']),
        spec: text(values['spec']),
        across: text(values['across']),
        lines: text(values['lines']),
        panels: text(values['panels']),
        title: text(values['title']),
        locale: text(values['locale']),
        outlines: values['outlines'] === true,
      };
      return each === undefined ? render(options) : renderEach(options, each);
    },
  },
  table: {
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
    help: `./rizo facts FILE [--across C] [--lines a,b] [--locale ID] [--json]

Prints what can be said of the lines of a table, the most telling first: each
holds of the numbers as they are written. With --json an object each.

  --across C     column that runs across; chosen when it is not given
  --lines a,b    columns, by key or title; all measures when they are not given
  --locale ID    language and style of the numbers, such as de-DE`,
    options: {
      across: { type: 'string' },
      lines: { type: 'string' },
      locale: { type: 'string' },
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
    return await verb.run(values as Values, positionals);
  } catch (error) {
    if (String((error as { code?: string }).code).startsWith('ERR_PARSE_ARGS'))
      throw new Trouble(`${(error as Error).message.split('.')[0]}; see ./rizo ${name} --help.`);
    throw error;
  }
}

try {
  process.exitCode = await main(process.argv.slice(2));
} catch (error) {
  if (error instanceof Trouble || error instanceof Refusal) say(error.message);
  else if ((error as { code?: string }).code === 'ENOSPC') say('the disk is full; free some space and run this again.');
  else console.error(error);
  process.exitCode = 1;
}
