import type { FieldError } from '$lib/schema/validate';
import { troubleLine } from '../database/trouble';
import { Refusal, type AskedAbout } from '../refusal';

const TITLES: Record<number, string> = {
  400: 'Not readable',
  401: 'Not signed in',
  403: 'Not from here',
  404: 'Not found',
  405: 'Method not allowed',
  409: 'Out of date',
  413: 'Too large',
  415: 'Not application/json',
  421: 'Not served under that name',
  422: 'Impossible or out of range',
  429: 'Too soon',
  500: 'Our fault',
  503: 'Not possible just now'
};

/** An error as `application/problem+json` (RFC 9457). */
export function problem(
  status: number,
  detail: string,
  errors: FieldError[] = [],
  question: AskedAbout | null = null
): Response {
  const body = {
    type: 'about:blank',
    title: TITLES[status] ?? 'Problem',
    status,
    detail,
    ...(errors.length > 0 && { errors }),
    ...(question && { question })
  };
  return new Response(JSON.stringify(body), {
    status,
    headers: {
      'content-type': 'application/problem+json',
      ...(status === 401 && { 'www-authenticate': 'Bearer' }),
      ...((status === 503 || status === 429) && { 'retry-after': '5' })
    }
  });
}

/** Whatever was thrown, as a problem. Only a fault of ours is a 500, and it is logged. */
export function problemOf(thrown: unknown): Response {
  if (thrown instanceof Refusal)
    return problem(thrown.status, thrown.message, thrown.errors, thrown.question);
  const trouble = troubleLine(thrown);
  if (trouble) return problem(503, trouble);
  const status = (thrown as { status?: unknown } | null)?.status;
  if (status === 413) return problem(413, 'The body is larger than this interface takes.');
  console.error(thrown);
  return problem(500, 'Something went wrong here; nothing was stored.');
}
