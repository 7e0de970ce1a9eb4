import { Download, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import type { FigureSpec } from '../../core/figure/spec.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import { saved, useReport } from '../state/store.ts';
import { useView } from './view.ts';

const DPI = 300;
const pixels = (mm: number) => Math.round((mm / 25.4) * DPI);

interface Form {
  as: string;
  name: string;
  says: string;
}

interface HandOffProps {
  thing: FigureSpec | SparkTableSpec;
  widthMm: number;
  heightMm: number;
  /** further forms, after the pictures */
  forms?: readonly Form[];
  children?: ReactNode;
}

const NAMES = { figure: 'Figure', spark: 'Spark table' } as const;
const round = (mm: number) => Math.round(mm * 10) / 10;

/** Takes files of a thing; `error` says why one could not be taken. */
export function useTake(thing: string): { take(wish: Record<string, string>): Promise<void>; error: string | null } {
  const id = useReport((state) => state.id);
  const [error, setError] = useState<string | null>(null);
  const take = async (wish: Record<string, string>) => {
    // The server draws what is saved, so what is not saved yet goes first.
    if (!(await saved()))
      return setError('The last changes are not saved yet, so the file would lack them. Try again when “Saved” shows.');
    const address = `/api/reports/${id}/figures/${thing}/file?${new URLSearchParams(wish)}`;
    const answer = await fetch(address).catch(() => null);
    if (!answer) return setError('The server does not answer; try again in a moment.');
    if (!answer.ok) return setError(((await answer.json()) as { error: string }).error);
    setError(null);
    const file = URL.createObjectURL(await answer.blob());
    const link = document.createElement('a');
    link.href = file;
    link.download = decodeURIComponent(/''(.*)$/.exec(answer.headers.get('content-disposition') ?? '')?.[1] ?? '');
    link.click();
    setTimeout(() => URL.revokeObjectURL(file), 60_000);
  };
  return { take, error };
}

/** Files of a figure or a spark table to give to someone. */
export function HandOff({ thing, widthMm: width, heightMm: height, forms: more = [], children }: HandOffProps) {
  const { take, error } = useTake(thing.id);
  const forms: readonly Form[] = [
    {
      as: 'svg',
      name: 'SVG, text as text',
      says: 'The letters used are embedded; the text can be searched and edited.',
    },
    {
      as: 'svg-outlines',
      name: 'SVG, text as outlines',
      says: 'Needs no fonts anywhere; the text can no longer be edited.',
    },
    { as: 'png', name: `PNG, ${DPI} dpi`, says: `${pixels(width)} × ${pixels(height)} pixels, sized for print.` },
    ...more,
    {
      as: 'spec',
      name: `${NAMES[thing.type]} spec`,
      says: 'The settings as JSON, to draw other tables alike from the command line.',
    },
  ];
  return (
    <aside
      aria-label="Hand off"
      className="flex w-72 shrink-0 flex-col gap-3 overflow-y-auto border-l border-rule bg-base-100 p-4"
    >
      <div className="flex items-center">
        <h2 className="font-serif text-lg font-semibold">Hand off</h2>
        <button
          type="button"
          className="btn btn-ghost btn-sm btn-square ml-auto"
          aria-label="Close hand off"
          onClick={() => useView.setState({ handOff: false })}
        >
          <X size={16} aria-hidden="true" />
        </button>
      </div>
      <p className="text-[13px] text-quiet">
        {thing.name}, {round(width)} × {round(height)} mm
      </p>
      <ul className="flex flex-col gap-2">
        {forms.map(({ as, name, says }) => (
          <li key={as}>
            <button
              type="button"
              onClick={() => void take({ as })}
              className="flex w-full gap-3 rounded-box border border-rule p-3 text-left hover:border-primary"
            >
              <Download size={16} aria-hidden="true" className="mt-0.5 shrink-0 text-primary" />
              <span>
                <span className="block font-semibold">{name}</span>
                <span className="block text-[13px] text-quiet">{says}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      {children}
      {error && (
        <p role="alert" className="border-l-4 border-error pl-2">
          {error}
        </p>
      )}
    </aside>
  );
}
