import type { OwnPart } from '@sashiko/core/parts/own-part';
import type { History } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import Dexie, { type EntityTable } from 'dexie';

/** A plan on the shelf, with the way back and forward through its edits. */
export interface StoredPlan {
  readonly id: string;
  readonly name: string;
  readonly plan: Plan;
  readonly past: History['past'];
  readonly future: History['future'];
  /** Counts saves; a save that starts from an older count than is stored is refused. */
  readonly revision: number;
  readonly changedAt: number;
  /** When it was taken off the shelf, or 0. */
  readonly removedAt: number;
}

/** Small facts about this browser: whether the demo plans were laid out, the theme. */
interface Fact {
  readonly key: string;
  readonly value: string;
}

/** A part the maker described, kept for all plans of this browser. */
export interface StoredOwnPart {
  readonly id: string;
  readonly part: OwnPart;
}

class SashikoDatabase extends Dexie {
  readonly plans!: EntityTable<StoredPlan, 'id'>;
  readonly facts!: EntityTable<Fact, 'key'>;
  readonly ownParts!: EntityTable<StoredOwnPart, 'id'>;

  constructor() {
    super('sashiko');
    this.version(1).stores({ plans: 'id, changedAt, removedAt', facts: 'key' });
    this.version(2).stores({ ownParts: 'id' });
  }
}

export const database = new SashikoDatabase();
