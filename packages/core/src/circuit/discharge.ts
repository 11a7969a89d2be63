/**
 * How a cell runs down. The state is the charge left s, and ds/dt = −I(s)/Q(I), so time is a plain integral
 * over s: t = ∫ Q/I ds. It is taken by Simpson's rule between the knots of the cell's table (standard).
 */

/** What the load does at one state of charge: current, volts at the cell, and a quantity that is watched. */
export interface Load {
  readonly amp: number;
  readonly volt: number;
  readonly watched: number;
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
  /** Hours at which each mark was first passed. */
  readonly hours: ReadonlyMap<string, number>;
  readonly endHours: number;
  /** The mark that ended it, or null when the charge ran out first. */
  readonly stoppedBy: string | null;
  readonly samples: ReadonlyArray<{
    readonly hours: number;
    readonly chargeLeft: number;
    readonly load: Load;
  }>;
}

/** Steps between two knots: Simpson's error is then far below a thousandth for smooth loads (tested). */
const STEPS_PER_KNOT = 6;

/** Halvings when looking for the charge at which a mark is passed: 2^-24 of a step. */
const HALVINGS = 24;

/** Integrates from full to the first stopping mark, or to empty. A load without current never ends: Infinity. */
export function discharge(task: DischargeTask): DischargeResult {
  const work = runDown(task);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** As `discharge`; yields the charge that is used, 0 to 1, between one load and the next. */
export function* runDown(task: DischargeTask): Generator<number, DischargeResult> {
  const hours = new Map<string, number>();
  const samples: Array<{ hours: number; chargeLeft: number; load: Load }> = [];
  const first = task.loadAt(1);
  samples.push({ hours: 0, chargeLeft: 1, load: first });
  for (const mark of task.marks) if (mark.isPast(first)) hours.set(mark.id, 0);
  const stoppedAtOnce = task.stopAt.find((id) => hours.has(id));
  if (stoppedAtOnce !== undefined) return { hours, endHours: 0, stoppedBy: stoppedAtOnce, samples };

  let elapsed = 0;
  let high = 1;
  let highLoad = first;
  for (const low of stepsBetween(task.knots)) {
    const lowLoad = task.loadAt(low);
    yield 1 - low;
    const crossed: { readonly id: string; readonly charge: number }[] = [];
    for (const mark of task.marks)
      if (!hours.has(mark.id) && mark.isPast(lowLoad))
        crossed.push({ id: mark.id, charge: yield* chargeWhere(task, mark.isPast, high, low) });
    for (const { id, charge } of crossed.sort((a, b) => b.charge - a.charge)) {
      const at = elapsed + hoursBetween(task, high, highLoad, charge, task.loadAt(charge));
      hours.set(id, at);
      if (task.stopAt.includes(id)) {
        samples.push({ hours: at, chargeLeft: charge, load: task.loadAt(charge) });
        return { hours, endHours: at, stoppedBy: id, samples };
      }
    }
    elapsed += hoursBetween(task, high, highLoad, low, lowLoad);
    samples.push({ hours: elapsed, chargeLeft: low, load: lowLoad });
    high = low;
    highLoad = lowLoad;
  }
  return { hours, endHours: elapsed, stoppedBy: null, samples };
}

function stepsBetween(knots: readonly number[]): readonly number[] {
  const steps: number[] = [];
  for (let i = 1; i < knots.length; i += 1) {
    const from = knots[i - 1] as number;
    const to = knots[i] as number;
    for (let k = 1; k <= STEPS_PER_KNOT; k += 1) steps.push(from + ((to - from) * k) / STEPS_PER_KNOT);
  }
  return steps;
}

function hoursBetween(task: DischargeTask, high: number, highLoad: Load, low: number, lowLoad: Load): number {
  const rate = (load: Load): number => task.capacityAh(load.amp) / load.amp;
  const middle = task.loadAt((high + low) / 2);
  return ((high - low) * (rate(highLoad) + 4 * rate(middle) + rate(lowLoad))) / 6;
}

function* chargeWhere(
  task: DischargeTask,
  isPast: (load: Load) => boolean,
  high: number,
  low: number,
): Generator<number, number> {
  let before = high;
  let after = low;
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (before + after) / 2;
    if (isPast(task.loadAt(middle))) after = middle;
    else before = middle;
    yield 1 - middle;
  }
  return after;
}
