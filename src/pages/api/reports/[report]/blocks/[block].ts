import { loadWhole } from '../../../../../server/blocks.ts';
import { database } from '../../../../../server/database.ts';
import { ofReport } from '../../../../../server/endpoint.ts';
import { idIn, notFound, readBytes, refuse } from '../../../../../server/http.ts';
import { cellsAnswer } from '../../../../../server/work/do.ts';
import { inThread, withBody } from '../../../../../server/work/pool.ts';

const PARTS = ['cells', 'received'] as const;

/**
 * The cells of one column, or with `?part=received` what was received of them
 * (null where the cells tell it). A block never changes, so a browser may keep it.
 */
export const GET = ofReport('read', async (report, { params, url }) => {
  const wanted = url.searchParams.get('part') ?? 'cells';
  const part = PARTS.find((name) => name === wanted);
  if (!part) return refuse(400, `A column has the parts “${PARTS.join('” and “')}”.`, 'part');
  const block = idIn(params, 'block');
  const whole = await loadWhole(database(), report, block, part);
  if (whole === undefined) return notFound('column');
  return whole === null ? inThread(report, { do: 'cells', report, block, part }) : cellsAnswer(whole);
});

/** Stores the cells of a column ahead of the change that names them. */
export const PUT = ofReport('change', async (report, { params, request }) => {
  const block = idIn(params, 'block');
  return withBody({ do: 'block', report, block, body: await readBytes(request) });
});
