/** A steady supply that a board makes: its output is held, and what it gives is taken from its input. */
import type { PartElement } from '../../parts/part-element.ts';
import { type Build, type Device, drain, resistor, source, standing, word } from './device.ts';
import type { DeviceState } from './standing.ts';

/** What a regulator's output gives way by, and what it passes on when its input is low, Ω (assumptions). */
const OUTPUT_OHM = 0.2;
const PASS_OHM = 1;

/** It gives no more than this, however much is asked, A (memory: small regulators hold back at 0.15 to 0.3 A). */
const MOST_A = 0.15;

/** What it takes is settled to this, finer than any meter shows, A. */
const SETTLED_AMP = 1e-9;

/** Where the input is too low it only passes it on; where something else holds its output higher it lets go; asked for too
 * much it gives what it can. */
export function regulatorDevice(
  partId: string,
  element: Extract<PartElement, { kind: 'regulator' }>,
  node: (terminal: string) => string,
): Build {
  const [input, output, ground] = [node(element.input), node(element.output), node(element.ground)];
  const inside = word('v', partId);
  const name = word('Vreg', partId);
  const start: DeviceState = { mode: 'steady', amp: 0, volt: element.volt };
  const device: Device = {
    key: word('regulator', partId),
    latches: false,
    start,
    resume: ({ amp }) => ({ ...start, amp }),
    next(now, { across, ampOf }) {
      const out = across(output, ground);
      if (now.mode === 'off') return out < element.volt ? start : now;
      if (out > element.volt && now.mode !== 'steady') return start;
      // From a low input, too, it gives no more than its most.
      if (now.mode === 'passing')
        return ampOf(word('Rpass', partId)) > MOST_A
          ? { mode: 'sunk', amp: MOST_A, volt: element.volt }
          : now;
      if (now.mode === 'sunk')
        return across(input, output) < MOST_A * PASS_OHM
          ? { mode: 'passing', amp: 0, volt: element.volt }
          : now;
      const amp = -ampOf(name);
      if (amp < -SETTLED_AMP) return { mode: 'off', amp: 0, volt: element.volt };
      if (across(input, ground) <= element.volt) return { mode: 'passing', amp: 0, volt: element.volt };
      if (amp > MOST_A) return { mode: 'sunk', amp: MOST_A, volt: element.volt };
      return Math.abs(amp - now.amp) < SETTLED_AMP ? now : { ...now, amp };
    },
  };
  const whileSteady =
    (value: (state: DeviceState) => number) =>
    (state: Parameters<typeof standing>[0]): number | null => {
      const own = standing(state, device);
      return own.mode === 'steady' ? value(own) : null;
    };
  return {
    elements: [
      source(
        name,
        inside,
        ground,
        whileSteady(() => element.volt),
      ),
      resistor(
        regulatorOutput(partId),
        inside,
        output,
        whileSteady(() => OUTPUT_OHM),
      ),
      drain(
        word('Ireg', partId),
        input,
        ground,
        whileSteady(({ amp }) => amp),
      ),
      drain(word('Ilim', partId), input, output, (state) =>
        standing(state, device).mode === 'sunk' ? MOST_A : null,
      ),
      resistor(word('Rpass', partId), input, output, (state) =>
        standing(state, device).mode === 'passing' ? PASS_OHM : null,
      ),
    ],
    devices: [device],
  };
}

/** What a regulator gives out, however it stands, A. */
export function regulatorAmp(partId: string, { ampOf }: { ampOf(name: string): number }): number {
  return [regulatorOutput(partId), word('Ilim', partId), word('Rpass', partId)].reduce(
    (sum, name) => sum + ampOf(name),
    0,
  );
}

/** The name of what the current of a steady output flows through while it is steady. */
export function regulatorOutput(partId: string): string {
  return word('Rreg', partId);
}
