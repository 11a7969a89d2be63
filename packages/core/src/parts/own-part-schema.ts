/** The form in which a part that a maker described from ruler readings is saved, sent and read back. */
import * as v from 'valibot';

const lengthMm = v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(300));
const placeMm = v.pipe(v.number(), v.finite(), v.minValue(-150), v.maxValue(150));
const shortId = v.pipe(v.string(), v.regex(/^[a-z0-9-]{1,40}$/));
const words = (letters: number) => v.pipe(v.string(), v.trim(), v.maxLength(letters));

/** The role a maker gives a hole in the form. `shows`, `socket` and `charge` are no holes: a spot that must show, such as a sensor or a window of an overlay; where the plug of a pack goes; where it is charged. */
export const OWN_ROLES = [
  'plus',
  'minus',
  'raw',
  'pin',
  'regulated',
  'data-in',
  'data-out',
  'sense',
  'bus-data',
  'bus-clock',
  'joined',
  'holding',
  'shows',
  'socket',
  'charge',
] as const;
export type OwnRole = (typeof OWN_ROLES)[number];

export const OwnHoleSchema = v.strictObject({
  id: shortId,
  /** From the middle of the part. */
  x: placeMm,
  y: placeMm,
  diameterMm: v.pipe(v.number(), v.finite(), v.minValue(0.5), v.maxValue(8)),
  padMm: v.pipe(v.number(), v.finite(), v.minValue(1), v.maxValue(8)),
  role: v.picklist(OWN_ROLES),
  /** What is printed beside it; for pins the name that code uses. */
  label: words(8),
  /** Holes with the same word are one conductor inside the part; '' joins by role. */
  joinedAs: words(20),
  abilities: v.array(v.picklist(['fade', 'analogue', 'bus', 'upload'])),
  mostMa: v.optional(v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(5000))),
});

const mostVolts = v.pipe(v.number(), v.minValue(0.5), v.maxValue(60));

/** A cell that is none of the list: what is printed on it and what a meter reads. */
const OwnCellSchema = v.strictObject({
  /** Fresh, or full, without load. */
  volt: v.pipe(v.number(), v.minValue(0.5), v.maxValue(13)),
  /** Inside of it, fresh. */
  ohm: v.pipe(v.number(), v.minValue(0.001), v.maxValue(1000)),
  /** At a light load. */
  mah: v.pipe(v.number(), v.minValue(1), v.maxValue(50_000)),
  acrossMm: lengthMm,
  heightMm: lengthMm,
});

/** The id of a cell that is described in `own` beside it. */
export const OWN_CELL_ID = 'own';

export const OwnModelSchema = v.variant('kind', [
  v.strictObject({ kind: v.literal('none') }),
  v.strictObject({
    kind: v.literal('light'),
    seriesOhm: v.pipe(v.number(), v.minValue(0), v.maxValue(100_000)),
  }),
  v.strictObject({
    kind: v.literal('cell'),
    /** One of the kinds of cell of `cells.ts`, or `own`; `ownPartProblem` looks it up. */
    cellId: words(40),
    own: v.optional(OwnCellSchema),
    count: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8)),
    switched: v.boolean(),
    /** A converter lifts its cells to so many volts. */
    boostV: v.optional(v.pipe(v.number(), v.minValue(1), v.maxValue(24))),
  }),
  v.strictObject({
    kind: v.literal('switch'),
    onOhm: v.pipe(v.number(), v.minValue(0.001), v.maxValue(1000)),
    /** press: it is closed only while it is pressed. Missing: it stays as it is left. */
    closedBy: v.optional(v.picklist(['hand', 'press', 'magnet', 'dark'])),
  }),
  v.strictObject({
    kind: v.literal('resistor'),
    ohm: v.pipe(v.number(), v.minValue(0.1), v.maxValue(10_000_000)),
  }),
  v.strictObject({
    kind: v.literal('load'),
    volt: v.pipe(v.number(), v.minValue(0.5), v.maxValue(24)),
    ma: v.pipe(v.number(), v.minValue(0.001), v.maxValue(5000)),
    /** The most volts it bears; missing: nobody says. */
    mostV: v.optional(mostVolts),
    /** It is a light. */
    glows: v.optional(v.literal(true)),
  }),
  v.strictObject({
    kind: v.literal('board'),
    volt: v.pipe(v.number(), v.minValue(0.5), v.maxValue(24)),
    mostMa: v.pipe(v.number(), v.minValue(1), v.maxValue(5000)),
    /** The most volts that may come in; missing: nobody says. */
    mostV: v.optional(mostVolts),
    /** What its steady + holes give, V; missing: what it needs itself. */
    steadyV: v.optional(v.pipe(v.number(), v.minValue(0.5), v.maxValue(24))),
    /** Cells of its own: which, how many in a row, and whether it switches them. */
    cell: v.optional(
      v.strictObject({
        cellId: words(40),
        own: v.optional(OwnCellSchema),
        count: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8)),
        switched: v.boolean(),
      }),
    ),
  }),
  /** A magnet in a pocket of cloth: the mate of a magnetic switch. */
  v.strictObject({ kind: v.literal('magnet') }),
  /** One half of a closure: two alike close on each other. */
  v.strictObject({
    kind: v.literal('half'),
    onOhm: v.pipe(v.number(), v.minValue(0.001), v.maxValue(1000)),
    /** A magnet holds it. */
    isMagnet: v.optional(v.literal(true)),
  }),
  /** A pack with a plug, which goes into the socket of a board. */
  v.strictObject({
    kind: v.literal('pack'),
    own: OwnCellSchema,
    cableMm: v.pipe(v.number(), v.minValue(10), v.maxValue(1000)),
    hasSwitch: v.boolean(),
  }),
]);

export const OwnPartSchema = v.strictObject({
  id: v.pipe(v.string(), v.regex(/^own-[a-z0-9-]{1,36}$/)),
  title: v.pipe(words(60), v.minLength(1)),
  outline: v.variant('form', [
    v.strictObject({ form: v.literal('round'), acrossMm: lengthMm }),
    v.strictObject({ form: v.literal('box'), widthMm: lengthMm, heightMm: lengthMm }),
  ]),
  massG: v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(2000)),
  holes: v.pipe(v.array(OwnHoleSchema), v.maxLength(100)),
  model: OwnModelSchema,
});

type Frozen<T> = T extends readonly (infer Item)[]
  ? readonly Frozen<Item>[]
  : T extends object
    ? { readonly [Key in keyof T]: Frozen<T[Key]> }
    : T;

export type OwnHole = Frozen<v.InferOutput<typeof OwnHoleSchema>>;
export type OwnModel = Frozen<v.InferOutput<typeof OwnModelSchema>>;
export type OwnPart = Frozen<v.InferOutput<typeof OwnPartSchema>>;
