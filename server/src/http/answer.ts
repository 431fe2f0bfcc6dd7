import type { Response } from 'express';
import type { z } from 'zod';
import { ProblemError } from '../problems';

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
  const place = issue.path.length > 0 ? ` (${issue.path.join('.')})` : '';
  throw new ProblemError('bad-request', `${issue.message}${place}`);
}
