declare module 'subset-font' {
  /** The font with the glyphs of the text alone. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { readonly targetFormat: 'woff2' },
  ): Promise<Buffer>;
}
