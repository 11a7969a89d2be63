/** JSON has no infinity: an endless time is null. */
export function toJson(value: unknown): string {
  return `${JSON.stringify(value, (_key, entry) => (typeof entry === 'number' && !Number.isFinite(entry) ? null : entry), 2)}\n`;
}
