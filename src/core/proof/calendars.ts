import type { CalendarRows } from '../figure/calendar.ts';
import { formatNumber } from '../text/number.ts';
import type { Check } from './note.ts';

/** Calendars of which nothing, or not everything, is drawn. */
export const calendars: Check = {
  id: 'calendars',
  find({ figure, locale }) {
    const write = (count: number) => formatNumber(count, 0, locale);
    const wrongWith = ({ title, drawn, omitted, lacks }: CalendarRows): string | null => {
      if (lacks === 'table') return 'The table of this calendar is not there.';
      if (lacks === 'column') return `“${title}” no longer has a column that this calendar is taken from.`;
      if (drawn === 0) return `No row of “${title}” lies on the axis across.`;
      return omitted > 0
        ? `“${title}” has ${write(drawn + omitted)} rows on this axis; the first ${write(drawn)} are drawn.`
        : null;
    };
    for (const [id, rows] of figure.calendars) {
      const text = wrongWith(rows);
      if (text === null) continue;
      return {
        part: `mark:${id}`,
        title: rows.drawn === 0 ? 'An empty calendar' : 'A long calendar',
        text,
        facts: `${id} ${rows.drawn} ${rows.omitted}`,
        mends: [
          { say: 'Set the calendar', open: `mark:${id}` },
          { say: 'Remove', call: { name: 'figure.removeMarks', args: { figure: figure.spec.id, marks: [id] } } },
        ],
      };
    }
    return null;
  },
};
