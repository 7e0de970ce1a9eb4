import { Download, X } from 'lucide-react';
import { useState } from 'react';
import type { FigureSpec } from '../../core/figure/spec.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import { saved, useReport } from '../state/store.ts';
import { useView } from './view.ts';

const DPI = 300;
const pixels = (mm: number) => Math.round((mm / 25.4) * DPI);

interface HandOffProps {
  thing: FigureSpec | SparkTableSpec;
  widthMm: number;
  heightMm: number;
}

const NAMES = { figure: 'Figure', spark: 'Spark table' } as const;
const round = (mm: number) => Math.round(mm * 10) / 10;

/** Files of a figure or a spark table to give to someone. */
export function HandOff({ thing, widthMm: width, heightMm: height }: HandOffProps) {
  const id = useReport((state) => state.id);
  const [error, setError] = useState<string | null>(null);
  const forms = [
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
    {
      as: 'spec',
      name: `${NAMES[thing.type]} spec`,
      says:
        thing.type === 'figure'
          ? 'The settings as JSON, to draw other tables alike from the command line.'
          : 'The settings as JSON.',
    },
  ] as const;
  const take = async (as: string) => {
    // The server draws what is saved, so what is not saved yet goes first.
    if (!(await saved()))
      return setError('The last changes are not saved yet, so the file would lack them. Try again when “Saved” shows.');
    setError(null);
    const link = document.createElement('a');
    link.href = `/api/reports/${id}/figures/${thing.id}/file?as=${as}`;
    link.download = '';
    link.click();
  };
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
              onClick={() => void take(as)}
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
      {error && (
        <p role="alert" className="border-l-4 border-error pl-2">
          {error}
        </p>
      )}
    </aside>
  );
}
