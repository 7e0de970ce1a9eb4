import { ofReport } from '../../../../server/endpoint.ts';
import { inThread } from '../../../../server/work/pool.ts';

/** The report with all that it is made of, as one file. */
export const GET = ofReport('read', async (report) => inThread(report, { do: 'bundle', report }));
