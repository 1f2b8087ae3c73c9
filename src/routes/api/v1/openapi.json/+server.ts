import { read } from '$lib/server/http/endpoint';
import { openapi, type RouteModule } from '$lib/server/http/openapi';

/** The other endpoints, each loaded when the document is first asked for. */
const modules = import.meta.glob<RouteModule>(['../**/+server.ts', '!./+server.ts']);

let document: Promise<object> | undefined;

async function made(): Promise<object> {
  const loaded = await Promise.all(
    Object.entries(modules).map(async ([file, load]) => {
      const route = file.replace(/^\.\./, '').replace(/\/\+server\.ts$/, '');
      return [route, await load()] as const;
    })
  );
  return openapi(Object.fromEntries(loaded));
}

export const GET = read({ summary: 'This document' }, () => (document ??= made()));
