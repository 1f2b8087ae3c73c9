/** No host has this name: what leads to it stays in the house. */
const HERE = 'http://own.invalid';

/**
 * Only a place of our own: an address of somebody else's would be a way to be led astray. It is read as browsers read it,
 * who drop tabs and take a backslash for a slash.
 */
export function ownPlace(to: string | null | undefined): string {
  if (!to?.startsWith('/')) return '/';
  let url: URL;
  try {
    url = new URL(to, HERE);
  } catch {
    return '/';
  }
  if (url.origin !== HERE || /^\/sign-in(\/|$)/.test(url.pathname)) return '/';
  // Two slashes at its head would be a host again.
  return url.pathname.startsWith('//') ? '/' : url.pathname + url.search + url.hash;
}
