/** Words in SVG and HTML: user-made text is never markup. */
export function escapeMarkup(text: string): string {
  return text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll("'", '&#39;');
}

/** Millimetres to a thousandth, without trailing zeros. */
export function roundMm(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}
