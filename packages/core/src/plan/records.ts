/** The form of every record of a plan. Which tables and fields hold them is in `schema.ts`. */
import * as v from 'valibot';
import { ASSUMPTION_LIST, type AssumptionId } from '../assumptions/assumptions.ts';
import { LARGEST_PIECE_MM } from '../cloth/cloth.ts';
import { MOST_NODES } from '../cloth/curve-problems.ts';
import { STITCH_RANGE_MM } from '../thread/stitch-kinds.ts';
import { asName } from '../units/letters.ts';
import { LARGEST_COORDINATE_MM } from '../units/tolerances.ts';

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
export const wholeBetween = (smallest: number, largest: number) =>
  v.pipe(v.number(), v.integer(), v.minValue(smallest), v.maxValue(largest));
const sizeMm = v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(LARGEST_PIECE_MM));
export const recordId = v.pipe(v.string(), v.regex(/^[a-z0-9-]{1,40}$/));
/** Sizes and options are named in the code's own spelling: `widthMm`. */
const optionId = v.pipe(v.string(), v.regex(/^[a-zA-Z][a-zA-Z0-9]{0,39}$/));
/** Letters of base64 in a picture, at most: about 6 megabytes. */
const MOST_IMAGE_LETTERS = 8_000_000;
/** Steps and tests are known by ids such as `loops:p3:plus`; see `sewing/steps.ts` and `bench/tests.ts`. */
export const stepId = v.pipe(v.string(), v.regex(/^[a-z0-9:.-]{1,120}$/));
/** Findings are known by their rule and what they speak of; see `checks/finding.ts`. */
export const findingKey = v.pipe(v.string(), v.regex(/^[a-z0-9:+./~-]{1,400}$/));
export const name = v.pipe(v.string(), v.transform(asName), v.minLength(1), v.maxLength(LONGEST_NAME));
const turnDeg = v.pipe(v.number(), v.finite(), v.minValue(0), v.ltValue(360));
const face = v.picklist(['right', 'wrong']);

const PointSchema = v.strictObject({ x: coordinate, y: coordinate });

/** A node of a line, with the handles that curve it (`geometry/curve.ts`). */
const NodeSchema = v.strictObject({
  at: PointSchema,
  before: v.optional(PointSchema),
  after: v.optional(PointSchema),
});
const nodes = v.pipe(v.array(NodeSchema), v.minLength(2), v.maxLength(MOST_NODES));

const MarkingSchema = v.strictObject({
  id: recordId,
  use: v.picklist(['mark', 'fold', 'opening', 'keep-out', 'dart', 'zip', 'binding', 'window', 'reach']),
  name,
  closed: v.boolean(),
  nodes,
});

const ShapeSchema = v.variant('kind', [
  /** A piece of `cloth/ready-pieces.ts` with its sizes in mm. */
  v.strictObject({ kind: v.literal('ready'), pieceId: recordId, sizes: v.record(optionId, sizeMm) }),
  v.strictObject({ kind: v.literal('drawn'), nodes }),
]);

/** One piece of cloth as it is cut, with what is marked on it; all on it is told in the frame of its right side. */
export const PanelSchema = v.strictObject({
  id: recordId,
  name,
  /** Where it lies on the table while it is planned: its frame's origin there, its turn, and whether it alone lies turned over. It means nothing for the piece. */
  table: v.strictObject({ at: PointSchema, turnDeg, over: v.optional(v.literal(true)) }),
  shape: ShapeSchema,
  kindId: recordId,
  colourId: recordId,
  thicknessMm: between(0.05, 20),
  looseness: between(1, 3),
  workedFace: face,
  wrongSideSeen: v.boolean(),
  /** Which face lies outside when the piece is finished; missing: nobody said, and the right side of the first panel is. */
  outside: v.optional(face),
  /** Which way its threads run lengthwise, degrees clockwise from straight down; missing: it does not matter, as in felt. */
  grainDeg: v.optional(turnDeg),
  markings: v.record(recordId, MarkingSchema),
});

/** A stretch of a panel's outline, by places along it (`cloth/outline-places.ts`). */
const outlinePlace = v.pipe(v.number(), v.finite(), v.minValue(0), v.ltValue(MOST_NODES));
const edgeOf = { panelId: recordId, from: outlinePlace, to: outlinePlace };

