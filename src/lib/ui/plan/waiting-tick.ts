import { outbox } from '$lib/ui/outbox/outbox.svelte';

/** Where what is noted of a plan's steps goes. */
export const pathOf = (plan_id: number) => `/plans/${plan_id}/steps`;

/** The tick of a step that waits in the outbox; nothing where none does. */
export const waitingTick = (plan_id: number, step_id: string) =>
  outbox.items.find(({ path, body }) => path === pathOf(plan_id) && body.id === step_id);
