import { read } from '$lib/server/http/endpoint';
import { openapi } from '$lib/server/http/openapi';

export const GET = read(async () => openapi());
