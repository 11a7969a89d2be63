/**
 * How cells run down. The state is the charge left of each, and of one cell ds/dt = −I(s)/Q(I): time is an integral over s. Several that work on
 * each other run down together: the one that empties first is what is gone along, dt/ds and the charges of the others follow it. Steps are those of
 * the fourth-order Runge-Kutta method, which is Simpson's rule where one cell runs down alone, between the knots of its table, halved where that
 * changes the answer (standard: step doubling).
 */

/** What the load does at some charges: what each cell gives, A. */
export interface Given {
  readonly amps: readonly number[];
}

/** A cell, or several in a row, that runs down. */
export interface Bank {
  readonly id: string;
  /** Capacity in Ah at a load current in A. */
  capacityAh(amp: number): number;
  /** Where its table bends, by falling charge from where it begins to 0. */
  readonly knots: readonly number[];
}

export interface Mark<Load extends Given> {
  readonly id: string;
  isPast(load: Load): boolean;
  /** The place of a bank that gives nothing more from then on. */
  readonly ends?: number;
}

export interface TogetherTask<Load extends Given> {
  readonly banks: readonly Bank[];
  /** By charges left, in the order of the banks. */
  loadAt(charges: readonly number[]): Load;
  readonly marks: ReadonlyArray<Mark<Load>>;
  /** Whether nothing more is asked, by the marks that are passed; a bank that is used up passes its own id. */
  isDone(passed: ReadonlyMap<string, number>): boolean;
}

export interface Sample<Load> {
  readonly hours: number;
  readonly charges: readonly number[];
  readonly load: Load;
}

export interface TogetherResult<Load> {
  /** Hours at which each mark was first passed, and the charges left then. */
  readonly hours: ReadonlyMap<string, number>;
  readonly charges: ReadonlyMap<string, readonly number[]>;
  /** Infinity where nothing flows any more. */
  readonly endHours: number;
  readonly samples: ReadonlyArray<Sample<Load>>;
}

/** A step is halved while its halves differ from it by more than this share; their own error is then a fifteenth of it. */
const TOLERATED_SHARE = 2e-4;
/** So often at most: where a load falls away all at once there is no smooth step. */
const MOST_HALVINGS = 7;
/** Halvings when looking for the charge at which a mark is passed. */
const SEARCH_HALVINGS = 14;

/** Runs cells down until nothing more is asked; yields the charge that is used of the one that is gone along, 0 to 1, between one load and the next. Fails where the circuit has no answer at some charge. */
export function* runDownTogether<Load extends Given>(
  task: TogetherTask<Load>,
): Generator<number, TogetherResult<Load>> {
  const hours = new Map<string, number>();
  const charges = new Map<string, readonly number[]>();
  const ended = new Set<number>();
  const placeAt = (at: number, left: readonly number[]): Sample<Load> => ({
    hours: at,
    charges: left,
    load: task.loadAt(left),
  });
  let now = placeAt(
    0,
    task.banks.map(({ knots }) => knots[0] ?? 1),
  );
  const samples = [now];
  const result = (endHours: number): TogetherResult<Load> => ({ hours, charges, endHours, samples });
  const pass = ({ id, ends }: Pick<Mark<Load>, 'id' | 'ends'>, at: Sample<Load>): void => {
    hours.set(id, at.hours);
    charges.set(id, at.charges);
    if (ends !== undefined) ended.add(ends);
  };
  for (const mark of task.marks) if (mark.isPast(now.load)) pass(mark, now);
  while (!task.isDone(hours)) {
    const lead = leadOf(task, now, ended);
    if (lead === null) return result(Number.POSITIVE_INFINITY);
    const left = now.charges[lead] as number;
    const { knots, id } = task.banks[lead] as Bank;
    const knot = knots.find((one) => one < left);
    if (knot === undefined) {
      pass({ id, ends: lead }, now);
      continue;
    }
    yield 1 - left;
    const step = new Steps(task, lead, ended);
    const waiting = [{ to: knot, halvings: 0 }];
    let isStopped = false;
    for (let panel = waiting.pop(); panel !== undefined && !isStopped; panel = waiting.pop()) {
      const { to, halvings } = panel;
      const middle = ((now.charges[lead] as number) + to) / 2;
      const whole = step.from(now, to);
      const first = placed(step.from(now, middle));
      const second = placed(step.from(first, to));
      yield 1 - to;
      const [spent, inOne] = [second.hours - now.hours, whole.hours - now.hours];
      // Where nothing flows at one end both are without end, and their difference is no number.
      if (!(Math.abs(spent - inOne) <= TOLERATED_SHARE * spent) && halvings < MOST_HALVINGS) {
        waiting.push({ to, halvings: halvings + 1 }, { to: middle, halvings: halvings + 1 });
        continue;
      }
      for (const next of [first, second]) {
        const found: Array<{ readonly mark: Mark<Load>; readonly at: Sample<Load> }> = [];
        for (const mark of task.marks) {
          if (hours.has(mark.id) || !mark.isPast(next.load)) continue;
          found.push({ mark, at: placed(step.from(now, yield* chargeWhere(step, mark, now, next, lead))) });
        }
        const stop = found
          .sort((a, b) => a.at.hours - b.at.hours)
          .find(({ mark, at }) => {
            pass(mark, at);
            return mark.ends !== undefined || task.isDone(hours);
          });
        now = stop?.at ?? next;
        samples.push(now);
        isStopped = stop !== undefined;
        if (isStopped) break;
      }
    }
  }
  return result(now.hours);

  function placed({ hours: at, charges: left }: Omit<Sample<Load>, 'load'>): Sample<Load> {
    return placeAt(at, left);
  }
}