/** Two stretches of outline that are sewn together: of two panels, or of one, as a tube or a dart is. */
export const SeamSchema = v.strictObject({
  id: recordId,
  a: v.strictObject(edgeOf),
  /** `reversed`: its beginning lies on the end of a, as it does where both outlines run the same way seen from the right side. */
  b: v.strictObject({ ...edgeOf, reversed: v.boolean() }),
  /** From the cut edge to the seam line; 0 where the edges are butted. */
  allowanceMm: between(0, 60),
  /** Where the allowance lies when it is pressed; none: edges butted or lapped, as in felt. */
  pressed: v.picklist(['open', 'to-a', 'to-b', 'none']),
  /** Whether the seam is there when the circuit is sewn, or is closed afterwards. */
  sewn: v.picklist(['before', 'after']),
});

/** Cloth that lies on a face of a panel: a lining, a pocket, an overlay with windows, a backing. In the frame of its panel. */
export const LayerSchema = v.strictObject({
  id: recordId,
  name,
  panelId: recordId,
  face,
  kindId: recordId,
  colourId: recordId,
  thicknessMm: between(0.05, 20),
  /** What it covers, a closed line; missing: the whole panel. */
  nodes: v.optional(nodes),
  /** Cut out of it, so that lights and sensors show: closed lines. */
  windows: v.pipe(v.array(nodes), v.maxLength(100)),
  /** Whether it keeps conductors on its two sides apart. */
  apart: v.boolean(),
  /** How it is held; what comes off can be lifted again. */
  fastened: v.picklist(['sewn', 'glued', 'ironed', 'comes-off']),
  /** Whether it is there when the circuit is sewn, or laid on afterwards. */
  laid: v.picklist(['before', 'after']),
  /** The stretch of its edge that is not fastened, as the open side of a pocket, by places along it; missing: it is fastened all round. */
  openEdge: v.optional(v.strictObject({ from: outlinePlace, to: outlinePlace })),
});

/** A picture that came along: its bytes as base64. */
export const ImageSchema = v.strictObject({
  id: recordId,
  mime: v.picklist(['image/png', 'image/jpeg', 'image/webp']),
  widthPx: wholeBetween(1, 10_000),
  heightPx: wholeBetween(1, 10_000),
  data: v.pipe(v.string(), v.regex(/^[A-Za-z0-9+/]+={0,2}$/), v.maxLength(MOST_IMAGE_LETTERS)),
});

/** A photo or scan that lies under the drawing, true to scale once it is measured. */
export const BackdropSchema = v.strictObject({
  panelId: recordId,
  imageId: recordId,
  /** Its upper left corner on the right side. */
  at: PointSchema,
  mmPerPx: between(0.001, 100),
  turnDeg,
  /** How strongly it shows, 0 to 1. */
  strength: between(0, 1),
});

const asked = v.nullable(v.boolean());

/** What cautions and checks need to know of the piece; null: not said. */
export const FactsSchema = v.strictObject({
  /** Whether the maker was asked: answered or skipped, it is not asked again. */
  asked: v.boolean(),
  forWhom: v.nullable(v.picklist(['adult', 'child', 'small-child', 'animal', 'nobody'])),
  worn: asked,
  onSkin: asked,
  washed: asked,
  rainedOn: asked,
  unattended: asked,
  implantsNear: asked,
  flashingFine: asked,
});

/** What the maker decided of a part's wiring. */
const WiredSchema = v.strictObject({
  /** The source that feeds it. */
  sourceId: v.optional(recordId),
  /** The pin of a board that it hangs on. */
  pin: v.optional(v.strictObject({ partId: recordId, terminal: recordId })),
  /** Parts of one bank hang on one pin, as long as it gives enough. */
  bank: v.optional(name),
});

