/** Sets that grow together: `join` two names, then ask for a name's set by its first-joined member. */
export class UnionFind {
  readonly #parent = new Map<string, string>();

  /** The representative of a name's set; a new name is a set of its own. */
  find(name: string): string {
    const parent = this.#parent.get(name);
    if (parent === undefined) {
      this.#parent.set(name, name);
      return name;
    }
    if (parent === name) return name;
    const root = this.find(parent);
    this.#parent.set(name, root);
    return root;
  }

  /** Makes one set of two; the representative of the first stays. */
  join(a: string, b: string): void {
    const rootA = this.find(a);
    const rootB = this.find(b);
    if (rootA !== rootB) this.#parent.set(rootB, rootA);
  }
}
