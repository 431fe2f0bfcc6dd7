/** A text from outside as what it says in JSON; null when it says nothing that can be read. */
export function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