export const PartSchema = v.strictObject({
  id: recordId,
  panelId: recordId,
  kindId: recordId,
  name,
  at: PointSchema,
  turnDeg,
  face,
  /** Lights only: a colour of `parts/light-colours.ts`. */
  colourId: v.optional(recordId),
  /** Switches and switched holders: as the maker left it. */
  switchedOn: v.optional(v.boolean()),
  /** Options of the kind that differ from the usual ones. */
  options: v.optional(v.record(optionId, v.pipe(v.number(), v.finite()))),
  /** Levels of its pins, 0 to 1, by terminal; a pin that is not named is at 1. */
  levels: v.optional(v.record(recordId, between(0, 1))),
  /** How pins of it stand, where the maker says so; the others as what hangs on them asks for (`power/pin-stands.ts`). */
  pins: v.optional(v.record(recordId, v.picklist(['driven', 'read', 'floating']))),
  /** A locked part is neither moved nor taken away. */
  locked: v.optional(v.literal(true)),
  /** Parts of one group are chosen and moved together. */
  groupId: v.optional(recordId),
  /** The other half of a closure, the magnet of a switch, the pack of a board. */
  mateId: v.optional(recordId),
  /** Its twin across an upright line at x: where one goes, the other follows mirrored. */
  mirror: v.optional(v.strictObject({ partId: recordId, xMm: coordinate })),
  /** What the maker decided of its wiring; what is not said is derived. */
  wired: v.optional(WiredSchema),
  /** Tacked down with ordinary thread over its body, besides its holes. */
  tackedDown: v.optional(v.literal(true)),
});

export const HoleRefSchema = v.strictObject({ partId: recordId, holeId: recordId });

/** A place at which a run goes over a seam from one panel to the other. */
export const PassSchema = v.strictObject({
  seamId: recordId,
  /** The edge it comes to; it goes on at the other. */
  leaves: v.picklist(['a', 'b']),
  /** Where along the seam line, as a share of its length from its beginning on edge a. */
  share: between(0, 1),
  /** So many of the run's bends come before it; each bend is told in the frame of the panel it lies on. */
  bends: wholeBetween(0, 500),
});

export const RunSchema = v.strictObject({
  id: recordId,
  panelId: recordId,
  from: HoleRefSchema,
  to: HoleRefSchema,
  bends: v.pipe(v.array(PointSchema), v.maxLength(500)),
  /** The seams it goes over, from its first hole to its last; missing: it stays on its panel. */
  passes: v.optional(v.pipe(v.array(PassSchema), v.minLength(1), v.maxLength(8))),
  threadId: recordId,
  stitchId: recordId,
  stitchMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  gapMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  strands: wholeBetween(1, 4),
  /** The line is sewn so many times side by side, each over the other. Missing: once. */
  lines: v.optional(wholeBetween(2, 4)),
  /** The face it is worked from, where it is not that of the cloth. */
  face: v.optional(face),
  /** It goes smoothly through its bends instead of straight from one to the next. */
  curved: v.optional(v.literal(true)),
  /** A fresh piece of thread starts at its first hole, even where the last one could go on. */
  startsPiece: v.optional(v.literal(true)),
  /** The thread is spliced, by sewing over its last stitches, at these distances along the way. */
  splicesMm: v.optional(v.pipe(v.array(between(0, 20_000)), v.maxLength(20))),
  /** The end of the thread at its last hole stays so long until a later step needs it. */
  tail: v.optional(v.strictObject({ lengthMm: between(1, 1000), until: name })),
  /** It came joined from the factory: there is nothing to cut or sew. */
  prewired: v.optional(v.literal(true)),
  /** Routing leaves it as it is. */
  locked: v.optional(v.literal(true)),
});

const AssumptionsSchema = v.strictObject(
  Object.fromEntries(
    ASSUMPTION_LIST.map(({ id, smallest, largest }) => [id, v.optional(between(smallest, largest))]),
  ) as { [Id in AssumptionId]: v.OptionalSchema<ReturnType<typeof between>, undefined> },
);

