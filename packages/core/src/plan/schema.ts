/**
 * The document: one entry for each table and field of a plan. The types, the checks at the door, the file's order, a new plan, migrations,
 * limits and `docs/plan-file.schema.json` all come from these two lists. Rules that span records are in `record-rules.ts`.
 */
import * as v from 'valibot';
import { OwnPartSchema } from '../parts/own-part-schema.ts';
import {
  AcceptanceSchema,
  BackdropSchema,
  CutSchema,
  type DeepReadonly,
  FactsSchema,
  findingKey,
  HabitsSchema,
  ImageSchema,
  KitsSchema,
  LayerSchema,
  LogEntrySchema,
  name,
  PanelSchema,
  PartSchema,
  PatchSchema,
  PriceSchema,
  ReadingSchema,
  RunSchema,
  recordId,
  SeamSchema,
  SittingSchema,
  SpoolSchema,
  stepId,
  TickSchema,
  WishSchema,
  WorkSchema,
  wholeBetween,
} from './records.ts';
import {
  DEFAULT_HABITS,
  FIRST_PANEL,
  HABITS_SINCE,
  NOT_BEGUN,
  newPanel,
  ONE_KIT,
  UNKNOWN_FACTS,
} from './usual.ts';

/** What a plan file says it is. */
export const PLAN_FORMAT = 'sashiko-plan';
/** The version this Sashiko writes; older ones are migrated, newer ones refused. */
export const PLAN_VERSION = 12;

/** A making of hundreds of steps, ticked and taken back many times over. */
const MOST_LOG_ENTRIES = 200_000;

/** What a change of it may change besides itself; held against random edits both ways (`meaning.test.ts`). */
interface Meaning {
  /** It tells what happened to the piece that is made, and is not undone with the plan: what is sewn stays sewn. */
  readonly isLog?: boolean;
  /** False: the piece that is made is the same whatever it says. */
  readonly changesMade?: false;
  /** False: the sewing sheet is the same whatever it says. */
  readonly changesSheet?: false;
}

/** One value of a plan that is there once. */
interface FieldForm extends Meaning {
  /** Since when its own fields are there, where later than itself: files from before get what `empty` has. */
  readonly later?: Readonly<Record<string, number>>;
  readonly form: v.GenericSchema;
  /** What a new plan has, and a file from before there was this field. */
  readonly empty: unknown;
  /** The version that brought it. */
  readonly since: number;
}

/** Records of one kind, by id. */
interface TableForm extends Meaning {
  /** Its records lie on a panel, which they name, and go with it. */
  readonly liesOnPanel?: true;
  /** What its records have since later than itself, and what those of files from before get. */
  readonly later?: Readonly<Record<string, { readonly since: number; readonly usual: unknown }>>;
  readonly id: v.GenericSchema<string, string>;
  readonly record: v.GenericSchema;
  /** Where a record says its own id. */
  readonly ownId: string;
  /** So many at most, many times a large piece, and what a maker calls them. */
  readonly most: number;
  readonly noun: string;
  readonly since: number;
  /** What a new plan has of it; nothing where it is not said. */
  readonly empty?: Readonly<Record<string, unknown>>;
}

export const FIELDS = {
  name: { form: name, empty: '', since: 1, changesMade: false, changesSheet: false },
  /** The number the next part or run takes; never used twice, so that ticks and readings keep their owner. */
  nextNumber: {
    form: wholeBetween(1, 1_000_000_000),
    empty: 1,
    since: 1,
    changesMade: false,
    changesSheet: false,
  },
  facts: { form: FactsSchema, empty: UNKNOWN_FACTS, since: 2, later: { asked: 2 } },
  habits: { form: HabitsSchema, empty: DEFAULT_HABITS, since: 1, later: HABITS_SINCE },
  backdrop: {
    form: v.nullable(BackdropSchema),
    empty: null,
    since: 2,
    changesMade: false,
    changesSheet: false,
  },
  /** What should be joined; null: as Sashiko derives it from the parts. */
  wishes: {
    form: v.nullable(v.record(recordId, WishSchema)),
    empty: null,
    since: 3,
    changesSheet: false,
  },
  kits: { form: KitsSchema, empty: ONE_KIT, since: 5, changesMade: false },
  /** The order the maker wants the steps in, by step id; steps it does not name take their usual place. */
  stepOrder: { form: v.pipe(v.array(stepId), v.maxLength(20_000)), empty: [], since: 5 },
  sitting: { form: SittingSchema, empty: NOT_BEGUN, since: 5, isLog: true },
  /** All that happened, in its order. */
  log: {
    form: v.pipe(v.array(LogEntrySchema), v.maxLength(MOST_LOG_ENTRIES)),
    empty: [],
    since: 6,
    isLog: true,
  },
} as const satisfies Readonly<Record<string, FieldForm>>;

/** Before there were panels, all lay on the only one. */
const ON_FIRST_PANEL = { panelId: { since: 6, usual: FIRST_PANEL } } as const;

