/**
 * Answers that are kept. A function says what its answer is kept under (an object of its arguments) and what else it rests on; as
 * long as all of that is the same, by reference, the answer is not worked out again. What is kept goes with the object it is kept under.
 *
 * What a function does not declare it must not look at. Tests turn on a mode in which kept answers are worked out again and compared.
 */

/** Told of a kept answer and of the same worked out anew. */
export type Comparison = (name: string, kept: unknown, fresh: unknown) => void;

let comparison: { readonly compare: Comparison; readonly every: number } | null = null;
let hits = 0;

/**
 * For tests: from now on every so many-th kept answer that is given out is worked out again and compared; null turns it off. What is
 * asked while an answer is worked out again is not compared in turn.
 */
export function compareRemembered(
  mode: { readonly compare: Comparison; readonly every: number } | null,
): void {
  comparison = mode;
  hits = 0;
}

interface Keeping<Args extends readonly unknown[]> {
  /** For messages: what is kept. */
  readonly name: string;
  /** The object the answer is kept under. */
  readonly under: (...args: Args) => object;
  /** All else that the answer rests on. Missing: nothing. */
  readonly rests?: (...args: Args) => readonly unknown[];
  /** So many answers stay under each object, for what rests on this and that in turn. Missing: the latest alone. */
  readonly most?: number;
}

interface Kept<Answer> {
  /** Of the last call that got this answer: the same again need not be looked into. They are held for as long as the answer is. */
  args: readonly unknown[];
  readonly rests: readonly unknown[];
  readonly answer: Answer;
}

const NOTHING: readonly unknown[] = [];

/** The function, with its latest answers kept under each object: one, or as many as it says. */
export function remembered<Args extends readonly unknown[], Answer>(
  { name, under, rests, most = 1 }: Keeping<Args>,
  work: (...args: Args) => Answer,
): (...args: Args) => Answer {
  /** The latest first. */
  const kept = new WeakMap<object, Kept<Answer>[]>();
  return (...args) => {
    const key = under(...args);
    const known = kept.get(key) ?? [];
    let now: readonly unknown[] | undefined;
    for (let i = 0; i < known.length; i += 1) {
      const one = known[i] as Kept<Answer>;
      if (rests === undefined || !areSame(one.args, args)) {
        now ??= rests === undefined ? NOTHING : rests(...args);
        if (!areSame(one.rests, now)) continue;
        one.args = args;
      }
      if (i > 0) known.unshift(...known.splice(i, 1));
      if (comparison !== null) compareAgain(name, one.answer, () => work(...args));
      return one.answer;
    }
    now ??= rests === undefined ? NOTHING : rests(...args);
    const answer = work(...args);
    known.unshift({ args, rests: now, answer });
    if (known.length > most) known.pop();
    kept.set(key, known);
    return answer;
  };
}

/**
 * The function, with its last answer kept for as long as `isSame` finds that what it was worked out from answers for the new argument
 * too. For what stays the same object from edit to edit.
 */
export function rememberedLast<Thing, Answer>(
  name: string,
  isSame: (before: Thing, now: Thing) => boolean,
  work: (thing: Thing) => Answer,
): (thing: Thing) => Answer {
  let last: { readonly thing: Thing; readonly answer: Answer } | null = null;
  return (thing) => {
    if (last !== null && (last.thing === thing || isSame(last.thing, thing))) {
      last = { thing, answer: last.answer };
      if (comparison !== null) compareAgain(name, last.answer, () => work(thing));
      return last.answer;
    }
    last = { thing, answer: work(thing) };
    return last.answer;
  };
}

/** Something that is taken from thing to thing, each step costing what differs. */
interface Follower<Thing> {
  moveTo(thing: Thing): unknown;
  /** All it holds, in a set order: what one that began with the thing would hold too. */
  contents(): unknown;
}

/** One follower, taken to whatever it is asked about. It is only right until it is asked about something else. */
export function followed<Thing, F extends Follower<Thing>>(
  name: string,
  create: () => F,
): (thing: Thing) => F {
  const follower = create();
  return (thing) => {
    follower.moveTo(thing);
    if (comparison !== null)
      compareAgain(name, follower.contents(), () => {
        const fresh = create();
        fresh.moveTo(thing);
        return fresh.contents();
      });
    return follower;
  };
}

function areSame(before: readonly unknown[], now: readonly unknown[]): boolean {
  if (before.length !== now.length) return false;
  for (let i = 0; i < now.length; i += 1) if (before[i] !== now[i]) return false;
  return true;
}

function compareAgain(name: string, kept: unknown, work: () => unknown): void {
  hits += 1;
  const mode = comparison;
  if (mode === null || hits % mode.every !== 0) return;
  comparison = null;
  try {
    mode.compare(name, kept, work());
  } finally {
    comparison = mode;
  }
}
