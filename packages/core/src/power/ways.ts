/** Which nets are one through contacts and whatever else lets current pass, and which stay one when a contact opens. */
import type { Contact } from './contacts.ts';

/** Two nets that are one; through a contact, only while that is closed. */
export interface Way {
  readonly a: string;
  readonly b: string;
  readonly contact: Contact | null;
}

/** A net as the walk through the ways met it: nets from `first` to `last` were met from it on. */
interface Visit {
  readonly root: string;
  readonly first: number;
  last: number;
}

/** A net on the way of the walk, with what is left to look at from there. */
interface Frame {
  readonly net: string;
  readonly by: Way | null;
  readonly ways: readonly Way[];
  next: number;
  /** The earliest net that can be reached from here without going back the way it came. */
  earliest: number;
}

/**
 * Ways between nets, walked once in depth (the textbook method of finding bridges): a contact parts two nets only where it is the one
 * way between them, and then they lie on either side of where the walk went through it. O(ways) once, O(1) a question.
 */
export class Ways {
  readonly #visits = new Map<string, Visit>();
  /** The contacts that are the one way, by the net that lies behind them. */
  readonly #behind = new Map<Contact, Visit>();

  constructor(ways: readonly Way[]) {
    const at = new Map<string, Way[]>();
    for (const way of ways) {
      for (const net of [way.a, way.b]) {
        const own = at.get(net);
        if (own === undefined) at.set(net, [way]);
        else own.push(way);
      }
    }
    for (const net of at.keys()) if (!this.#visits.has(net)) this.#walkFrom(net, at);
  }

  #walkFrom(root: string, at: ReadonlyMap<string, readonly Way[]>): void {
    const frames: Frame[] = [];
    const enter = (net: string, by: Way | null): void => {
      const first = this.#visits.size;
      this.#visits.set(net, { root, first, last: first });
      frames.push({ net, by, ways: at.get(net) ?? [], next: 0, earliest: first });
    };
    enter(root, null);
    for (let frame = frames.at(-1); frame !== undefined; frame = frames.at(-1)) {
      const way = frame.ways[frame.next];
      if (way === undefined) {
        frames.pop();
        const visit = this.#visits.get(frame.net) as Visit;
        visit.last = this.#visits.size - 1;
        const before = frames.at(-1);
        if (before !== undefined) before.earliest = Math.min(before.earliest, frame.earliest);
        if (frame.earliest === visit.first && frame.by?.contact != null)
          this.#behind.set(frame.by.contact, visit);
        continue;
      }
      frame.next += 1;
      if (way === frame.by) continue;
      const other = way.a === frame.net ? way.b : way.a;
      const met = this.#visits.get(other);
      if (met === undefined) enter(other, way);
      else frame.earliest = Math.min(frame.earliest, met.first);
    }
  }

  /** One name for all nets that are one with this. */
  rootOf(net: string): string {
    return this.#visits.get(net)?.root ?? net;
  }

  areOne(a: string, b: string): boolean {
    return this.rootOf(a) === this.rootOf(b);
  }

  /** Whether two nets are one while this contact is open and all others are closed. */
  areOneWithout(contact: Contact, a: string, b: string): boolean {
    if (!this.areOne(a, b)) return false;
    const behind = this.#behind.get(contact);
    if (behind === undefined) return true;
    return this.#isBehind(behind, a) === this.#isBehind(behind, b);
  }

  #isBehind({ first, last }: Visit, net: string): boolean {
    const at = this.#visits.get(net)?.first ?? -1;
    return at >= first && at <= last;
  }
}