export const TABLES = {
  panels: {
    id: recordId,
    record: PanelSchema,
    ownId: 'id',
    most: 24,
    noun: 'panels',
    since: 6,
    empty: { [FIRST_PANEL]: newPanel('felt', 200, 200) },
  },
  /** Edges that are sewn together. */
  seams: { id: recordId, record: SeamSchema, ownId: 'id', most: 200, noun: 'seams', since: 10 },
  /** Cloth on cloth: linings, pockets, overlays. */
  layers: {
    id: recordId,
    record: LayerSchema,
    ownId: 'id',
    most: 100,
    noun: 'layers',
    since: 10,
    liesOnPanel: true,
  },
  images: {
    id: recordId,
    record: ImageSchema,
    ownId: 'id',
    most: 20,
    noun: 'pictures',
    since: 2,
    changesMade: false,
    changesSheet: false,
  },
  /** Kinds of part that the maker described; their ids start with `own-`. */
  ownParts: {
    id: recordId,
    record: OwnPartSchema,
    ownId: 'id',
    most: 300,
    noun: 'described parts',
    since: 2,
  },
  parts: {
    id: recordId,
    record: PartSchema,
    ownId: 'id',
    most: 2050,
    noun: 'parts',
    since: 1,
    liesOnPanel: true,
    later: ON_FIRST_PANEL,
  },
  runs: {
    id: recordId,
    record: RunSchema,
    ownId: 'id',
    most: 5000,
    noun: 'threads',
    since: 1,
    liesOnPanel: true,
    later: ON_FIRST_PANEL,
  },
  patches: {
    id: recordId,
    record: PatchSchema,
    ownId: 'id',
    most: 1000,
    noun: 'patches',
    since: 3,
    liesOnPanel: true,
    later: ON_FIRST_PANEL,
  },
  spools: { id: recordId, record: SpoolSchema, ownId: 'threadId', most: 100, noun: 'spools', since: 3 },
  accepted: {
    id: findingKey,
    record: AcceptanceSchema,
    ownId: 'key',
    most: 5000,
    noun: 'accepted findings',
    since: 3,
    changesMade: false,
    changesSheet: false,
  },
  works: { id: recordId, record: WorkSchema, ownId: 'id', most: 200, noun: 'other works', since: 5 },
  cuts: {
    id: recordId,
    record: CutSchema,
    ownId: 'id',
    most: 5000,
    noun: 'cut lengths',
    since: 5,
    changesSheet: false,
  },
  prices: {
    id: stepId,
    record: PriceSchema,
    ownId: 'itemId',
    most: 2000,
    noun: 'prices',
    since: 5,
    changesMade: false,
    changesSheet: false,
  },
  /** Sewing steps that are done. */
  ticks: {
    id: stepId,
    record: TickSchema,
    ownId: 'stepId',
    most: 60_000,
    noun: 'ticks',
    since: 1,
    isLog: true,
  },
  readings: {
    id: stepId,
    record: ReadingSchema,
    ownId: 'testId',
    most: 60_000,
    noun: 'readings',
    since: 1,
    later: { atMs: { since: 6, usual: null } },
    isLog: true,
  },
} as const satisfies Readonly<Record<string, TableForm>>;

export type FieldName = keyof typeof FIELDS;
export type TableName = keyof typeof TABLES;

export const FIELD_NAMES = Object.keys(FIELDS) as readonly FieldName[];
export const TABLE_NAMES = Object.keys(TABLES) as readonly TableName[];

const MEANINGS: Readonly<Record<FieldName | TableName, FieldForm | TableForm>> = { ...FIELDS, ...TABLES };

/** Whether a table or field tells what happened to the piece that is made. */
export function isLog(name: FieldName | TableName): boolean {
  return MEANINGS[name].isLog === true;
}

/** Whether what is made may be another when a table or field says something else; what happened to it makes it no other. */
export function changesMade(name: FieldName | TableName): boolean {
  return MEANINGS[name].changesMade !== false && !isLog(name);
}

/** Whether the sewing sheet may be another when a table or field says something else. */
export function changesSheet(name: FieldName | TableName): boolean {
  return MEANINGS[name].changesSheet !== false && !isLog(name);
}

/** Whether the records of a table lie on a panel. */
export function liesOnPanel(table: TableName): boolean {
  return (TABLES[table] as TableForm).liesOnPanel === true;
}

/** What records of a table, or a field itself, have since a version and had not before, with what is usual. */
export function laterOf(name: FieldName | TableName, version: number): Readonly<Record<string, unknown>> {
  if (Object.hasOwn(TABLES, name)) {
    const { later = {} }: TableForm = TABLES[name as TableName];
    const then = Object.entries(later).filter(([, { since }]) => since === version);
    return Object.fromEntries(then.map(([key, { usual }]) => [key, usual]));
  }
  const { later = {}, empty }: FieldForm = FIELDS[name as FieldName];
  const then = Object.keys(later).filter((key) => later[key] === version);
  return Object.fromEntries(then.map((key) => [key, (empty as Readonly<Record<string, unknown>>)[key]]));
}

/** What a new plan has of a table. */
export function emptyTable(table: TableName): Readonly<Record<string, unknown>> {
  const form: { readonly empty?: Readonly<Record<string, unknown>> } = TABLES[table] as TableForm;
  return form.empty ?? {};
}

type FieldForms = { [Name in FieldName]: (typeof FIELDS)[Name]['form'] };
type TableForms = {
  [Name in TableName]: v.RecordSchema<
    (typeof TABLES)[Name]['id'],
    (typeof TABLES)[Name]['record'],
    undefined
  >;
};

/** A whole plan: what a plan file holds. */
export const PlanSchema = v.strictObject({
  format: v.literal(PLAN_FORMAT),
  version: v.literal(PLAN_VERSION),
  id: recordId,
  ...(Object.fromEntries(FIELD_NAMES.map((field) => [field, FIELDS[field].form])) as FieldForms),
  ...(Object.fromEntries(
    TABLE_NAMES.map((table) => [table, v.record(TABLES[table].id, TABLES[table].record as v.GenericSchema)]),
  ) as unknown as TableForms),
});

export type Plan = DeepReadonly<v.InferOutput<typeof PlanSchema>>;
