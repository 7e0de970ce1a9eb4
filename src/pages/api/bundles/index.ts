import { ofNone } from '../../../server/endpoint.ts';
import { readBytes } from '../../../server/http.ts';
import { inThread } from '../../../server/work/pool.ts';

/** Makes a report of a bundle. */
export const POST = ofNone('make', async ({ request }) =>
  inThread('bundles', { do: 'open bundle', body: await readBytes(request) }),
);
