/** The value a text holds as JSON, or undefined when it is none. */
export function maybeParseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
