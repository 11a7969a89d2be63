/** Sets that grow together: `join` two names, then ask for a name's set by its first-joined member. */
export class UnionFind {
  readonly #parent = new Map<string, string>();

  /** The representative of a name's set; a new name is a set of its own. */
  find(name: string): string {
    let root = name;
    for (let parent = this.#parent.get(root); parent !== root; parent = this.#parent.get(root)) {
      if (parent === undefined) {
        this.#parent.set(root, root);
        break;
      }
      root = parent;
    }
    // Every name on the way is hung on the root, so that the next walk is short.
    for (let at = name; at !== root; ) {
      const parent = this.#parent.get(at) as string;
      this.#parent.set(at, root);
      at = parent;
    }
    return root;
  }

  /** Makes one set of two; the representative of the first stays. */
  join(a: string, b: string): void {
    const rootA = this.find(a);
    const rootB = this.find(b);
    if (rootA !== rootB) this.#parent.set(rootB, rootA);
  }
}
