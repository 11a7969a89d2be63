/**
 * A holder that lifts its cells to a steady voltage. What it gives at its output, and what it wastes, it takes from its cells as power; the more
 * their volts give way the more current that is, up to where they can give no more. Below its least output it gives up: its cells then lie
 * straight on what it feeds, which lights nothing but empties them.
 */
import { cellAt } from '../../parts/cells.ts';
import { chargeOf, type PlanState, type World } from '../state.ts';
import type { CellIn } from './cell-in.ts';
import { type Build, type Device, drain, resistor, source, standing, word } from './device.ts';
import type { DeviceState, Search } from './standing.ts';

/** The input's current is settled to this, A, and what a sunk output takes to this share of the limit. */
const SETTLED_AMP = 1e-9;
const SETTLED_SHARE = 1e-10;
/** An output that is known to this is not looked for any longer, V. */
const SETTLED_VOLT = 1e-13;

/** What its cells are: volts without load, ohms inside. */
export interface BoostInput {
  readonly volt: number;
  readonly ohm: number;
  /** The fewest volts its input works at. */
  readonly leastV: number;
  /** Share of the power it takes that it hands on. */
  readonly efficiency: number;
}

/**
 * The most that an input hands on, W, and the current it takes then, A: at half the cells' volts, where they give most, or at the drop-out
 * where that is higher. Zero where the cells lie below the drop-out. Textbook maximum of power.
 */
export function boostLimit({ volt, ohm, leastV, efficiency }: BoostInput): {
  readonly watt: number;
  readonly amp: number;
} {
  const inV = Math.max(leastV, volt / 2);
  if (volt <= leastV) return { watt: 0, amp: 0 };
  const amp = (volt - inV) / ohm;
  return { watt: efficiency * inV * amp, amp };
}

/**
 * What the input takes, A, to hand on some power, W: the smaller root of I·(E − R·I) = P/η; the larger one is past the cells' most. The
 * power must lie within `boostLimit`.
 */
export function boostInputAmp({ volt, ohm, efficiency }: BoostInput, watt: number): number {
  const taken = watt / efficiency;
  const root = Math.sqrt(Math.max(0, volt * volt - 4 * ohm * taken));
  // The same as (E − root)/2R, without losing digits at small loads.
  return (2 * taken) / (volt + root);
}

/** The key of the converter of a holder. */
export function boostKey(partId: string): string {
  return word('boost', partId);
}

export function boostDevice({
  assumed,
  partId,
  cell,
  cellKind,
  count,
  plus,
  minus,
  switchOhm,
  isOn,
  boostV,
}: CellIn): Build {
  const [inside, input, lifted] = ['e', 'i', 'b'].map((letter) => word(letter, partId)) as [
    string,
    string,
    string,
  ];
  const outputName = word('Vb', partId);
  const start: DeviceState = { mode: 'steady', amp: 0, volt: boostV };
  const device: Device = {
    key: boostKey(partId),
    latches: false,
    start,
    resume: ({ amp }) => ({ ...start, amp }),
    next(now, { state, world, across, ampOf }) {
      const { volt, ohm } = cellAt(cellKind, chargeOf(state, partId));
      const inputs: BoostInput = {
        // What it takes for itself leaves so much less to the rest.
        volt: volt * count * world.cellVolt(partId) - idleA(state) * ohm * count * world.cellOhm(partId),
        ohm: ohm * count * world.cellOhm(partId),
        leastV: assumed.boostLeastInV * count,
        efficiency: assumed.boostEfficiency,
      };
      if (now.mode === 'off') {
        const amp = Math.max(0, -ampOf(outputName));
        const settled = Math.abs(amp - now.amp) < SETTLED_AMP && now.volt === inputs.volt;
        return settled ? now : { mode: 'off', amp, volt: inputs.volt };
      }
      const limit = boostLimit(inputs);
      const wanted = Math.max(0, across(lifted, minus) * -ampOf(outputName));
      const excess = wanted - limit.watt;
      if (now.mode === 'steady' && excess <= 0) {
        const amp = boostInputAmp(inputs, wanted);
        return Math.abs(amp - now.amp) < SETTLED_AMP ? now : { ...now, amp };
      }
      return sink(now, excess, limit, assumed.boostLeastOutV);
    },
  };
  const idles = (state: PlanState): boolean => isOn(state) && standing(state, device).mode !== 'off';
  const idleA = (state: PlanState): number => (idles(state) ? assumed.boostIdleMa / 1000 : 0);
  const cellOhm = (state: PlanState, world: World): number =>
    cellAt(cellKind, chargeOf(state, partId)).ohm * count * world.cellOhm(partId);
  return {
    elements: [
      source(cell, inside, minus, (state, world) => {
        return cellAt(cellKind, chargeOf(state, partId)).volt * count * world.cellVolt(partId);
      }),
      resistor(word('Ri', partId), inside, input, cellOhm),
      drain(word('Iidle', partId), input, minus, (state) => (idles(state) ? idleA(state) : null)),
      {
        element: {
          kind: 'I',
          name: word('Iin', partId),
          from: input,
          to: minus,
          amp: 0,
          law: {
            source: outputName,
            plus: lifted,
            minus,
            efficiency: assumed.boostEfficiency,
            leastV: (assumed.boostLeastInV * count) / 2,
          },
        },
        valueAt: (state) => standing(state, device).amp,
        lawHolds: (state) => standing(state, device).mode === 'steady',
      },
      source(outputName, lifted, minus, (state) => standing(state, device).volt),
      resistor(
        word('Rb', partId),
        lifted,
        plus,
        // While it has given up, its cells lie straight on its output, through coil and diode.
        (state, world) =>
          assumed.boostOutputOhm +
          switchOhm(state) +
          (standing(state, device).mode === 'off' ? cellOhm(state, world) : 0),
      ),
    ],
    devices: [device],
  };
}

/** The next output to try, between what was too little and too much (false position, Illinois variant); off below the least output. */
function sink(
  now: DeviceState,
  excess: number,
  limit: { readonly watt: number; readonly amp: number },
  leastOutV: number,
): DeviceState {
  const { volt, search } = now;
  if (limit.watt === 0) return { mode: 'off', amp: 0, volt };
  const here = { volt, excess };
  if (search === undefined) {
    return { mode: 'sunk', amp: limit.amp, volt: leastOutV, search: { low: null, high: here } };
  }
  if (search.low === null)
    return excess > 0 ? { mode: 'off', amp: 0, volt } : between(limit.amp, { low: here, high: search.high });
  const width = search.high.volt - search.low.volt;
  if (Math.abs(excess) <= SETTLED_SHARE * limit.watt || width <= SETTLED_VOLT) return now;
  const isHigh = excess > 0;
  return between(
    limit.amp,
    isHigh
      ? { low: { ...search.low, excess: search.low.excess / 2 }, high: here }
      : { low: here, high: { ...search.high, excess: search.high.excess / 2 } },
  );
}

function between(amp: number, search: Search): DeviceState {
  const { low, high } = search;
  const from = low as NonNullable<Search['low']>;
  const share = from.excess / (from.excess - high.excess);
  return { mode: 'sunk', amp, volt: from.volt + (high.volt - from.volt) * share, search };
}
