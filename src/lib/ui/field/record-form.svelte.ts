import type { AnySchema } from 'yup';
import { check, type FieldError } from '$lib/schema/validate';
import { ApiProblem } from '../api-client';

/**
 * The state of one form: what is wrong with it, by field, and whether it is on its way. It checks with the
 * schema that the server checks with, and keeps what was typed whatever the server answers.
 */
export class RecordForm {
  errors = $state<FieldError[]>([]);
  /** What went wrong as a whole, when no field can say it. */
  message = $state<string | null>(null);
  busy = $state(false);

  errorOf(path: string): string | undefined {
    const message = this.errors.find((error) => error.path === path)?.message;
    return message && message[0]!.toUpperCase() + message.slice(1) + (message.endsWith('.') ? '' : '.');
  }

  /**
   * Checks the body and sends it.
   *
   * @returns what `send` returned, or undefined when it was refused here or there
   */
  async submit<T>(schema: AnySchema, body: unknown, send: () => Promise<T>): Promise<T | undefined> {
    const checked = check(schema, body);
    this.message = null;
    this.errors = checked.ok ? [] : checked.errors;
    if (!checked.ok || this.busy) return undefined;
    this.busy = true;
    try {
      return await send();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      this.errors = thrown.errors;
      this.message = thrown.message;
      return undefined;
    } finally {
      this.busy = false;
    }
  }
}

/** Drops what is undefined, so that an empty optional field is absent rather than null. */
export function present<T extends object>(fields: T): T {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;
}

/** The reader's time zone, kept with what they write. */
export const zone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;
