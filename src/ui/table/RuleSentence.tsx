import type { Operand, Rule } from '../../core/table/calc/calculation.ts';
import { measuresOf } from '../../core/table/calc/draft.ts';
import { LONGER, STATISTICS } from '../../core/table/calc/together.ts';
import { chooseAcross } from '../../core/table/choose.ts';
import type { Table } from '../../core/table/column.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { formatPeriod } from '../../core/time/format.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Joined } from '../controls/words.tsx';

const LOCALE = localeOf(LOCALES[0]);

interface RuleSentenceProps {
  rule: Rule;
  /** the table the rule reads */
  table: Table;
  /** keys of the ticked columns, for a share of their sum */
  chosen: readonly string[];
  onChange(rule: Rule): void;
}

interface MeasureWordProps {
  label: string;
  table: Table;
  value: string;
  onCommit(key: string): void;
}

/** One of the table's columns of numbers. */
export function MeasureWord({ label, table, value, onCommit }: MeasureWordProps) {
  const options = measuresOf(table).map(({ key, title }) => ({ value: key, name: title }));
  return <PhraseChoice label={label} value={value} options={options} onCommit={onCommit} />;
}

/** The month with which a year begins. */
export function YearStartWord({ value, onCommit }: { value: number; onCommit(month: number): void }) {
  return (
    <>
      year begins in{' '}
      <PhraseChoice
        label="First month of the year"
        value={String(value)}
        options={LOCALE.months.map((name, index) => ({ value: String(index + 1), name }))}
        onCommit={(month) => onCommit(Number(month))}
      />
    </>
  );
}

function OperandWord({
  label,
  table,
  side,
  onChange,
}: {
  label: string;
  table: Table;
  side: Operand;
  onChange(side: Operand): void;
}) {
  const options = [
    ...measuresOf(table).map(({ key, title }) => ({ value: `=${key}`, name: title })),
    { value: 'number', name: 'a number' },
  ];
  return (
    <>
      <PhraseChoice
        label={label}
        value={'number' in side ? 'number' : `=${side.column}`}
        options={options}
        onCommit={(value) => onChange(value === 'number' ? { number: 100 } : { column: value.slice(1) })}
      />
      {'number' in side && (
        <PhraseNumber
          label={`${label}: the number`}
          value={side.number}
          onCommit={(number) => {
            onChange({ number: number ?? 0 });
            return null;
          }}
        />
      )}
    </>
  );
}

type WordsOf<Kind extends Rule['kind']> = Omit<RuleSentenceProps, 'rule'> & { rule: Extract<Rule, { kind: Kind }> };

/** What one row of a table stands for, as a word. */
function periodOf(table: Table): string {
  const across = chooseAcross(table);
  return across?.kind === 'date' ? across.interval : 'row';
}

/** What a change can be on. */
function earlierOf(table: Table) {
  const period = periodOf(table);
  return [
    { value: 'previous', name: `the ${period} before` },
    ...(period === 'row' ? [] : [{ value: 'year' as const, name: `the same ${period} a year earlier` }]),
  ] as const;
}

/** The column that a rule is of. */
function Main({ rule, table, onChange }: Pick<RuleSentenceProps, 'rule' | 'table' | 'onChange'>) {
  if (!('column' in rule)) return null;
  return (
    <>
      of{' '}
      <MeasureWord
        label="Column that is calculated from"
        table={table}
        value={rule.column}
        onCommit={(column) => onChange({ ...rule, column })}
      />
    </>
  );
}

function LevelWords({ rule, onChange }: WordsOf<'level'>) {
  return (
    <>
      of{' '}
      <PhraseNumber
        label="Value of the level"
        value={rule.value}
        onCommit={(value) => {
          onChange({ ...rule, value: value ?? 0 });
          return null;
        }}
      />
    </>
  );
}

