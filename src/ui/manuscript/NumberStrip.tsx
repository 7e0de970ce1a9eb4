import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { findNumbers, offeredIn, restsOn } from '../../core/document/found.ts';
import { DOCUMENT_FIELDS, type ProseOf, type ProseRun } from '../../core/document/prose.ts';
import { lastPlace, sayValue } from '../../core/document/sources.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';
import { isTable } from '../../core/report/report.ts';
import { chooseAcross } from '../../core/table/choose.ts';
import { columnOf } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { FACT_PARTS } from '../../core/text/fact-ref.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Joined, same, sentence, YesNo } from '../controls/words.tsx';
import { show } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { FINDABLE, type Finding, find, useGalley } from './galley-state.ts';
import { changeFootnote, changeRun, insertRun } from './inserting.ts';
import { ProseField } from './ProseField.tsx';

/** So many are shown at once; more letters find the others. */
const MOST = 40;

/** What is offered to be put among the words: what it is, how it reads, and the run. */
interface Offer {
  what: string;
  said: string;
  run: ProseRun;
}

/** All that can be put among the words, by what is looked for. */
function useOffers(finding: Finding, sources: ReportSources): Offer[] {
  const { items, manuscript } = useReport((state) => state.report);
  const sayer = useGalley((state) => state.sayer);
  return useMemo((): Offer[] => {
    const tables = items.filter(isTable);
    if (finding === 'a number')
      return offeredIn([...tables, ...items.filter(({ type }) => type === 'figure')], sources);
    if (finding === 'a field')
      return DOCUMENT_FIELDS.map((field) => {
        const run = { kind: 'field', field } as const;
        return { what: field, said: sayer?.say(run) || `‹${field}›`, run };
      });
    if (finding === 'a sparkline')
      return tables.flatMap(({ id, name }) =>
        (sources.table(id)?.columns ?? []).flatMap((column): Offer[] =>
          column.kind === 'number'
            ? [
                {
                  what: `${readTitle(column.title).name} · ${name}`,
                  said: 'a sparkline as large as a word',
                  run: { kind: 'sparkline', table: id, column: column.key, last: 24, draw: 'line' },
                },
              ]
            : [],
        ),
      );
    const things = items.filter((item) => !isTable(item));
    const headings = manuscript.blocks.flatMap((block) =>
      block.type === 'words' && block.role === 'heading' ? [block.id] : [],
    );
    return [...things.map(({ id }) => id), ...headings].map((to) => {
      const run = { kind: 'reference', to } as const;
      const name = items.find(({ id }) => id === to)?.name;
      const said = sayer?.say(run) ?? '';
      return { what: name ?? `heading “${said}”`, said, run };
    });
  }, [finding, sources, items, manuscript, sayer]);
}

