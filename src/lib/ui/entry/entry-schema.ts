import { onMount } from 'svelte';

const schemas = () => import('$lib/schema/entry').then(({ entries }) => entries);

/**
 * The schema of an entry, for a form that is there before anybody needs it: the page comes without, and has it at hand by the
 * time that the button is pressed. To be called while a component is set up.
 */
export function entrySchemas() {
  onMount(() => void schemas().catch(() => undefined));
  return (kind: keyof Awaited<ReturnType<typeof schemas>>) => () => schemas().then((all) => all[kind]);
}
