import { defineMiddleware } from 'astro:middleware';
import { refuse } from './server/http.ts';
import { may, UNKNOWN } from './server/may.ts';

/** What a browser sees that is not known: nothing of anyone’s. */
const UNKNOWN_PAGE = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Rizo</title><link rel="icon" href="/mark.svg" type="image/svg+xml">
<body style="font:18px/1.5 Georgia,serif;max-width:34em;margin:4em auto;padding:0 1em;background:#efeae3;color:#262129"><h1 style="color:#5b3a63">Rizo</h1>
<p role="alert">${UNKNOWN}</p></body></html>`;

/** Programs are answered with a sentence, too, where no endpoint takes their request; the framework has a page for people. */
export const onRequest = defineMiddleware(async ({ locals, routePattern, url }, next) => {
  // Where there is no page, the framework tells the one that says so nothing of the request.
  if (routePattern !== '/404' && !url.pathname.startsWith('/api/') && !may(locals.who, 'list', null))
    return new Response(UNKNOWN_PAGE, {
      status: 401,
      headers: { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' },
    });
  const response = await next();
  const isPage = response.headers.get('content-type')?.startsWith('text/html') ?? false;
  return url.pathname.startsWith('/api/') && isPage && !response.ok
    ? refuse(response.status, 'Nothing at this address takes such a request.')
    : response;
});