export const HabitsSchema = v.strictObject({
  unit: v.picklist(['mm', 'in']),
  threadId: recordId,
  stitchMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  gapMm: between(STITCH_RANGE_MM.smallest, STITCH_RANGE_MM.largest),
  loops: wholeBetween(3, 20),
  knotMm: between(0, 200),
  spareMm: between(0, 500),
  longestPieceMm: between(150, 5000),
  /** Which side a separate switch goes into when Sashiko routes. */
  switchSide: v.picklist(['+', '-']),
  /** Which side is sewn first; power: the lines between holder, switch and board, then the lights. */
  firstSide: v.picklist(['+', '-', 'power']),
  /** How the legs of bare lights are told apart: by the form of a loop, by leaving the + leg straight until it is sewn, by ink. */
  legSign: v.picklist(['big-loop', 'square-loop', 'minus-curled', 'ink']),
  /** How lines are sewn when nothing else is said: a stitch of `thread/stitch-kinds.ts`. */
  stitchId: recordId,
  /** How the stops of a side are joined: one strand through all, a new strand at a part, or one from the power to each. */
  strandStyle: v.picklist(['chain', 'branch', 'star']),
  /** Where the two sides of a row are fed from: wherever is shortest, the same end, opposite ends, its middle. */
  feed: v.picklist(['any', 'same', 'opposite', 'middle']),
  /** Lines that carry the whole current, between holder, switch and what they feed: sewn so often side by side … */
  supplyLines: wholeBetween(1, 4),
  /** … and in this stitch; null: as the others. */
  supplyStitchId: v.nullable(recordId),
  /** … and of this thread, wire or tape; null: as the others. */
  supplyThreadId: v.nullable(recordId),
  /** The makers' rule of one stitch between lines, raised or lowered: a factor on the stitch length. */
  gapInStitches: between(0, 5),
  /** How thread is cut: one piece for a side, a new one at each part, or one side spliced wherever a length runs out. */
  pieces: v.picklist(['unbroken', 'each-part', 'spliced']),
  /** How an end is made fast: a knot, a tail caught under the first stitches, a knot round each hole or leg. */
  knots: v.picklist(['knotted', 'caught', 'each-hole']),
  /** What seals the knots. */
  sealing: v.picklist(['varnish', 'fabric-glue', 'hot-glue', 'none']),
  /** When parts are held down with ordinary thread, or that they are taped or glued. */
  holdDowns: v.picklist(['before', 'after', 'tape']),
  /** What is tried before the first stitch: nothing, the parts on paper at life size, that and the circuit on clips. */
  rehearsal: v.picklist(['none', 'paper', 'clips']),
  /** Which lines come first: as each side asks, or all that a machine sews, parts being linked by hand later. */
  lineOrder: v.picklist(['by-side', 'machine-first']),
  /**
   * Where lines would cross: they never do, an insulating patch goes between, one of the two is insulated wire, or it is worked from the other
   * face where the cloth and both stitches keep them apart (else a patch).
   */
  crossings: v.picklist(['never', 'patch', 'wire', 'other-face']),
  /** Whether threads may pass seams, or each panel is a circuit of its own. */
  seamPasses: v.picklist(['allowed', 'never']),
  /** What goes over the threads when all is tested. */
  cover: v.picklist(['paint', 'layer', 'lining', 'none']),
  /** What the lines are marked with: ink that fades in air, washes out, goes with ironing, or chalk. */
  marker: v.picklist(['air', 'water', 'heat', 'chalk']),
  /** The paper of the prints. */
  paper: v.picklist(['a4', 'a3', 'letter']),
  /** What is assumed otherwise than usual, by the ids of `assumptions/assumptions.ts`. */
  assumptions: AssumptionsSchema,
});

/** Where work on the piece takes place: all of it, one side, or an area on the cloth; nowhere: it hides nothing. */
const workPlace = v.union([v.picklist(['piece', 'right', 'wrong', 'nowhere']), recordId]);

/** Work besides the circuit: a pocket opened first, a hole drilled, a seam or lining that closes the piece. */
export const WorkSchema = v.strictObject({
  id: recordId,
  title: name,
  /** do: before any sewing there; open: undone to get in; close: hides its place for good. */
  kind: v.picklist(['do', 'open', 'close']),
  place: workPlace,
  /** It sews in a zip: what it closes opens again. */
  zip: v.optional(v.literal(true)),
});

/** A length the maker cut for a piece of thread, by the piece's id. */
export const CutSchema = v.strictObject({ id: recordId, mm: between(0, 100_000) });

/** What one of an item of the gather list costs. */
export const PriceSchema = v.strictObject({ itemId: stepId, each: between(0, 1_000_000) });

/** How many are made at once, and how much is laid by. */
export const KitsSchema = v.strictObject({
  count: wholeBetween(1, 500),
  sparePercent: between(0, 100),
  currency: v.pipe(v.string(), v.maxLength(8)),
});

/** Where the work stands when the needle is laid down. Times are milliseconds since 1970 (UTC). */
export const SittingSchema = v.strictObject({
  /** When the lines were marked. */
  markedAtMs: v.nullable(between(0, 1e15)),
  /** When, and before which step, the work was paused. */
  paused: v.nullable(v.strictObject({ atMs: between(0, 1e15), stepId })),
});

