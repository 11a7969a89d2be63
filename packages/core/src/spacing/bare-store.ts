/**
 * The bare things of a plan, kept up to date from edit to edit: only what an edit touches is taken out and put in
 * again. A thing is touched when its own record, a part it is sewn to or its net changes.
 */

import { deriveNets, type Nets } from '../joining/nets.ts';
import { panelsCutAnew } from '../plan/panels.ts';
import { runLegs } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { boxedSegment, ChangingIndex, type ChangingSegment } from '../spatial/changing-index.ts';
import { groupBy } from '../units/group-by.ts';
import { type BareThing, legsOfPath, type PlacedThing, thingsOfPart, thingsOfRun } from './bare-things.ts';

interface Kept {
  readonly thing: BareThing;
  readonly segments: ReadonlyArray<ChangingSegment<BareThing>>;
}

/** What moving to another plan changed. */
export interface StoreChange {
  /** Keys of things that came, went or lie elsewhere. */
  readonly keys: ReadonlySet<string>;
}

export class BareStore {
  #plan: Plan | null = null;
  #nets: Nets | null = null;
  /** One for each panel: what lies on two panels is not near while they lie flat. */
  readonly #indexes = new Map<string, ChangingIndex<BareThing>>();
  readonly #things = new Map<string, Kept>();
  /** The keys each part or run has in the store, by `part p1` or `run r2`. */
  readonly #keysOf = new Map<string, readonly string[]>();

  get plan(): Plan | null {
    return this.#plan;
  }

  /** Takes the store from the plan it holds to another. Cost follows what differs, plus O(parts + runs) comparisons. */
  moveTo(plan: Plan): StoreChange {
    const before = this.#plan;
    if (before === plan) return { keys: new Set() };
    const nets = deriveNets(plan);
    const changed = new Set<string>();
    const fresh: Array<ChangingSegment<BareThing>> = [];
    // Other kinds and habits change what a thing is; a cloth that changes may turn the faces of what lies on it round.
    const cutAnew = panelsCutAnew(before?.panels ?? {}, plan.panels);
    const all =
      before === null ||
      before.ownParts !== plan.ownParts ||
      before.habits.assumptions !== plan.habits.assumptions;
    const netsDiffer = this.#nets !== nets;
    const put = (owner: string, things: readonly PlacedThing[]): void => {
      this.#takeOut(owner, changed);
      for (const { thing, path } of things) {
        const segments = legsOfPath(path).map(({ a, b }) => boxedSegment(a, b, thing));
        this.#things.set(thing.key, { thing, segments });
        fresh.push(...segments);
        changed.add(thing.key);
      }
      this.#keysOf.set(
        owner,
        things.map(({ thing }) => thing.key),
      );
    };
    if (all) {
      this.#indexes.clear();
      for (const key of this.#things.keys()) changed.add(key);
      this.#things.clear();
      this.#keysOf.clear();
    } else {
      for (const [table, word] of [
        ['parts', 'part'],
        ['runs', 'run'],
      ] as const) {
        if (before[table] === plan[table]) continue;
        for (const id in before[table]) {
          if (plan[table][id] !== undefined) continue;
          this.#takeOut(`${word} ${id}`, changed);
          this.#keysOf.delete(`${word} ${id}`);
        }
      }
    }
    for (const id in plan.parts) {
      const part = plan.parts[id];
      if (part === undefined) continue;
      const owner = `part ${id}`;
      if (
        all ||
        before.parts[id] !== part ||
        cutAnew.has(part.panelId) ||
        (netsDiffer && this.#isElsewhere(owner, nets))
      )
        put(owner, thingsOfPart(plan, nets, part));
    }
    for (const id in plan.runs) {
      const run = plan.runs[id];
      if (run === undefined) continue;
      const { from, to } = run;
      const owner = `run ${id}`;
      if (
        all ||
        before.runs[id] !== run ||
        before.parts[from.partId] !== plan.parts[from.partId] ||
        before.parts[to.partId] !== plan.parts[to.partId] ||
        (run.passes !== undefined && before.seams !== plan.seams) ||
        (cutAnew.size > 0 && runLegs(plan, run).some(({ panelId }) => cutAnew.has(panelId))) ||
        (netsDiffer && this.#isElsewhere(owner, nets))
      )
        put(owner, thingsOfRun(plan, nets, run));
    }
    for (const [panelId, segments] of groupBy(fresh, ({ owner }) => owner.conductor.panelId))
      this.#indexOn(panelId).add(segments);
    this.#plan = plan;
    this.#nets = nets;
    return { keys: changed };
  }

  /** Whether a part or run has come to be in other nets. */
  #isElsewhere(owner: string, nets: Nets): boolean {
    for (const key of this.#keysOf.get(owner) ?? []) {
      const thing = this.#things.get(key)?.thing;
      if (thing !== undefined && netIdOf(thing, nets) !== thing.netId) return true;
    }
    return false;
  }

  #takeOut(owner: string, changed: Set<string>): void {
    for (const key of this.#keysOf.get(owner) ?? []) {
      const kept = this.#things.get(key);
      if (kept === undefined) continue;
      this.#indexOn(kept.thing.conductor.panelId).remove(kept.segments);
      this.#things.delete(key);
      changed.add(key);
    }
  }

  /** The thing with this key, or undefined. */
  thing(key: string): BareThing | undefined {
    return this.#things.get(key)?.thing;
  }

  /** Every thing, in no set order. */
  *things(): Iterable<BareThing> {
    for (const { thing } of this.#things.values()) yield thing;
  }

  /** Everything in it, by key. */
  contents(): unknown {
    return [...this.#things.entries()].sort(([a], [b]) => (a < b ? -1 : 1));
  }

  segmentsOf(key: string): ReadonlyArray<ChangingSegment<BareThing>> {
    return this.#things.get(key)?.segments ?? [];
  }

  /** Every segment on a panel whose box comes within `reachMm` of the box of ab. */
  near(a: BareSegment['a'], b: BareSegment['b'], reachMm: number, panelId: string): readonly BareSegment[] {
    return this.#indexOn(panelId).near(a, b, reachMm);
  }

  #indexOn(panelId: string): ChangingIndex<BareThing> {
    const known = this.#indexes.get(panelId);
    if (known !== undefined) return known;
    const fresh = new ChangingIndex<BareThing>();
    this.#indexes.set(panelId, fresh);
    return fresh;
  }
}

export type BareSegment = ChangingSegment<BareThing>;

/** The net a thing of the store is in now. */
function netIdOf(thing: BareThing, nets: Nets): string {
  if (thing.role === 'between-legs') return thing.netId;
  if (thing.runId !== null) return nets.ofRun(thing.runId).id;
  if (thing.hole !== null) return nets.ofHole(thing.hole).id;
  return nets.ofTerminal({ partId: thing.partId ?? '', terminal: thing.terminal ?? '' }).id;
}
