import type { Refusal } from '../refusal';

const escaped = (text: string) => text.replace(/[&<>"]/g, (letter) => `&#${letter.charCodeAt(0)};`);

/** A refusal from before there is any page: plain, and without a script. */
export function pageOf({ status, message }: Refusal): Response {
  const html = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Brunkel</title><h1>Brunkel</h1><p>${escaped(message)}</p></html>`;
  return new Response(html, { status, headers: { 'content-type': 'text/html; charset=utf-8' } });
}
