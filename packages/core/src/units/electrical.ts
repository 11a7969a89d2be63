/** Printing electrical quantities the way a maker reads them on a meter. */
import { trimZeros } from './length.ts';

const THIN_SPACE = '\u202f';

/** Ohms with up to three figures: `2.6 Ω`, `118 Ω`, `1.2 kΩ`; infinity reads `open`. */
export function formatOhm(ohm: number): string {
  if (!Number.isFinite(ohm)) return 'open';
  if (ohm >= 1e6) return `${trimZeros((ohm / 1e6).toPrecision(3))}${THIN_SPACE}MΩ`;
  if (ohm >= 1000) return `${trimZeros((ohm / 1000).toPrecision(3))}${THIN_SPACE}kΩ`;
  return `${trimZeros(ohm.toFixed(ohm < 100 ? 1 : 0))}${THIN_SPACE}Ω`;
}

/** Amperes printed as milliamperes, or microamperes below a tenth of one; from one ampere on as they are. */
export function formatCurrent(amp: number): string {
  const mA = amp * 1000;
  if (Math.abs(mA) >= 1000) return `${trimZeros(amp.toPrecision(3))}${THIN_SPACE}A`;
  if (Math.abs(mA) < 0.0005) return `0${THIN_SPACE}mA`;
  if (Math.abs(mA) < 0.1) return `${trimZeros((mA * 1000).toFixed(1))}${THIN_SPACE}µA`;
  return `${trimZeros(mA.toFixed(Math.abs(mA) < 100 ? 1 : 0))}${THIN_SPACE}mA`;
}

/** Volts to two decimals. */
export function formatVolt(volt: number): string {
  return `${trimZeros(volt.toFixed(2))}${THIN_SPACE}V`;
}

/** Hours in words that promise no more than the model knows: `about 9 h`, `about 40 min`, `over a month`. */
export function formatHours(hours: number): string {
  if (!Number.isFinite(hours) || hours > 24 * 45) return 'over a month';
  if (hours >= 48) return `about ${Math.round(hours / 24)} days`;
  if (hours >= 10) return `about ${Math.round(hours)} h`;
  if (hours >= 1) return `about ${trimZeros(hours.toFixed(1))} h`;
  return `about ${Math.max(1, Math.round(hours * 60))} min`;
}

/** Watts as a maker reads them: `0.012 W`, `1.4 W`: two digits that count. */
export function formatWatt(watt: number): string {
  return `${Number(watt.toPrecision(2))}${THIN_SPACE}W`;
}

/** Hotter than this cloth chars and thread glows: how hot, no model here knows, °C. */
const CHARS_C = 300;

/** A temperature in whole degrees, as near as any model here knows it: `62 °C`, `over 300 °C`. */
export function formatCelsius(celsius: number): string {
  return `${celsius > CHARS_C ? `over ${CHARS_C}` : Math.round(celsius)}${THIN_SPACE}°C`;
}