/** An insulating patch that carries one line over another. */
export const PatchSchema = v.strictObject({
  id: recordId,
  panelId: recordId,
  at: PointSchema,
  /** Along the line that goes over it, and across. */
  lengthMm: between(4, 200),
  widthMm: between(4, 200),
  turnDeg,
  /** Sewn first, then the patch, then the line over it. */
  underRunId: recordId,
  overRunId: recordId,
});

/** What should become one conductor: terminals by part. */
export const WishSchema = v.strictObject({
  id: recordId,
  title: name,
  terminals: v.pipe(v.array(v.strictObject({ partId: recordId, terminal: recordId })), v.maxLength(500)),
});

/** What is known of the maker's own thread of a kind. */
export const SpoolSchema = v.strictObject({
  threadId: recordId,
  /** A sewn line of this length read so many ohms: better than any table. */
  swatch: v.optional(
    v.strictObject({
      lengthMm: between(20, 10_000),
      ohm: between(0.01, 100_000),
      /** Of the cloth it was sewn on: the stitches went through it. */
      clothMm: between(0.05, 20),
    }),
  ),
  /** Thread left on the spool. */
  leftMm: v.optional(between(0, 10_000_000)),
});

/** A finding the maker lives with, and why. */
export const AcceptanceSchema = v.strictObject({ key: findingKey, reason: name });

/** A time in milliseconds since 1970 (UTC); null where it was not kept. */
const atMs = v.nullable(between(0, 1e15));

/** A sewing step that is done. */
export const TickSchema = v.strictObject({ stepId, atMs });

/** What was read on the bench. */
export const ReadingSchema = v.strictObject({
  testId: stepId,
  value: v.pipe(v.number(), v.finite()),
  atMs,
});

/** One thing that happened to the piece that is made. Entries are added and never changed. */
export const LogEntrySchema = v.strictObject({
  atMs,
  /** Which making of the plan it happened to, counted from 1. */
  build: wholeBetween(1, 500),
  /** The plan as it was then, by `plan/content.ts`. */
  content: v.pipe(v.string(), v.regex(/^[0-9a-f]{16}$/)),
  what: v.picklist(['tick', 'untick', 'reading', 'wiped', 'pause', 'resume']),
  /** The step or test; null for the piece as a whole. */
  of: v.nullable(stepId),
  /** What was read. */
  value: v.nullable(v.pipe(v.number(), v.finite())),
});

export type DeepReadonly<T> = T extends readonly (infer Item)[]
  ? readonly DeepReadonly<Item>[]
  : T extends object
    ? { readonly [Key in keyof T]: DeepReadonly<T[Key]> }
    : T;

export type Panel = DeepReadonly<v.InferOutput<typeof PanelSchema>>;
export type Layer = DeepReadonly<v.InferOutput<typeof LayerSchema>>;
export type Seam = DeepReadonly<v.InferOutput<typeof SeamSchema>>;
export type Part = DeepReadonly<v.InferOutput<typeof PartSchema>>;
export type Run = DeepReadonly<v.InferOutput<typeof RunSchema>>;
export type Pass = DeepReadonly<v.InferOutput<typeof PassSchema>>;
export type Facts = DeepReadonly<v.InferOutput<typeof FactsSchema>>;
export type PlanImage = DeepReadonly<v.InferOutput<typeof ImageSchema>>;
export type Backdrop = DeepReadonly<v.InferOutput<typeof BackdropSchema>>;
export type Patch = DeepReadonly<v.InferOutput<typeof PatchSchema>>;
export type WishRecord = DeepReadonly<v.InferOutput<typeof WishSchema>>;
export type Spool = DeepReadonly<v.InferOutput<typeof SpoolSchema>>;
export type Habits = DeepReadonly<v.InferOutput<typeof HabitsSchema>>;
export type Work = DeepReadonly<v.InferOutput<typeof WorkSchema>>;
export type Kits = DeepReadonly<v.InferOutput<typeof KitsSchema>>;
export type Sitting = DeepReadonly<v.InferOutput<typeof SittingSchema>>;
export type HoleRef = DeepReadonly<v.InferOutput<typeof HoleRefSchema>>;
export type LogEntry = DeepReadonly<v.InferOutput<typeof LogEntrySchema>>;