/** Finds what is to be put where the caret is, by a few letters of what it is. */
function Finder({ finding, sources }: { finding: Finding; sources: ReportSources }) {
  const [typed, setTyped] = useState('');
  const sought = useDeferredValue(typed);
  const [at, setAt] = useState(0);
  const offers = useOffers(finding, sources);
  const found = useMemo(() => findNumbers(offers, sought, MOST), [offers, sought]);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const take = (offer: Offer | undefined) => {
    if (!offer) return;
    const { into } = useGalley.getState();
    useGalley.setState({ finding: null, into: null });
    if (into) into(offer.run);
    else insertRun(offer.run);
  };
  const leave = () => {
    useGalley.setState({ finding: null, into: null });
    useGalley.getState().editor?.view.focus();
  };
  /** The sign itself, for who struck the key twice. */
  const writeSign = () => {
    const { into, editor } = useGalley.getState();
    leave();
    if (into) into('{');
    else editor?.commands.insertContent({ type: 'text', text: '{' });
  };
  return (
    <div className="flex h-full flex-col gap-1.5 px-4 py-2">
      <p className={sentence}>
        Insert
        <PhraseChoice
          label="What is inserted"
          value={finding}
          options={same(FINDABLE)}
          onCommit={(next) => find(next, useGalley.getState().into)}
        />
        <input
          ref={field}
          type="search"
          aria-label={`Find ${finding}`}
          placeholder="outer isles latest"
          className="input input-sm w-80"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setAt(0);
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
            else if (event.key === 'ArrowUp') setAt(Math.max(0, at - 1));
            // What is seen may be a letter behind what is typed.
            else if (event.key === 'Enter') take(findNumbers(offers, typed, MOST)[at]);
            else if (event.key === 'Escape') leave();
            else if (event.key === '{' && typed === '') writeSign();
            else return;
            event.preventDefault();
          }}
        />
        <span className="text-quiet">
          {found.length === 0
            ? 'Nothing has that name.'
            : 'Arrows choose, Enter inserts it at the caret; { types a brace.'}
        </span>
      </p>
      <ul aria-label="What was found" className="min-h-0 flex-1 overflow-y-auto text-[14px]">
        {found.map((offer, index) => (
          <li key={JSON.stringify(offer.run)}>
            <button
              type="button"
              aria-current={index === at}
              className="flex w-full items-baseline gap-3 rounded px-2 py-0.5 text-left hover:bg-base-200 aria-[current=true]:bg-chosen"
              onClick={() => take(offer)}
            >
              <b className="max-w-[50%] shrink-0 truncate font-semibold">{offer.said}</b>
              <span className="min-w-0 truncate text-quiet">{offer.what}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function ValueSentence({ run, sources }: { run: ProseOf<'value'>; sources: ReportSources }) {
  const tables = useReport((state) => state.report.items).filter(isTable);
  const table = sources.table(run.table);
  const columns = table?.columns ?? [];
  const across = table && chooseAcross(table);
  const at = run.row === 'last' ? table && lastPlace(table, run.column) : run.row.at;
  const place =
    across && at !== null && at !== undefined
      ? sayValue(table, { ...run, column: across.key, row: { at } }, sources.locale)
      : null;
  return (
    <p className={sentence}>
      Say
      <PhraseChoice
        label="Column of the number"
        value={run.column}
        options={columns.map(({ key, title }) => ({ value: key, name: readTitle(title).name }))}
        onCommit={(column) => changeRun({ column })}
      />
      of
      <Joined by=",">
        <PhraseChoice
          label="Table of the number"
          value={run.table}
          options={tables.map(({ id, name }) => ({ value: id, name }))}
          onCommit={(id) => {
            const other = sources.table(id);
            const column =
              (other && columnOf(other, run.column)) ?? other?.columns.find(({ kind }) => kind === 'number');
            if (column) changeRun({ table: id, column: column.key, row: 'last' });
          }}
        />
      </Joined>
      <YesNo
        label="Row of the number"
        value={run.row === 'last'}
        yes="the last finished value,"
        no={place === null ? 'that of one row,' : `that of ${place},`}
        onCommit={(last) => {
          const at = table && lastPlace(table, run.column);
          if (last) changeRun({ row: 'last' });
          else if (at !== null) changeRun({ row: { at } });
        }}
      />
      with
      <PhraseNumber
        label="Decimals of the number"
        value={run.decimals}
        automatic="the house style’s"
        onCommit={(decimals) => {
          changeRun({ decimals });
          return null;
        }}
      />
      decimals,
      <YesNo
        label="Unit of the number"
        value={run.unit}
        yes="with its unit."
        no="without its unit."
        onCommit={(unit) => changeRun({ unit })}
      />
      <button type="button" className="phrase" onClick={() => show({ kind: 'item', id: run.table })}>
        to its cells
      </button>
    </p>
  );
}

function FactSentence({ run, sources }: { run: ProseOf<'fact'>; sources: ReportSources }) {
  const item = useReport((state) => state.report.items).find(({ id }) => id === run.of);
  const sayer = useGalley((state) => state.sayer);
  const parts = FACT_PARTS.filter((part) => sayer && sayer.say({ ...run, part }) !== '–');
  const holds = restsOn(run, sources);
  return (
    <>
      <p className={sentence}>
        Say
        <PhraseChoice
          label="Which part of the fact is said"
          value={run.part}
          options={parts.map((part) => ({ value: part, name: `${part}: ${sayer?.say({ ...run, part }) ?? ''}` }))}
          onCommit={(part) => changeRun({ part })}
        />
        of {item ? `“${item.name}”` : 'what is gone'}
        {item && (
          <button type="button" className="phrase" onClick={() => show({ kind: 'item', id: run.of })}>
            to it
          </button>
        )}
        <button type="button" className="phrase" onClick={() => find('a number')}>
          another number
        </button>
      </p>
      <p className="text-quiet">
        {holds === '–' ? 'This is no longer true, so nothing is shown.' : `Now: ${holds}.`} Its words change when the
        data do.
      </p>
    </>
  );
}

function SparkSentence({ run, sources }: { run: ProseOf<'sparkline'>; sources: ReportSources }) {
  const columns = sources.table(run.table)?.columns.filter(({ kind }) => kind === 'number') ?? [];
  return (
    <p className={sentence}>
      A sparkline of
      <PhraseChoice
        label="Column of the sparkline"
        value={run.column}
        options={columns.map(({ key, title }) => ({ value: key, name: readTitle(title).name }))}
        onCommit={(column) => changeRun({ column })}
      />
      as
      <YesNo
        label="Kind of the sparkline"
        value={run.draw === 'line'}
        yes="a line,"
        no="columns,"
        onCommit={(line) => changeRun({ draw: line ? 'line' : 'columns' })}
      />
      of the last
      <PhraseNumber
        label="Values of the sparkline"
        value={run.last}
        automatic="all"
        onCommit={(last) => {
          if (last !== null && last < 2) return 'A sparkline has at least two values.';
          changeRun({ last });
          return null;
        }}
      />
      values.
    </p>
  );
}

function NoteSentence({ run }: { run: ProseOf<'footnote'> }) {
  return (
    <div className="flex flex-col">
      <span>At the foot of the page</span>
      <ProseField
        key={run.id}
        label="Words of the footnote"
        words={run.words}
        className="max-w-[52rem]"
        onCommit={(_was, words) => {
          const within = words.filter((word) => word.kind !== 'footnote');
          if (within.length === 0) return 'A footnote cannot be empty; remove it from the text instead.';
          changeFootnote(run.id, within);
          return null;
        }}
      />
    </div>
  );
}

/** What the chosen run says, as a sentence; or what is to be put where the caret is. */
export function NumberStrip() {
  const chosen = useGalley((state) => state.chosen);
  const finding = useGalley((state) => state.finding);
  const sources = useGalley((state) => state.sources);
  if (!sources) return <p className="px-4 py-2.5 text-quiet">Loading the data …</p>;
  if (finding || chosen?.kind !== 'run')
    return <Finder key={finding ?? ''} finding={finding ?? 'a number'} sources={sources} />;
  const { run } = chosen;
  return (
    <div className="flex flex-col gap-1 px-4 py-2.5">
      {run.kind === 'value' && <ValueSentence run={run} sources={sources} />}
      {run.kind === 'fact' && <FactSentence run={run} sources={sources} />}
      {run.kind === 'sparkline' && <SparkSentence run={run} sources={sources} />}
      {run.kind === 'footnote' && <NoteSentence run={run} />}
      {run.kind === 'field' && (
        <p className={sentence}>
          Says the
          <PhraseChoice
            label="Field"
            value={run.field}
            options={same(DOCUMENT_FIELDS)}
            onCommit={(field) => changeRun({ field })}
          />
          of the report.
        </p>
      )}
      {run.kind === 'reference' && (
        <p className={sentence}>
          Links to what it names.
          <button type="button" className="phrase" onClick={() => find('a reference')}>
            to something else
          </button>
        </p>
      )}
    </div>
  );
}
