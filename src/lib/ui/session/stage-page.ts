import { page } from '$app/state';

/**
 * A stage's page for a casting: the coming one has it to itself, and is kept where the server is out of reach; another is
 * asked for by its number.
 *
 * @param mold_id which of its molds is meant
 * @example stagePage('/pour', 29) // '/pour?day=29', where 28 comes next
 */
export function stagePage(path: '/pour' | '/shake-out', day_id: number, mold_id?: number): string {
  const asked = [
    ...(page.data.session?.id === day_id ? [] : [`day=${day_id}`]),
    ...(mold_id === undefined ? [] : [`mold=${mold_id}`])
  ];
  return asked.length > 0 ? `${path}?${asked.join('&')}` : path;
}
