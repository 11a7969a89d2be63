/**
 * The document. This Valibot schema is the one source of its form: the types below, the checks at the door
 * and `docs/plan-file.schema.json` all come from it. Rules that span records are in `validate.ts`.
 */
import * as v from 'valibot';
import { LARGEST_PIECE_MM } from '../cloth/cloth.ts';
import { STITCH_RANGE_MM } from '../thread/stitch-kinds.ts';
import { LARGEST_COORDINATE_MM } from '../units/tolerances.ts';

/** What a plan file says it is. */
export const PLAN_FORMAT = 'sashiko-plan';
/** The version this Sashiko writes; older ones are migrated, newer ones refused. */
export const PLAN_VERSION = 1;
/** Letters in a name, at most. */
export const LONGEST_NAME = 120;

const coordinate = v.pipe(
  v.number(),
  v.finite(),
  v.minValue(-LARGEST_COORDINATE_MM),
  v.maxValue(LARGEST_COORDINATE_MM),
);
const between = (smallest: number, largest: number) =>
  v.pipe(v.number(), v.finite(), v.minValue(smallest), v.maxValue(largest));
const wholeBetween = (smallest: number, largest: number) =>
  v.pipe(v.number(), v.integer(), v.minValue(smallest), v.maxValue(largest));
const sizeMm = v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(LARGEST_PIECE_MM));
const id = v.pipe(v.string(), v.regex(/^[a-z0-9-]{1,40}$/));
/** Steps and tests are known by ids such as `loops:p3:plus`; see `sewing/steps.ts` and `bench/tests.ts`. */
const stepId = v.pipe(v.string(), v.regex(/^[a-z0-9:.-]{1,120}$/));
const name = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(LONGEST_NAME));
const face = v.picklist(['right', 'wrong']);

export const PointSchema = v.strictObject({ x: coordinate, y: coordinate });

export const ClothSchema = v.strictObject({
  shape: v.strictObject({ kind: v.literal('rectangle'), widthMm: sizeMm, heightMm: sizeMm }),
  kindId: id,
  colourId: id,
  thicknessMm: between(0.05, 20),
  looseness: between(1, 3),
  workedFace: face,
  marks: v.pipe(
    v.array(v.strictObject({ points: v.pipe(v.array(PointSchema), v.minLength(2)), closed: v.boolean() })),
    v.maxLength(2000),
  ),
});

export const PartSchema = v.strictObject({
  id,
  kindId: id,
  name,
  at: PointSchema,
  turnDeg: v.pipe(v.number(), v.finite(), v.minValue(0), v.ltValue(360)),
  face,
  /** Lights only: a colour of `parts/light-colours.ts`. */
  colourId: v.optional(id),
  /** Switches and switched holders: as the maker left it. */
  switchedOn: v.optional(v.boolean()),
});

export const HoleRefSchema = v.strictObject({ partId: id, holeId: id });

export const RunSchema = v.strictObject({
  id,
  from: HoleRefSchema,
  to: HoleRefSchema,
  bends: v.pipe(v.array(PointSchema), v.maxLength(500)),
  threadId: id,
  stitchId: id,
  stitchMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  gapMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  strands: wholeBetween(1, 4),
});

export const HabitsSchema = v.strictObject({
  unit: v.picklist(['mm', 'in']),
  threadId: id,
  stitchMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  gapMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  loops: wholeBetween(3, 20),
  knotMm: between(0, 200),
  spareMm: between(0, 500),
  longestPieceMm: between(150, 5000),
  /** Which side a separate switch goes into when Sashiko routes. */
  switchSide: v.picklist(['+', '-']),
  /** Which side is sewn first. */
  firstSide: v.picklist(['+', '-']),
  /** The makers' rule of one stitch between lines, raised or lowered: a factor on the stitch length. */
  gapInStitches: between(0, 5),
});

/** What was read on the bench. */
export const ReadingSchema = v.strictObject({
  testId: stepId,
  value: v.pipe(v.number(), v.finite()),
});

/** A whole plan: what a plan file holds. */
export const PlanSchema = v.strictObject({
  format: v.literal(PLAN_FORMAT),
  version: v.literal(PLAN_VERSION),
  id,
  name,
  /** The number the next part or run takes; never used twice, so that ticks and readings keep their owner. */
  nextNumber: wholeBetween(1, 1_000_000_000),
  cloth: ClothSchema,
  habits: HabitsSchema,
  parts: v.record(id, PartSchema),
  runs: v.record(id, RunSchema),
  /** Sewing steps that are done. */
  ticks: v.record(stepId, v.literal(true)),
  readings: v.record(stepId, ReadingSchema),
});

type DeepReadonly<T> = T extends readonly (infer Item)[]
  ? readonly DeepReadonly<Item>[]
  : T extends object
    ? { readonly [Key in keyof T]: DeepReadonly<T[Key]> }
    : T;

export type Plan = DeepReadonly<v.InferOutput<typeof PlanSchema>>;
export type Part = DeepReadonly<v.InferOutput<typeof PartSchema>>;
export type Run = DeepReadonly<v.InferOutput<typeof RunSchema>>;
export type Habits = DeepReadonly<v.InferOutput<typeof HabitsSchema>>;
export type Reading = DeepReadonly<v.InferOutput<typeof ReadingSchema>>;
export type HoleRef = DeepReadonly<v.InferOutput<typeof HoleRefSchema>>;
