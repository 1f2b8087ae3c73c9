import type { RequestHandler } from '@sveltejs/kit';
import type { AnySchema } from 'yup';

/** A JSON Schema, or a part of one. */
export type Described = Record<string, unknown>;

/** What an endpoint says of itself. */
export interface Operation {
  summary: string;
  status: number;
  query?: AnySchema | undefined;
  body?: unknown;
  answer?: Described | undefined;
  /** Media type of a body that is no JSON. */
  takes?: string;
  /** Media type of an answer that is no JSON. */
  type?: string;
  /** A retry with the same Idempotency-Key is answered as the first was. */
  once?: boolean;
  /** Where a part of the path names one of several: what each is for and takes. */
  each?: Record<string, { summary: string; body: AnySchema }> | undefined;
}

const operations = new WeakMap<object, Operation>();

/** Keeps what a handler says of itself. */
export function describing(operation: Operation, handler: RequestHandler): RequestHandler {
  operations.set(handler, operation);
  return handler;
}

export const operationOf = (handler: unknown): Operation | undefined =>
  typeof handler === 'function' ? operations.get(handler) : undefined;
