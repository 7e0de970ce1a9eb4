import type { CalendarRows } from '../figure/calendar.ts';
import { formatNumber } from '../text/number.ts';
import type { Check } from './note.ts';

/** Calendars of which nothing, or not everything, is drawn. */
export const calendars: Check = {
  id: 'calendars',
  find({ figure, locale }) {
    const write = (count: number) => formatNumber(count, 0, locale);
    const wrongWith = ({ title, drawn, omitted, lacks }: CalendarRows): string | null => {
      if (lacks === 'table') return 'The table of this calendar is missing.';
      if (lacks === 'column') return `“${title}” no longer has a column that this calendar uses.`;
      if (drawn === 0) return `No row of “${title}” falls within this axis.`;
      return omitted > 0
        ? `“${title}” has ${write(drawn + omitted)} rows on this axis; the first ${write(drawn)} are drawn.`
        : null;
    };
    const found = [...figure.calendars].flatMap(([id, rows]) => {
      const text = wrongWith(rows);
      return text === null ? [] : [{ id, rows, text }];
    });
    // What is gone is told before what is only long.
    const [first, ...others] = [...found.filter(({ rows }) => rows.lacks), ...found.filter(({ rows }) => !rows.lacks)];
    if (!first) return null;
    const { id, rows, text } = first;
    const more =
      others.length > 0 ? ` ${others.length} more ${others.length === 1 ? 'is' : 'are'} not drawn in full either.` : '';
    return {
      part: `mark:${id}`,
      title: rows.drawn === 0 ? 'A calendar is empty' : 'A calendar is too long',
      text: `${text}${more}`,
      facts: found.map((one) => `${one.id} ${one.rows.drawn} ${one.rows.omitted}`).join(),
      mends: [
        { say: 'Set the calendar', open: `mark:${id}` },
        { say: 'Remove', call: { name: 'figure.removeMarks', args: { figure: figure.spec.id, marks: [id] } } },
      ],
    };
  },
};
