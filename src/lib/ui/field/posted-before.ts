import { page } from '$app/state';
import type { FieldError } from '$lib/schema/validate';
import { asSentence } from './as-sentence';

/** What a form that was posted without a script was told, on the page that it was posted to. */
interface Refused {
  message: string;
  errors: FieldError[];
  /** Forms that are not restored say nothing of it. */
  typed?: Record<string, string>;
}

export const refused = (): Refused | null =>
  (page.form as Refused | null | undefined)?.message ? page.form : null;

/** What was typed in a field before it was refused; undefined when nothing was. */
export const typedBefore = (name: string | undefined): string | undefined =>
  name === undefined ? undefined : refused()?.typed?.[name];

/** What was wrong with it, by the path that its name holds. */
export function wrongBefore(name: string | undefined): string | undefined {
  const path = name?.split('~')[1];
  const message = path && refused()?.errors.find((error) => error.path === path)?.message;
  return message ? asSentence(message) : undefined;
}
