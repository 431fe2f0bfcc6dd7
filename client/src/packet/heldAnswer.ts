/**
 * The answer to a question that is asked once. It is held on to until it is here: where nobody holds it, an answer is
 * dropped as soon as a change to what it is about is heard of, and the question looks as if it had failed.
 *
 * @param asked what dispatching an endpoint's `initiate` gave
 */
export async function heldAnswer<Answer>(
  asked: PromiseLike<Answer> & { unsubscribe(): void },
): Promise<Answer> {
  try {
    return await asked;
  } finally {
    asked.unsubscribe();
  }
}
