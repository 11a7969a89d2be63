/** How much of a search's budget is spent: by a clock of the caller's, or by moves. */

export interface EngineOptions {
  readonly seed: number;
  /** How many moves the search on the grid makes; more take longer and find shorter lines. */
  readonly moves: number;
  /** Moves of an order plan, when the budget is counted in moves. */
  readonly planMoves?: number;
  /**
   * The share of a budget that is spent, 0 to 1, when it is not counted in moves; the best so far is given at 1. With a clock
   * behind it results vary; tests count moves.
   */
  readonly spent?: () => number;
}

export class Budget {
  moves = 0;
  readonly planMoves: number | undefined;
  readonly #options: EngineOptions;

  constructor(options: EngineOptions) {
    this.#options = options;
    this.planMoves = options.planMoves;
  }

  move(): void {
    this.moves += 1;
  }

  get isTimed(): boolean {
    return this.#options.spent !== undefined;
  }

  share(): number {
    const { spent, moves } = this.#options;
    return spent?.() ?? this.moves / moves;
  }
}

/** From one share of a budget to another. */
export interface Span {
  readonly from: number;
  readonly until: number;
}
