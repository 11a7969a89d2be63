/** The best solution so far, and what it costs to look: lines are pulled tight to see how good they are. */
import type { RoutingSolution } from '../routing-problem.ts';
import type { Budget } from './budget.ts';
import type { ExactCloth } from './exact.ts';
import { pulledTight, solutionOf } from './finish.ts';
import type { Ground } from './ground.ts';
import { polishTurns } from './polish.ts';
import type { Realisation } from './realise.ts';

export interface EngineProgress {
  readonly share: number;
  readonly best: RoutingSolution | null;
}

/** Looks that take a larger share of the budget than this are made only where they must be. */
const CHEAP_LOOK_SHARE = 0.03;

export class BestSoFar {
  solution: RoutingSolution | null = null;
  /** The share of the budget that the last look took. */
  lookShare = 0;
  /** The lines of the best before they were patched. */
  #tight: ExactCloth | null = null;
  #ground: Ground | null = null;
  readonly #pieceMm: number;
  readonly #clock: Budget;

  constructor(pieceMm: number, clock: Budget) {
    this.#pieceMm = pieceMm;
    this.#clock = clock;
  }

  get isClean(): boolean {
    return (
      this.solution !== null && this.solution.conflicts === 0 && (this.solution.patches ?? []).length === 0
    );
  }

  /** Whether nothing comes too near to anything, however many patches that takes. */
  get isSewable(): boolean {
    return this.solution?.conflicts === 0;
  }

  /** Whether there is something that can be sewn: all gaps kept, and no more than two patches. */
  get isUseful(): boolean {
    return (
      this.solution !== null && this.solution.conflicts === 0 && (this.solution.patches?.length ?? 0) <= 2
    );
  }

  /** Whether a further look costs little. */
  get looksAreCheap(): boolean {
    return this.lookShare <= CHEAP_LOOK_SHARE;
  }

  /** Looks how good lines are, and keeps them when they are the best. Gives their length with what strands cost, mm. */
  offer(work: Realisation): number {
    const before = this.#clock.share();
    const tight = pulledTight(work);
    const found = solutionOf(tight, work.ground, () => this.#clock.isTimed && this.#clock.share() > 1);
    this.lookShare = this.#clock.share() - before;
    if (this.solution === null || isBetter(found, this.solution, this.#pieceMm)) {
      this.solution = found;
      this.#tight = tight;
      this.#ground = work.ground;
    }
    return costOf(found, this.#pieceMm);
  }

  progress(): EngineProgress {
    return { share: Math.min(1, this.#clock.share()), best: this.solution };
  }

  /** Turns parts a little, judged exactly, as long as that shortens the lines and the budget lasts. */
  *polish(): Generator<EngineProgress, void> {
    if (this.#tight === null || this.#ground === null || this.solution === null) return;
    const turning = polishTurns(this.#tight);
    while (turning.next().done !== true) {
      if (this.#clock.isTimed && this.#clock.share() > 1 - this.lookShare / 2) break;
      yield this.progress();
    }
    const found = solutionOf(this.#tight, this.#ground);
    if (isBetter(found, this.solution, this.#pieceMm)) this.solution = found;
  }
}

const costOf = ({ lengthMm, extraPieces = 0 }: RoutingSolution, pieceMm: number): number =>
  lengthMm + pieceMm * extraPieces;

/** Fewer conflicts, then fewer patches, then less thread and strands. */
export function isBetter(a: RoutingSolution, b: RoutingSolution, pieceMm: number): boolean {
  const patches = (one: RoutingSolution): number => one.patches?.length ?? 0;
  if (a.conflicts !== b.conflicts) return a.conflicts < b.conflicts;
  return patches(a) !== patches(b) ? patches(a) < patches(b) : costOf(a, pieceMm) < costOf(b, pieceMm);
}
