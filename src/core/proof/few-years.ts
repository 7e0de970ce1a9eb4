import { formatNumber } from '../text/number.ts';
import type { Check } from './note.ts';

/** A band of years before that has fewer of them than are said, for some of what is drawn. */
export const fewYears: Check = {
  id: 'few-years',
  find({ figure, locale }) {
    for (const mark of figure.marks) {
      const rests = figure.bands.get(mark.id)?.restsOn;
      if (!rests) continue;
      const lacking = rests.there.filter((years) => years < rests.said);
      if (lacking.length === 0) continue;
      const least = Math.min(...lacking);
      const [count, all] = [lacking.length, rests.there.length].map((number) => formatNumber(number, 0, locale));
      return {
        part: `mark:${mark.id}`,
        title: 'Fewer years than stated',
        text: `“${mark.name || 'The band'}” says ${rests.said} years, but ${count} of ${all} points have fewer, as few as ${least}.`,
        facts: `${mark.id} ${rests.said} ${count} ${least}`,
        mends: [{ say: 'Set its years', open: `mark:${mark.id}` }],
      };
    }
    return null;
  },
};
