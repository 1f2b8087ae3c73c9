import type { RequestEvent } from '@sveltejs/kit';
import type { AnySchema, InferType } from 'yup';
import { check } from '$lib/schema/validate';
import { Refusal, impossible } from '../refusal';
import { limitedBytes, mustBeModest } from './body';

/** The text fields of a posted form. */
export async function formFields(event: RequestEvent): Promise<Record<string, string>> {
  const type = event.request.headers.get('content-type') ?? '';
  if (!/^(application\/x-www-form-urlencoded|multipart\/form-data)/i.test(type))
    throw new Refusal(415, 'Post a form here.');
  const bytes = await limitedBytes(event.request);
  const fields: Record<string, string> = {};
  let form: FormData;
  try {
    form = await new Response(bytes, { headers: { 'content-type': type } }).formData();
  } catch {
    throw new Refusal(400, 'The form is not readable.');
  }
  for (const [name, value] of form) if (typeof value === 'string') fields[name] = value;
  mustBeModest(fields);
  return fields;
}

/** A form of plain texts, an empty one left out, held against its schema. */
export async function checkedForm<S extends AnySchema>(
  event: RequestEvent,
  schema: S
): Promise<InferType<S>> {
  const fields = Object.entries(await formFields(event)).filter(([, text]) => text !== '');
  const result = check(schema, Object.fromEntries(fields));
  if (!result.ok) throw impossible(result.errors);
  return result.value;
}
