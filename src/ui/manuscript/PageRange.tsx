import type { ReportWish } from '../../formats/report/wish.ts';
import { sentence, YesNo } from '../controls/words.tsx';
import { Amount } from '../style/Amount.tsx';

interface PageRangeProps {
  /** how many pages there are; null while that is not known */
  count: number | null;
  range: ReportWish['pages'];
  onRange(range: ReportWish['pages']): void;
}

/** All pages, or those from one to another. */
export function PageRange({ count, range, onRange }: PageRangeProps) {
  const most = count ?? 1;
  const page = (label: string, value: number, put: (value: number) => { from: number; to: number }) => (
    <Amount
      label={label}
      value={value}
      onCommit={(chosen) => {
        if (!Number.isInteger(chosen) || chosen < 1 || chosen > most)
          return `Pages go from 1 to ${most}; give a whole number.`;
        onRange(put(chosen));
        return null;
      }}
    />
  );
  return (
    <p className={sentence}>
      <YesNo
        label="Pages of the PDF"
        value={range !== null}
        yes="some pages"
        no="all pages"
        onCommit={(some) => onRange(some ? { from: 1, to: most } : null)}
      />
      {range && (
        <>
          from
          {page('First page', range.from, (from) => ({ from, to: Math.max(from, range.to) }))}
          to
          {page('Last page', range.to, (to) => ({ from: Math.min(range.from, to), to }))}
          <span className="text-quiet">(a part has no tags)</span>
        </>
      )}
    </p>
  );
}
