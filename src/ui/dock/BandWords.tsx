import { BandOf } from '../../core/figure/band-names.ts';
import { type BandRules, bandRulesOf } from '../../core/figure/draft-bands.ts';
import type { DressedMarkOf } from '../../core/figure/marks.ts';
import { partsBetween } from '../../core/named/parts.ts';
import { tableIn } from '../../core/report/report.ts';
import { LONGER, SPREADS, type Spread } from '../../core/table/calc/together.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { PhraseAcross } from '../controls/PhraseAcross.tsx';
import { Joined } from '../controls/words.tsx';
import { run, useReport } from '../state/store.ts';
import { type MarkProps, SIDES } from './mark-props.ts';

type Over<Kind extends DressedMarkOf<'band'>['over']['kind']> = Extract<DressedMarkOf<'band'>['over'], { kind: Kind }>;
interface OverProps<Kind extends DressedMarkOf<'band'>['over']['kind']> extends MarkProps<'band'> {
  name: string;
  over: Over<Kind>;
}

function AxisWords({ name, over, mark, set }: OverProps<'values' | 'columns'>) {
  return (
    <>
      on the
      <PhraseChoice
        label={`Axis of ${name}`}
        value={over.axis}
        options={SIDES}
        onCommit={(axis) => set({ ...mark, over: { ...over, axis } })}
      />
      axis,
    </>
  );
}

function ValuesWords(props: OverProps<'values'>) {
  const { name, over, mark, set } = props;
  return (
    <>
      from
      <PhraseNumber
        label={`Where ${name} begins`}
        value={over.from}
        automatic="the foot"
        className="w-14"
        onCommit={(from) => set({ ...mark, over: { ...over, from } })}
      />
      to
      <PhraseNumber
        label={`Where ${name} ends`}
        value={over.to}
        automatic="the top"
        className="w-14"
        onCommit={(to) => set({ ...mark, over: { ...over, to } })}
      />
      <AxisWords {...props} />
    </>
  );
}

function AcrossWords({ name, over, mark, across, set }: OverProps<'across'>) {
  if (!across) return null;
  return (
    <>
      from
      <PhraseAcross
        label={`Where ${name} begins`}
        column={across}
        value={over.from}
        open="the start"
        onCommit={(from) => set({ ...mark, over: { ...over, from } })}
      />
      to
      <Joined by=",">
        <PhraseAcross
          label={`Where ${name} ends`}
          column={across}
          value={over.to}
          open="the end"
          onCommit={(to) => set({ ...mark, over: { ...over, to } })}
        />
      </Joined>
    </>
  );
}

const SPREAD_OPTIONS = (Object.keys(SPREADS) as Spread[]).map((value) => ({ value, name: value }));

/** A band whose edges are calculated together: of which years or periods, and how wide. */
function SummedWords({ name, rules, mark, figure }: MarkProps<'band'> & { name: string; rules: BandRules }) {
  const { of } = rules;
  const put = (next: BandRules['of']) =>
    run('figure.setCalculatedBand', { figure: figure.id, mark: mark.id, set: partsBetween(BandOf, of, next) });
  return (
    <>
      <PhraseChoice
        label={`How wide ${name} is`}
        value={of.spread}
        options={SPREAD_OPTIONS}
        onCommit={(spread) => put({ ...of, spread })}
      />
      {of.kind === 'past years' ? (
        <>
          of the
          <PhraseNumber
            label={`Years of ${name}`}
            value={of.years}
            className="w-10"
            onCommit={(years) => (years === null ? 'Give a number of years.' : put({ ...of, years }))}
          />
          years before each period,
        </>
      ) : (
        <>
          of each
          <Joined by=",">
            <PhraseChoice
              label={`Periods of ${name}`}
              value={of.to}
              options={LONGER.map((value) => ({ value, name: value }))}
              onCommit={(to) => put({ ...of, to })}
            />
          </Joined>
        </>
      )}
    </>
  );
}

function ColumnsWords(props: OverProps<'columns'>) {
  const { name, over, mark, table, figure, set } = props;
  const calculations = useReport((state) => tableIn(state.report, figure.table)?.calculations);
  const rules = bandRulesOf(mark, calculations ?? []);
  if (rules) return <SummedWords {...props} rules={rules} />;
  const options = table.columns
    .filter((column) => column.kind === 'number')
    .map(({ key, title }) => ({ value: key, name: title }));
  return (
    <>
      from
      <PhraseChoice
        label={`Lower edge of ${name}`}
        value={over.from}
        options={options}
        onCommit={(from) => set({ ...mark, over: { ...over, from } })}
      />
      to
      <PhraseChoice
        label={`Upper edge of ${name}`}
        value={over.to}
        options={options}
        onCommit={(to) => set({ ...mark, over: { ...over, to } })}
      />
      <AxisWords {...props} />
    </>
  );
}

/** What a band lies over, and how strong it is. */
export function BandWords(props: MarkProps<'band'>) {
  const { mark, across, table, set } = props;
  const name = mark.name || 'band';
  const { over } = mark;
  const measures = table.columns.filter(({ kind }) => kind === 'number').map(({ key }) => key);
  const [first, second = first] = measures;
  return (
    <>
      lies over
      <PhraseChoice
        label={`What ${name} lies over`}
        value={over.kind}
        options={[
          { value: 'values', name: 'values' },
          { value: 'across', name: across?.kind === 'date' ? 'periods' : 'a part of the axis across' },
          ...(first === undefined ? [] : [{ value: 'columns' as const, name: 'what lies between two columns' }]),
        ]}
        onCommit={(kind) => {
          if (kind === 'values') return set({ ...mark, over: { kind, axis: 'left', from: null, to: null } });
          if (kind === 'across') return set({ ...mark, over: { kind, from: null, to: null } });
          return set({ ...mark, over: { kind, axis: 'left', from: first ?? '', to: second ?? '' } });
        }}
      />
      {over.kind === 'values' && <ValuesWords {...props} name={name} over={over} />}
      {over.kind === 'across' && <AcrossWords {...props} name={name} over={over} />}
      {over.kind === 'columns' && <ColumnsWords {...props} name={name} over={over} />}
      <PhraseNumber
        label={`Strength of ${name}, percent`}
        value={Math.round(mark.opacity * 100)}
        className="w-10"
        onCommit={(percent) => set({ ...mark, opacity: (percent ?? 14) / 100 })}
      />
      <span>% strong</span>
    </>
  );
}
