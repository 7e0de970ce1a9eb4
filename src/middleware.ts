import { defineMiddleware } from 'astro:middleware';
import { refuse } from './server/http.ts';

/** Pages of other sites may not change reports through the reader's browser. */
export const onRequest = defineMiddleware(async ({ request }, next) => {
  const origin = request.headers.get('origin');
  if (
    request.method !== 'GET' &&
    request.method !== 'HEAD' &&
    origin &&
    origin.replace(/^\w+:\/\//, '') !== request.headers.get('host')
  )
    return refuse(403, 'Changes are only taken from Rizo’s own pages.');
  const response = await next();
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'SAMEORIGIN');
  response.headers.set('referrer-policy', 'no-referrer');
  return response;
});
