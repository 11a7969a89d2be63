/**
 * How a cell runs down. The state is the charge left s, and ds/dt = −I(s)/Q(I), so time is a plain integral over s: t = ∫ Q/I ds. It is taken by
 * Simpson's rule between the knots of the cell's table, halved where that changes the answer (standard: adaptive Simpson).
 */

/** What the load does at one state of charge: current, volts at the cell, and a quantity that is watched. */
export interface Load {
  readonly amp: number;
  readonly volt: number;
  readonly watched: number;
  /** No light of it shows any more. */
  readonly isDark?: boolean;
}

export interface DischargeTask {
  loadAt(chargeLeft: number): Load;
  /** Capacity in Ah at a load current in A. */
  capacityAh(amp: number): number;
  /** Where the cell's table bends, by falling charge from 1 to 0. */
  readonly knots: readonly number[];
  readonly marks: ReadonlyArray<{ readonly id: string; isPast(load: Load): boolean }>;
  /** Ids of marks that end the run. */
  readonly stopAt: readonly string[];
}

export interface DischargeResult {
  /** Hours at which each mark was first passed, and the charge left then. */
  readonly hours: ReadonlyMap<string, number>;
  readonly charges: ReadonlyMap<string, number>;
  readonly endHours: number;
  /** The mark that ended it, or null when the charge ran out first. */
  readonly stoppedBy: string | null;
  readonly samples: ReadonlyArray<{
    readonly hours: number;
    readonly chargeLeft: number;
    readonly load: Load;
  }>;
}

/** A panel is halved while its halves differ from it by more than this share; Simpson's error is then a fifteenth of it. */
const TOLERATED_SHARE = 2e-4;
/** So often at most: where a load falls away all at once there is no smooth panel. */
const MOST_HALVINGS = 7;
/** Halvings when looking for the charge at which a mark is passed. */
const SEARCH_HALVINGS = 14;

interface Place {
  readonly charge: number;
  readonly load: Load;
}

/** A stretch of charge that is not yet summed. `middle`: where it is known. */
interface Panel {
  readonly high: Place;
  readonly low: Place;
  readonly middle?: Place;
  readonly halvings: number;
}

/** Integrates from full to the first stopping mark, or to empty. A load without current never ends: Infinity. */
export function discharge(task: DischargeTask): DischargeResult {
  const work = runDown(task);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** As `discharge`; yields the charge that is used, 0 to 1, between one load and the next. */
export function* runDown(task: DischargeTask): Generator<number, DischargeResult> {
  const hours = new Map<string, number>();
  const charges = new Map<string, number>();
  const samples: Array<{ hours: number; chargeLeft: number; load: Load }> = [];
  const placeAt = (charge: number): Place => ({ charge, load: task.loadAt(charge) });
  const full = placeAt(task.knots[0] ?? 1);
  samples.push({ hours: 0, chargeLeft: full.charge, load: full.load });
  const pass = (id: string, at: number, charge: number): void => {
    hours.set(id, at);
    charges.set(id, charge);
  };
  for (const mark of task.marks) if (mark.isPast(full.load)) pass(mark.id, 0, full.charge);
  const stoppedAtOnce = task.stopAt.find((id) => hours.has(id));
  if (stoppedAtOnce !== undefined) return { hours, charges, endHours: 0, stoppedBy: stoppedAtOnce, samples };

  let elapsed = 0;
  let high = full;
  for (const knot of task.knots.slice(1)) {
    const waiting: Panel[] = [{ high, low: placeAt(knot), halvings: 0 }];
    for (let panel = waiting.pop(); panel !== undefined; panel = waiting.pop()) {
      yield 1 - panel.low.charge;
      const middle = panel.middle ?? placeAt(half(panel.high, panel.low));
      const [before, after] = [placeAt(half(panel.high, middle)), placeAt(half(middle, panel.low))];
      const whole = simpson(task, panel.high, middle, panel.low);
      const halves = [
        { high: panel.high, middle: before, low: middle },
        { high: middle, middle: after, low: panel.low },
      ] as const;
      const sum = halves.reduce(
        (hoursSoFar, part) => hoursSoFar + simpson(task, part.high, part.middle, part.low),
        0,
      );
      const isRough = Math.abs(sum - whole) > TOLERATED_SHARE * sum && panel.halvings < MOST_HALVINGS;
      if (isRough) {
        for (const part of [...halves].reverse()) waiting.push({ ...part, halvings: panel.halvings + 1 });
        continue;
      }
      for (const part of halves) {
        const found: Array<{ readonly id: string; readonly place: Place }> = [];
        for (const mark of task.marks)
          if (!hours.has(mark.id) && mark.isPast(part.low.load))
            found.push({
              id: mark.id,
              place: placeAt(yield* chargeWhere(task, mark.isPast, part.high.charge, part.low.charge)),
            });
        for (const { id, place } of found.sort((a, b) => b.place.charge - a.place.charge)) {
          const at = elapsed + simpson(task, part.high, placeAt(half(part.high, place)), place);
          pass(id, at, place.charge);
          if (!task.stopAt.includes(id)) continue;
          samples.push({ hours: at, chargeLeft: place.charge, load: place.load });
          return { hours, charges, endHours: at, stoppedBy: id, samples };
        }
        elapsed += simpson(task, part.high, part.middle, part.low);
        samples.push({ hours: elapsed, chargeLeft: part.low.charge, load: part.low.load });
        high = part.low;
      }
    }
  }
  return { hours, charges, endHours: elapsed, stoppedBy: null, samples };
}

function half(a: Place, b: Place): number {
  return (a.charge + b.charge) / 2;
}

/** Hours from one charge to a lower one. */
function simpson(task: DischargeTask, high: Place, middle: Place, low: Place): number {
  const rate = ({ load }: Place): number => task.capacityAh(load.amp) / load.amp;
  if (high.charge === low.charge) return 0;
  return ((high.charge - low.charge) * (rate(high) + 4 * rate(middle) + rate(low))) / 6;
}

function* chargeWhere(
  task: DischargeTask,
  isPast: (load: Load) => boolean,
  high: number,
  low: number,
): Generator<number, number> {
  let before = high;
  let after = low;
  for (let i = 0; i < SEARCH_HALVINGS; i += 1) {
    const middle = (before + after) / 2;
    if (isPast(task.loadAt(middle))) after = middle;
    else before = middle;
    yield 1 - middle;
  }
  return after;
}
