import type { Request, Response } from 'express';
import { idSchema } from '@ravlo/contract';
import type { z } from 'zod';
import { notFound, ProblemError } from '../problems';

/** Sends a body that has been held against the contract first: what leaves is what was promised. */
export function answer<S extends z.ZodType>(
  response: Response,
  schema: S,
  body: z.input<S>,
  status = 200,
): void {
  response.status(status).json(schema.parse(body));
}

/** Parses something from outside, or throws a problem that names what is wrong with it. */
export function parseWith<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value ?? {});
  if (result.success) return result.data;
  const [issue] = result.error.issues;
  if (!issue) throw new ProblemError('bad-request', 'This makes no sense to Ravlo.');
  const place = issue.path.length > 0 ? ` (${issue.path.join('.')})` : '';
  throw new ProblemError('bad-request', `${issue.message}${place}`);
}

/**
 * The id in an address.
 *
 * @throws ProblemError not-found: what cannot be an id leads nowhere, like one that nobody has
 */
export function idIn(request: Request, what: Parameters<typeof notFound>[0]): string {
  const id = idSchema.safeParse(request.params.id);
  if (!id.success) throw notFound(what);
  return id.data;
}
