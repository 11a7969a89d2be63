/** The path of the Chromium there is, or null. */
export function findChromium(): string | null;
/** As `findChromium`; throws an Error that says what to do where there is none. */
export function chromiumPath(): string;
