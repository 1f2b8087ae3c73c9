export interface Answer {
  status: number;
  body: Record<string, unknown>;
  ms: number;
}

/** One request; status 0 when there was no answer. */
export async function ask(
  url: string,
  method: string,
  body?: unknown,
  headers: Record<string, string> = {}
): Promise<Answer> {
  const began = performance.now();
  try {
    const response = await fetch(url, {
      method,
      headers: { ...(body !== undefined && { 'content-type': 'application/json' }), ...headers },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      redirect: 'manual',
      signal: AbortSignal.timeout(20_000)
    });
    const text = await response.text();
    let parsed: Record<string, unknown> = {};
    try {
      parsed = JSON.parse(text) as Record<string, unknown>;
    } catch {
      // No JSON: its status says enough.
    }
    return { status: response.status, body: parsed, ms: performance.now() - began };
  } catch (thrown) {
    if (process.env.BRUNKEL_LOUD) console.error(thrown);
    return { status: 0, body: {}, ms: performance.now() - began };
  }
}

export const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
