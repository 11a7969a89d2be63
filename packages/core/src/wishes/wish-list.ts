/** Wishes as they are gathered. */
import type { Terminal } from '../joining/nets.ts';
import type { Part } from '../plan/records.ts';

/** Terminals that should become one net. A chain starts at the first of them. */
export interface Wish {
  readonly id: string;
  readonly side: '+' | '-' | 'none';
  readonly title: string;
  readonly terminals: readonly Terminal[];
  /** Why it was derived so, a sentence; own wishes have none. */
  readonly why?: string;
}

export class WishList {
  readonly #wishes: Wish[] = [];

  add(side: Wish['side'], title: string, terminals: readonly Terminal[], why?: string): void {
    if (terminals.length > 1)
      this.#wishes.push({
        id: `w${this.#wishes.length + 1}`,
        side,
        title,
        terminals,
        ...(why === undefined ? {} : { why }),
      });
  }

  get all(): readonly Wish[] {
    return this.#wishes;
  }
}

/** Terminals in the order they came, each once. */
export class Ends {
  readonly #terminals = new Map<string, Terminal>();

  add(part: Part, terminal: string): void {
    this.#terminals.set(`${part.id}/${terminal}`, { partId: part.id, terminal });
  }

  get all(): readonly Terminal[] {
    return [...this.#terminals.values()];
  }
}
