import { useDeferredValue, useMemo } from 'react';
import { kindOf } from '../../core/item/kinds.ts';
import { sheetOf } from '../../core/item/sheets.ts';
import type { ReportItem } from '../../core/report/report.ts';
import { toSvg } from '../../core/scene/svg.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { useTableCalled } from '../state/tables.ts';

const WIDTH = 146;
const HEIGHT = 34;
const PX_PER_MM = 3.78;

/** A thing drawn small, after the sheet. */
export function Miniature({ item: now }: { item: ReportItem }) {
  const item = useDeferredValue(now);
  const style = useStyle();
  const locale = useLocale();
  const loaded = useTableCalled(kindOf(item).tableOf(item));
  const table = 'table' in loaded ? loaded.table : null;
  const address = useMemo(() => {
    const sheet = sheetOf(item);
    if (!table || !sheet) return null;
    const from = { table, style, locale: locale };
    const scene = sheet.small(item, from, WIDTH / PX_PER_MM, HEIGHT / PX_PER_MM);
    return `data:image/svg+xml,${encodeURIComponent(toSvg(scene))}`;
  }, [item, table, style, locale]);
  return address ? (
    <img src={address} alt="" width={WIDTH} height={HEIGHT} className="mt-1 rounded-sm bg-white" />
  ) : (
    <div className="mt-1 h-[34px]" />
  );
}
