import { chromiumPath } from '../scripts/chromium.mjs';

/** Journeys begin with a Chromium, or with one plain line that says how to get one. */
export default function needsChromium(): void {
  chromiumPath();
}
