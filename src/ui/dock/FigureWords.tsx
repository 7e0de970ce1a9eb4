import { useMemo } from 'react';
import { fieldsOf } from '../../core/figure/fields.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { tableIn } from '../../core/report/report.ts';
import { localeOf } from '../../core/text/locale.ts';
import type { SayField } from '../../core/text/rich.ts';
import { useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import type { RichEditorProps } from './RichEditor.tsx';
import { RichField } from './RichField.tsx';
import type { Fields } from './RichTools.tsx';

const NOTHING: SayField = () => '–';

/** What the fields of a figure say now, and its lines by name. */
function useFields(figure: FigureSpec): Fields {
  const item = useReport((state) => tableIn(state.report, figure.table));
  const locale = useReport((state) => state.report.locale);
  const loaded = useTable(item);
  const table = 'table' in loaded ? loaded.table : null;
  return useMemo(() => {
    if (!table) return { say: NOTHING, lines: [] };
    const resolved = resolveFigure(figure, table);
    return {
      say: fieldsOf(resolved, localeOf(locale)),
      // A line that runs through several panels has no one value to tell.
      lines: resolved.lines
        .filter(({ line }, _, all) => all.filter((other) => other.line.id === line.id).length === 1)
        .map(({ line, name }) => ({ id: line.id, name })),
    };
  }, [figure, table, locale]);
}

/** Words of a figure, with fields that speak of its lines. */
export function FigureWords({ figure, ...props }: Omit<RichEditorProps, 'fields'> & { figure: FigureSpec }) {
  return <RichField {...props} fields={useFields(figure)} />;
}
