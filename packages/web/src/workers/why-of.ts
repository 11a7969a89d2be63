/** Why some work failed, in a line. */
export function whyOf(error: unknown): string {
  return error instanceof Error && error.message !== '' ? error.message : 'The work stopped unexpectedly.';
}
