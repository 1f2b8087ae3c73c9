import type { RequestHandler } from './$types';
import { problem } from '$lib/server/http/problem';

export const fallback: RequestHandler = ({ url }) =>
  problem(404, `There is nothing at ${url.pathname}; /api/v1/openapi.json lists what there is.`);
