import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import type { History } from '@sashiko/core/plan/history';
import type { LogEntry, PlanImage } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import Dexie, { type DexieOptions, type EntityTable, type Table } from 'dexie';

/** One step of the way back or forward. */
export type HistoryEntry = History['past'][number];

/** A plan on the shelf. Its pictures, its log, and each step of the way back and forward lie in rows of their own. */
export interface PlanRecord {
  readonly id: string;
  readonly name: string;
  /** Without the bytes of its pictures, and without its log. */
  readonly plan: Plan;
  readonly pictureIds: readonly string[];
  /** The numbers of its steps, in order. */
  readonly past: readonly number[];
  readonly future: readonly number[];
  /** The number the next step takes. */
  readonly nextStep: number;
  /** How many entries its log has in rows; missing in records of before there was one. */
  readonly logged?: number;
  /** Counts saves; a save that starts from an older count than is stored is refused. */
  readonly revision: number;
  readonly changedAt: number;
  /** When it was taken off the shelf, or 0. */
  readonly removedAt: number;
}

/** A picture of a plan: written once, read with the plan. */
export interface PictureRow {
  readonly planId: string;
  readonly imageId: string;
  readonly image: PlanImage;
}

/** One step of the way back or forward. */
export interface StepRow {
  readonly planId: string;
  readonly number: number;
  readonly entry: HistoryEntry;
}

/** One entry of a plan's log: added once, never written again. */
export interface LogRow {
  readonly planId: string;
  readonly number: number;
  readonly entry: LogEntry;
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

/** How a plan looks on the shelf, kept so that the shelf need not read plans to show them. */
export interface Look {
  readonly id: string;
  /** Of the record it was made of: another has another look. */
  readonly revision: number;
  /** A small drawing, as an SVG file; null where the plan cannot be read. */
  readonly svg: string | null;
  /** What lies on the cloth, in a few words; or why it cannot be read. */
  readonly words: string;
}

/** A plan as it was kept before pictures and steps had rows of their own. */
interface RecordOfVersion2 {
  readonly plan: Plan;
  readonly past: readonly HistoryEntry[];
  readonly future: readonly HistoryEntry[];
}

/** The tables of the browser's store, with all versions they had. */
class SashikoDatabase extends Dexie {
  readonly plans!: EntityTable<PlanRecord, 'id'>;
  readonly pictures!: Table<PictureRow, [planId: string, imageId: string]>;
  readonly steps!: Table<StepRow, [planId: string, number: number]>;
  readonly log!: Table<LogRow, [planId: string, number: number]>;
  readonly facts!: EntityTable<Fact, 'key'>;
  readonly ownParts!: EntityTable<StoredOwnPart, 'id'>;
  readonly looks!: EntityTable<Look, 'id'>;

  constructor(options: DexieOptions = {}) {
    super('sashiko', options);
    this.version(1).stores({ plans: 'id, changedAt, removedAt', facts: 'key' });
    this.version(2).stores({ ownParts: 'id' });
    this.version(3)
      .stores({ plans: 'id', pictures: '[planId+imageId], planId', steps: '[planId+number], planId' })
      .upgrade(async (transaction) => {
        for (const record of await transaction.table<PlanRecord & RecordOfVersion2>('plans').toArray()) {
          // What cannot be read stays as it is: it can still be taken out as it lies there.
          if (!Array.isArray(record.past) || !Array.isArray(record.future)) continue;
          if (typeof record.plan !== 'object' || record.plan === null) continue;
          const { id: planId, plan, past, future } = record;
          const images = Object.entries(plan.images ?? {});
          await transaction
            .table<PictureRow>('pictures')
            .bulkPut(images.map(([imageId, image]) => ({ planId, imageId, image })));
          await transaction
            .table<StepRow>('steps')
            .bulkPut([...past, ...future].map((entry, number) => ({ planId, number, entry })));
          await transaction.table('plans').put({
            ...record,
            plan: { ...plan, images: {} },
            pictureIds: images.map(([imageId]) => imageId),
            past: past.map((_, i) => i),
            future: future.map((_, i) => past.length + i),
            nextStep: past.length + future.length,
          });
        }
      });
    this.version(4).stores({ log: '[planId+number], planId' });
    this.version(5).stores({ looks: 'id' });
  }
}

/** Replaced once, by `openDatabase`, where the browser keeps nothing. */
export let database = new SashikoDatabase();

/** Whether what is stored outlives the page. */
export type Keeping = 'browser' | 'page';

/**
 * Opens the store before anything is read. Where the browser does not let pages keep data, everything works in the page's memory
 * instead, for as long as the page is open.
 */
export async function openDatabase(): Promise<Keeping> {
  try {
    await database.open();
    return 'browser';
  } catch {
    const { IDBFactory, IDBKeyRange } = await import('fake-indexeddb');
    database = new SashikoDatabase({ indexedDB: new IDBFactory(), IDBKeyRange });
    await database.open();
    return 'page';
  }
}
