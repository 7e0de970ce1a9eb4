import type * as z from 'zod';

/** What a schema found wrong, and where. */
export interface Wrong {
  path: (string | number)[];
  message: string;
}

type Issue = z.core.$ZodIssue;

/** The deepest issue below a choice of several forms: the form that fits longest is the one that was meant. */
function deepest(issue: Issue, above: PropertyKey[]): Wrong {
  const path = [...above, ...issue.path];
  const here: Wrong = {
    path: path.map((step) => (typeof step === 'number' ? step : String(step))),
    message: issue.message,
  };
  if (issue.code !== 'invalid_union') return here;
  const forms = issue.errors.flatMap(([first]) => (first ? [deepest(first, path)] : []));
  return forms.reduce((best, form) => (form.path.length > best.path.length ? form : best), here);
}

/** The first thing a schema found wrong. */
export function firstWrong(error: z.ZodError): Wrong {
  const [issue] = error.issues;
  return issue ? deepest(issue, []) : { path: [], message: 'Something in the request is wrong.' };
}

/** The first thing a schema found wrong, as "path: what is wrong". */
export function sayIssue(error: z.ZodError): string {
  const { path, message } = firstWrong(error);
  return path.length > 0 ? `${path.join('.')}: ${message}` : message;
}
