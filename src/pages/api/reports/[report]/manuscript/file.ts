import { firstWrong } from '../../../../../core/issue.ts';
import { ReportWish } from '../../../../../formats/report/wish.ts';
import { ofReport } from '../../../../../server/endpoint.ts';
import { refuse } from '../../../../../server/http.ts';
import { inThread } from '../../../../../server/work/pool.ts';
import { watched } from '../../../../../server/work/watched.ts';

/** What an address wishes, by the names it has there; what it does not say stays as it is usually. */
function wishIn(asked: URLSearchParams): unknown {
  const pages = asked.get('pages');
  const ends = pages === null ? null : /^(\d{1,6})(?:-(\d{1,6}))?$/.exec(pages);
  const flag = (name: string) => (asked.has(name) ? { [name]: asked.get(name) !== 'no' } : {});
  const list = (name: string) => (asked.has(name) ? { [name]: (asked.get(name) ?? '').split(',') } : {});
  return {
    form: asked.get('as'),
    ...(asked.has('claim') && { claim: asked.get('claim') }),
    ...(pages !== null && { pages: ends ? { from: Number(ends[1]), to: Number(ends[2] ?? ends[1]) } : pages }),
    ...list('chapters'),
    ...list('pictures'),
    ...flag('inspect'),
    ...flag('numbers'),
  };
}

/** The report to hand off, in a form; with `watch`, how far it is comes before it. */
export const GET = ofReport('read', async (report, { url: { searchParams } }) => {
  const wish = ReportWish.safeParse(wishIn(searchParams));
  if (!wish.success) {
    const { path, message } = firstWrong(wish.error);
    return refuse(400, message, path[0] === 'form' ? 'as' : String(path[0] ?? ''));
  }
  const job = { do: 'report file' as const, report, wish: wish.data };
  return searchParams.has('watch') ? watched(report, job) : inThread(report, job);
});