function ChangeWords({ rule, table, onChange }: WordsOf<'change'>) {
  const earlier = earlierOf(table);
  return (
    <>
      <Main rule={rule} table={table} onChange={onChange} /> on{' '}
      <Joined by=",">
        <PhraseChoice
          label="What the change is on"
          value={rule.on}
          options={earlier}
          onCommit={(on) => onChange({ ...rule, on: on === 'year' ? 'year' : 'previous' })}
        />
      </Joined>
      in{' '}
      <PhraseChoice
        label="How the change is given"
        value={rule.as}
        options={[
          { value: 'percent', name: 'per cent' },
          { value: 'difference', name: 'its own unit' },
        ]}
        onCommit={(as) => onChange({ ...rule, as })}
      />
    </>
  );
}

function SignWords({ rule, table, onChange }: WordsOf<'sign'>) {
  const earlier = earlierOf(table);
  return (
    <>
      <Joined by=",">
        <PhraseChoice
          label="What the sign is of"
          value={rule.on}
          options={[
            { value: 'value', name: 'of the value itself' },
            ...earlier.map(({ value, name }) => ({ value, name: `of the change on ${name}` })),
          ]}
          onCommit={(on) =>
            onChange({ ...rule, on: on === 'year' ? 'year' : on === 'previous' ? 'previous' : 'value' })
          }
        />
      </Joined>
      <Main rule={rule} table={table} onChange={onChange} />
    </>
  );
}

function RollingWords({ rule, table, onChange }: WordsOf<'rolling mean'>) {
  const period = periodOf(table);
  return (
    <>
      <Main rule={rule} table={table} onChange={onChange} /> over{' '}
      <PhraseNumber
        label="Periods of the rolling mean"
        value={rule.periods}
        onCommit={(periods) => {
          if (periods === null || !Number.isInteger(periods) || periods < 2 || periods > 1000)
            return 'A rolling mean takes a whole number of periods, from 2 to 1,000.';
          onChange({ ...rule, periods });
          return null;
        }}
      />{' '}
      {period}s{' '}
      <PhraseChoice
        label="Where the rolling mean stands"
        value={rule.place}
        options={[
          { value: 'trailing', name: 'up to each' },
          { value: 'centred', name: 'around each' },
        ]}
        onCommit={(place) => onChange({ ...rule, place })}
      />
    </>
  );
}

const STATISTIC_OPTIONS = STATISTICS.map((value) => ({ value, name: `the ${value}` }));

function PastYearsWords({ rule, table, onChange }: WordsOf<'past years'>) {
  return (
    <>
      of <Main rule={rule} table={table} onChange={onChange} /> over{' '}
      <PhraseNumber
        label="Years before"
        value={rule.years}
        onCommit={(years) => {
          if (years === null || !Number.isInteger(years) || years < 2 || years > 50)
            return 'Give a whole number of years, from 2 to 50.';
          onChange({ ...rule, years });
          return null;
        }}
      />{' '}
      years as{' '}
      <PhraseChoice
        label="How the years are summarised"
        value={rule.of}
        options={STATISTIC_OPTIONS}
        onCommit={(of) => onChange({ ...rule, of })}
      />
    </>
  );
}

function LongerWords({ rule, table, onChange }: WordsOf<'longer period'>) {
  return (
    <>
      of <Main rule={rule} table={table} onChange={onChange} /> by{' '}
      <PhraseChoice
        label="The longer period"
        value={rule.to}
        options={LONGER.map((value) => ({ value, name: value }))}
        onCommit={(to) => onChange({ ...rule, to })}
      />{' '}
      as{' '}
      <PhraseChoice
        label="What the period comes to"
        value={rule.of}
        options={STATISTIC_OPTIONS}
        onCommit={(of) => onChange({ ...rule, of })}
      />
    </>
  );
}

function CumulativeWords({ rule, table, onChange }: WordsOf<'cumulative'>) {
  return (
    <>
      <Joined by=";">
        <Main rule={rule} table={table} onChange={onChange} />
      </Joined>{' '}
      the <YearStartWord value={rule.yearStart} onCommit={(yearStart) => onChange({ ...rule, yearStart })} />
    </>
  );
}

