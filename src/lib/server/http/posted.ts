import { redirect, type RequestEvent } from '@sveltejs/kit';
import type { AnySchema, InferType } from 'yup';
import { postedBody } from '$lib/schema/posted-form';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { impossible } from '../refusal';
import { mustBeModest } from './body';
import { formFields } from './form';
import { formAction } from './guard';
import { answeredOnce } from './idempotency';

/**
 * The action of a form that is posted without a script: its body is made of its fields, carried out once for its key, and
 * answered with the way to a page.
 *
 * @param make holds the body against its schema and carries it out
 * @param to where it leads then
 * @param emptied see `postedBody`
 */
export function postedForm(
  make: (db: Database, body: Record<string, unknown>, event: RequestEvent) => Promise<{ id: number }>,
  to: (id: number, event: RequestEvent, body: Record<string, unknown>) => string,
  emptied?: null
) {
  return formAction(async (db, event) => {
    const fields = await formFields(event);
    event.locals.posted = fields;
    const { key, body, errors } = postedBody(fields, emptied);
    if (errors.length > 0) throw impossible(errors);
    mustBeModest(body);
    const once = { key, what: `form ${event.url.pathname}`, body: JSON.stringify(body) };
    const { body: made } = await answeredOnce(db, once, async () => ({
      status: 201,
      body: { id: (await make(db, body, event)).id },
      location: null
    }));
    redirect(303, to((made as { id: number }).id, event, body));
  });
}

/** @throws Refusal 422 when the body is not what its schema says */
export function checkedBody<S extends AnySchema>(schema: S, body: unknown): InferType<S> {
  const checked = check(schema, body);
  if (!checked.ok) throw impossible(checked.errors);
  return checked.value;
}
