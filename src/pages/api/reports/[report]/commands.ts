import { ofReport } from '../../../../server/endpoint.ts';
import { readBytes } from '../../../../server/http.ts';
import { withBody } from '../../../../server/work/pool.ts';

/** Runs commands on the newest state of a report and answers with every change since the base. */
export const POST = ofReport('change', async (report, { request }) =>
  withBody({ do: 'commands', report, body: await readBytes(request) }),
);
