import { Chip } from '../controls/Chip.tsx';
import { PhraseChoice } from '../controls/Choice.tsx';
import { same, sentence, YesNo } from '../controls/words.tsx';
import { show } from '../report/view.ts';
import { run, useReport } from '../state/store.ts';
import { Amount } from '../style/Amount.tsx';
import { useGalley } from './galley-state.ts';
import { insertBlock, placeThing } from './inserting.ts';
import { ProseField } from './ProseField.tsx';

const WIDTHS = [
  { value: 'text', name: 'as the text' },
  { value: 'column', name: 'as a column' },
  { value: 'page', name: 'as the page' },
  { value: 'own', name: 'as it is by itself' },
  { value: 'mm', name: 'in millimetres' },
] as const;

/** Some things by their names; a press places one behind the caret. */
const PlaceLine = ({ says, things }: { says: string; things: readonly { id: string; name: string }[] }) =>
  things.length === 0 ? null : (
    <p className={sentence}>
      {says}
      {things.map(({ id, name }) => (
        <button key={id} type="button" className="phrase" onClick={() => placeThing(id)}>
          {name}
        </button>
      ))}
    </p>
  );

/** Things of the report, to be placed behind the caret. */
function PlaceSentence() {
  const items = useReport((state) => state.report.items);
  const blocks = useReport((state) => state.report.manuscript.blocks);
  const placed = new Set(blocks.flatMap((block) => (block.type === 'figure' ? block.things : [])));
  const things = items.filter(({ type }) => type === 'figure' || type === 'spark');
  const tables = items.filter(({ type }) => type === 'table' || type === 'shaped');
  const sources = useGalley((state) => state.sources);
  return (
    <div className="flex flex-col gap-1 px-4 py-2.5">
      <PlaceLine
        says="Not placed yet; click to place after the caret:"
        things={things.filter(({ id }) => !placed.has(id))}
      />
      <PlaceLine says="Already placed:" things={things.filter(({ id }) => placed.has(id))} />
      <p className={sentence}>
        Numbers as a table:
        {tables.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            className="phrase"
            onClick={() => {
              const columns = (sources?.table(id)?.columns ?? []).slice(0, 6).map(({ key }) => key);
              if (columns.length > 0) insertBlock({ type: 'numbers', table: id, columns });
            }}
          >
            {name}
          </button>
        ))}
      </p>
    </div>
  );
}

/** What is chosen in the text and how it stands there, or what can be placed behind the caret. */
export function PlacingStrip() {
  const chosen = useGalley((state) => state.chosen);
  const items = useReport((state) => state.report.items);
  const block = useReport((state) =>
    state.report.manuscript.blocks.find(({ id }) => id === (chosen?.kind === 'placed' ? chosen.block : '')),
  );
  const sources = useGalley((state) => state.sources);
  if (block?.type === 'contents')
    return (
      <p className={`${sentence} px-4 py-2.5`}>
        Contents list headings down to level
        <PhraseChoice
          label="Depth of the contents"
          value={String(block.depth)}
          options={same(['1', '2', '3'])}
          onCommit={(depth) =>
            run('manuscript.set', { blocks: [block.id], set: [{ path: ['depth'], to: Number(depth) }] })
          }
        />
      </p>
    );
  if (block?.type !== 'figure' && block?.type !== 'numbers') return <PlaceSentence />;
  const set = (part: string, to: unknown) => run('manuscript.set', { blocks: [block.id], set: [{ path: [part], to }] });
  const beside =
    block.type === 'figure'
      ? items.filter(({ id, type }) => (type === 'figure' || type === 'spark') && !block.things.includes(id))
      : [];
  const table = block.type === 'numbers' ? sources?.table(block.table) : null;
  return (
    <div className="flex flex-col gap-1 px-4 py-2.5">
      {block.type === 'figure' && (
        <p className={sentence}>
          <b className="font-semibold">
            {block.things.map((id) => items.find((item) => item.id === id)?.name ?? 'gone').join(' and ')}
          </b>
          is as wide
          <PhraseChoice
            label="Width of what is placed"
            value={typeof block.width === 'number' ? 'mm' : block.width}
            options={WIDTHS}
            onCommit={(width) => set('width', width === 'mm' ? 120 : width)}
          />
          {typeof block.width === 'number' && (
            <Amount
              label="Width, millimetres"
              value={block.width}
              unit="mm"
              onCommit={(width) => set('width', width)}
            />
          )}
          {block.things.length === 1 ? (
            <>
              beside
              <PhraseChoice
                label="What is placed beside it"
                value=""
                options={[{ value: '', name: 'nothing' }, ...beside.map(({ id, name }) => ({ value: id, name }))]}
                onCommit={(id) => id !== '' && set('things', [...block.things, id])}
              />
            </>
          ) : (
            <button type="button" className="phrase" onClick={() => set('things', block.things.slice(0, 1))}>
              the first alone
            </button>
          )}
          <button type="button" className="phrase" onClick={() => show({ kind: 'item', id: block.things[0] ?? '' })}>
            open it
          </button>
        </p>
      )}
      {block.type === 'numbers' && table && (
        <p className={sentence}>
          Columns
          {table.columns.map(({ key, title }) => (
            <Chip
              key={key}
              pressed={block.columns.includes(key)}
              onPress={() => {
                const columns = table.columns.flatMap((column) =>
                  (column.key === key) !== block.columns.includes(column.key) ? [column.key] : [],
                );
                if (columns.length > 0) set('columns', columns);
              }}
            >
              {title}
            </Chip>
          ))}
          of the last
          <Amount label="Rows of the table" value={block.last} unit="rows," onCommit={(last) => set('last', last)} />
          <PhraseChoice
            label="Row that stands out"
            value={block.strong}
            options={[
              { value: 'last', name: 'the last stands out.' },
              { value: 'first', name: 'the first stands out.' },
              { value: 'none', name: 'none stands out.' },
            ]}
            onCommit={(strong) => set('strong', strong)}
          />
        </p>
      )}
      <p className={sentence}>
        It is placed
        <YesNo
          label="Where it is placed"
          value={block.stands === 'near'}
          yes="near here, at the head or foot of a page;"
          no="exactly here;"
          onCommit={(near) => set('stands', near ? 'near' : 'here')}
        />
        below it:
        <ProseField
          key={block.id}
          label="Caption"
          words={block.caption ?? []}
          placeholder="its name"
          className="min-w-64"
          onCommit={(was, words) =>
            run('manuscript.writeCaption', {
              block: block.id,
              was: block.caption === null ? null : [...was],
              words: words.length === 0 ? null : words,
            })
          }
          onFound={() => useGalley.setState({ strip: 'placing' })}
        />
        <button type="button" className="phrase" onClick={() => run('manuscript.remove', { blocks: [block.id] })}>
          remove it from the text
        </button>
      </p>
    </div>
  );
}
