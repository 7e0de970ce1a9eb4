/** Endpoints: each says what it lets do, and is asked only by who may. */
import type { APIContext, APIRoute } from 'astro';
import { answer, idIn, refuse } from './http.ts';
import { may, UNKNOWN, type What } from './may.ts';

/** An endpoint of a report: its id is checked before anything is done. */
export const ofReport = (what: What, run: (report: string, context: APIContext) => Promise<Response>): APIRoute =>
  guarded(what, (context) => idIn(context.params, 'report'), run);

/** An endpoint that is of no report. */
export const ofNone = (what: What, run: (context: APIContext) => Promise<Response>): APIRoute =>
  guarded(
    what,
    () => null,
    (_, context) => run(context),
  );

const guarded =
  <Report extends string | null>(
    what: What,
    reportIn: (context: APIContext) => Report,
    run: (report: Report, context: APIContext) => Promise<Response>,
  ): APIRoute =>
  (context) =>
    answer(async () => {
      if (context.locals.who === 'nobody' && !may('nobody', what, null)) return refuse(401, UNKNOWN);
      const report = reportIn(context);
      return may(context.locals.who, what, report) ? run(report, context) : refuse(403, 'You may not do this.');
    });
