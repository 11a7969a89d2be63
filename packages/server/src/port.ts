const DEFAULT_PORT = 4173;

/** The port a text asks for, 4173 for none, null for nonsense. */
export function portFrom(text: string | undefined): number | null {
  if (text === undefined || text === '') return DEFAULT_PORT;
  const port = Number(text);
  return Number.isInteger(port) && port >= 1 && port <= 65_535 ? port : null;
}