function ShareWords({ rule, table, chosen, onChange }: WordsOf<'share'>) {
  const across = chooseAcross(table);
  const period = periodOf(table);
  const others = chosen.filter((key) => measuresOf(table).some((column) => column.key === key));
  return (
    <>
      <Main rule={rule} table={table} onChange={onChange} /> in{' '}
      <PhraseChoice
        label="What the share is of"
        value={typeof rule.of === 'string' ? rule.of : 'columns'}
        options={[
          { value: 'all rows', name: 'the sum of all rows' },
          ...(across?.kind === 'date'
            ? [{ value: 'same period' as const, name: `the sum of the same ${period}` }]
            : []),
          { value: 'columns', name: 'the sum of the ticked columns' },
        ]}
        onCommit={(of) =>
          onChange({ ...rule, of: of === 'columns' ? (others.length > 0 ? others : [rule.column]) : of })
        }
      />
    </>
  );
}

function IndexWords({ rule, table, onChange }: WordsOf<'index'>) {
  const across = chooseAcross(table);
  const dates = across?.kind === 'date' ? across : null;
  const starts = dates
    ? [...new Set(dates.cells.filter((cell) => typeof cell === 'number'))].sort((a, b) => a - b)
    : [];
  return (
    <>
      <Main rule={rule} table={table} onChange={onChange} /> with{' '}
      <PhraseChoice
        label="Base of the index"
        value={rule.base === null ? 'first' : String(rule.base)}
        options={[
          { value: 'first', name: 'its first value' },
          ...starts.slice(0, 2000).map((start) => ({
            value: String(start),
            name: dates ? formatPeriod(start, dates.interval, LOCALE) : '',
          })),
        ]}
        onCommit={(base) => onChange({ ...rule, base: base === 'first' ? null : Number(base) })}
      />{' '}
      set to 100
    </>
  );
}

function DifferenceWords({ rule, table, onChange }: WordsOf<'difference'>) {
  return (
    <>
      <Main rule={rule} table={table} onChange={onChange} /> from{' '}
      <MeasureWord
        label="Column that is subtracted"
        table={table}
        value={rule.from}
        onCommit={(from) => onChange({ ...rule, from })}
      />
    </>
  );
}

function ArithmeticWords({ rule, table, onChange }: WordsOf<'arithmetic'>) {
  return (
    <>
      :{' '}
      <OperandWord label="Left side" table={table} side={rule.left} onChange={(left) => onChange({ ...rule, left })} />{' '}
      <PhraseChoice
        label="Sign between the sides"
        value={rule.sign}
        options={(['+', '−', '×', '÷'] as const).map((value) => ({ value, name: value }))}
        onCommit={(sign) => onChange({ ...rule, sign })}
      />{' '}
      <OperandWord
        label="Right side"
        table={table}
        side={rule.right}
        onChange={(right) => onChange({ ...rule, right })}
      />
    </>
  );
}

/** The changeable words of a rule, after the words that say what kind it is. */
export function RuleSentence({ rule, ...rest }: RuleSentenceProps) {
  switch (rule.kind) {
    case 'level':
      return <LevelWords rule={rule} {...rest} />;
    case 'change':
      return <ChangeWords rule={rule} {...rest} />;
    case 'sign':
      return <SignWords rule={rule} {...rest} />;
    case 'rolling mean':
      return <RollingWords rule={rule} {...rest} />;
    case 'past years':
      return <PastYearsWords rule={rule} {...rest} />;
    case 'longer period':
      return <LongerWords rule={rule} {...rest} />;
    case 'cumulative':
      return <CumulativeWords rule={rule} {...rest} />;
    case 'share':
      return <ShareWords rule={rule} {...rest} />;
    case 'index':
      return <IndexWords rule={rule} {...rest} />;
    case 'difference':
      return <DifferenceWords rule={rule} {...rest} />;
    case 'arithmetic':
      return <ArithmeticWords rule={rule} {...rest} />;
    default:
      return <Main rule={rule} {...rest} />;
  }
}
