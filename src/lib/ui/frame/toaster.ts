import { createToaster } from '@skeletonlabs/skeleton-svelte';

export const toaster = createToaster({ placement: 'bottom-end', max: 3, duration: 12_000 });

/** Says what was done and offers to take it back. */
export function told(title: string, undo?: () => void | Promise<void>): void {
  toaster.create({
    title,
    ...(undo && { action: { label: 'Undo', onClick: () => void undo() } })
  });
}

/** Says what went wrong, where no field can say it. */
export function warned(title: string): void {
  toaster.create({ title, type: 'error' });
}
