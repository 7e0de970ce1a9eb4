import { type FormEvent, useState } from 'react';
import { Refusal } from '../../core/refusal.ts';
import { emptyTable } from '../../core/table/empty.ts';
import { sentence } from '../controls/words.tsx';
import { keepTable } from '../report/make.ts';

const FIELDS = [
  { name: 'title', label: 'Name of the table', before: 'A table called', width: 'w-36', start: 'Table' },
  {
    name: 'columns',
    label: 'Number columns, separated by commas',
    before: 'with',
    width: 'w-52',
    start: 'Passengers, Revenue',
  },
  { name: 'first', label: 'First period', before: 'from', width: 'w-24', start: '' },
  { name: 'last', label: 'Last period', before: 'to', width: 'w-24', start: '' },
] as const;

/** An empty grid to type into, with its periods filled in. */
export function EmptyGrid() {
  const [error, setError] = useState<string | null>(null);
  const start = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const text = (name: string) => String(given.get(name) ?? '');
    try {
      keepTable(
        emptyTable({
          title: text('title'),
          first: text('first'),
          last: text('last'),
          columns: text('columns').split(','),
        }),
      );
    } catch (refused) {
      if (!(refused instanceof Refusal)) throw refused;
      setError(refused.message);
    }
  };
  return (
    <form
      aria-label="Start with an empty grid"
      className="max-w-4xl rounded-box bg-base-100 px-6 py-4"
      onSubmit={start}
    >
      <h3 className="font-semibold">Or type it: start with an empty grid</h3>
      <p className={sentence}>
        {FIELDS.map(({ name, label, before, width, start: value }) => (
          <label key={name} className="flex items-baseline gap-1.5">
            {before}
            <input
              name={name}
              aria-label={label}
              defaultValue={value}
              placeholder={name === 'first' ? '2026-01' : name === 'last' ? '2026-12' : undefined}
              className={`input input-sm ${width}`}
              autoComplete="off"
            />
          </label>
        ))}
        <button type="submit" className="btn btn-sm">
          Start typing
        </button>
      </p>
      <p className="text-[13px] text-quiet">
        Months, days, quarters, half-years, weeks or years, in any usual form; leave both empty for rows with names.
      </p>
      {error && (
        <p role="alert" className="mt-2 border-l-4 border-error pl-3">
          {error}
        </p>
      )}
    </form>
  );
}