/** The bank that is empty first as it goes now; null where none gives anything. */
function leadOf<Load extends Given>(
  { banks }: TogetherTask<Load>,
  { charges, load }: Sample<Load>,
  ended: ReadonlySet<number>,
): number | null {
  let lead: { readonly at: number; readonly hours: number } | null = null;
  for (const [at, bank] of banks.entries()) {
    const rate = ended.has(at) ? 0 : rateOf(bank, load.amps[at] as number);
    const hours = rate > 0 ? (charges[at] as number) / rate : Number.POSITIVE_INFINITY;
    if (hours < (lead?.hours ?? Number.POSITIVE_INFINITY)) lead = { at, hours };
  }
  return lead?.at ?? null;
}

/** Share of its charge that a bank loses in an hour. What flows into a cell is not counted: those of the trade are not charged so (assumption). */
function rateOf({ capacityAh }: Bank, amp: number): number {
  return amp > 0 ? amp / capacityAh(amp) : 0;
}

/** Steps along the charge of one bank. */
class Steps<Load extends Given> {
  readonly #task: TogetherTask<Load>;
  readonly #lead: number;
  readonly #ended: ReadonlySet<number>;

  constructor(task: TogetherTask<Load>, lead: number, ended: ReadonlySet<number>) {
    this.#task = task;
    this.#lead = lead;
    this.#ended = ended;
  }

  /** Where time and all charges are once the leading bank has so much left: one step of the Runge-Kutta method. */
  from({ hours, charges, load }: Sample<Load>, to: number): Omit<Sample<Load>, 'load'> {
    const width = to - (charges[this.#lead] as number);
    const shifted = (by: Slope, share: number): readonly number[] =>
      charges.map((charge, i) =>
        i === this.#lead
          ? charge + width * share
          : Math.max(0, charge + width * share * (by.charges[i] as number)),
      );
    const first = this.#slope(load);
    const second = this.#slope(this.#task.loadAt(shifted(first, 0.5)));
    const third = this.#slope(this.#task.loadAt(shifted(second, 0.5)));
    const last = this.#slope(this.#task.loadAt(shifted(third, 1)));
    const mean = (of: (slope: Slope) => number): number =>
      (of(first) + 2 * of(second) + 2 * of(third) + of(last)) / 6;
    return {
      hours: hours + width * mean((slope) => slope.hours),
      charges: shifted(
        { hours: 0, charges: charges.map((_, i) => mean((slope) => slope.charges[i] as number)) },
        1,
      ),
    };
  }

  loadAt(charges: readonly number[]): Load {
    return this.#task.loadAt(charges);
  }

  #slope({ amps }: Load): Slope {
    const { banks } = this.#task;
    const rates = banks.map((bank, i) => (this.#ended.has(i) ? 0 : rateOf(bank, amps[i] as number)));
    const lead = rates[this.#lead] as number;
    return { hours: -1 / lead, charges: rates.map((rate) => (lead > 0 ? rate / lead : 0)) };
  }
}

/** How time and charges follow the charge of the leading bank. */
interface Slope {
  readonly hours: number;
  readonly charges: readonly number[];
}

/** The last charge of the leading bank at which a mark is not passed, between one place and the next. */
function* chargeWhere<Load extends Given>(
  step: Steps<Load>,
  { isPast }: Mark<Load>,
  from: Sample<Load>,
  to: Sample<Load>,
  lead: number,
): Generator<number, number> {
  let before = from.charges[lead] as number;
  let after = to.charges[lead] as number;
  const high = before;
  const loadAt = (charge: number): Load => {
    const share = (charge - high) / ((to.charges[lead] as number) - high);
    return step.loadAt(
      from.charges.map((one, i) => (i === lead ? charge : one + ((to.charges[i] as number) - one) * share)),
    );
  };
  for (let i = 0; i < SEARCH_HALVINGS; i += 1) {
    const middle = (before + after) / 2;
    if (isPast(loadAt(middle))) after = middle;
    else before = middle;
    yield 1 - middle;
  }
  return before;
}
