import { ofReport } from '../../../../../server/endpoint.ts';
import { inThread } from '../../../../../server/work/pool.ts';

const numberIn = (query: URLSearchParams, name: string, otherwise: number) => {
  const value = Number(query.get(name) ?? otherwise);
  return Number.isInteger(value) && value >= 1 && value <= 100_000 ? value : otherwise;
};

/** Where everything stands on the pages of the manuscript, and the pages `from` … `to` as SVG. */
export const GET = ofReport('read', async (report, { url: { searchParams } }) => {
  const from = numberIn(searchParams, 'from', 1);
  return inThread(report, { do: 'pages', report, from, to: numberIn(searchParams, 'to', from) });
});
