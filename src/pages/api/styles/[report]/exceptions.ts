import { ofReport } from '../../../../server/endpoint.ts';
import { inThread } from '../../../../server/work/pool.ts';

/** What the reports that are set by a house style have set by hand. */
export const GET = ofReport('list', async (style) => inThread(style, { do: 'exceptions', style }));
