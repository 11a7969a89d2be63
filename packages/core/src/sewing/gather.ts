/** What to lay out before the first stitch, for one piece or for a class set. */
import { clothBox } from '../cloth/cloth.ts';
import { maybeClothKind } from '../cloth/cloth-kinds.ts';
import { cutPieces, type Piece } from '../nets/pieces.ts';
import { maybeCellKind } from '../parts/cells.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { filledOptions, type PartKind } from '../parts/part-kind.ts';
import { holeOf, kindOf } from '../plan/placed.ts';
import type { Habits, Part, Plan } from '../plan/schema.ts';
import { maybeThreadKind, type ThreadKind } from '../thread/thread-kinds.ts';
import { needleFor } from './needles.ts';

export const GATHER_GROUPS = ['Cloth', 'Parts', 'Thread', 'Tools', 'To use up'] as const;
export type GatherGroup = (typeof GATHER_GROUPS)[number];

export interface GatherItem {
  /** Stays the same while the plan asks for the same thing: prices hang on it. */
  readonly id: string;
  readonly group: GatherGroup;
  readonly what: string;
  /** For all kits, with what is laid by. */
  readonly count: number;
  readonly unit: 'pieces' | 'm';
  /** Beside the number: sizes, pieces of thread. */
  readonly note: string;
  /** What one (or one metre) costs, where the maker said so. */
  readonly each: number | null;
}

type Draft = Omit<GatherItem, 'count' | 'each'> & {
  readonly perKit: number;
  /** `shared`: one does for all kits. `spared`: some are laid by. */
  readonly grows: 'shared' | 'each' | 'spared';
};

/** Everything for the plan's number of kits. Parts, cells and thread are laid by with its spare share, whole parts rounded up. */
export function gatherList(plan: Plan, pieces: readonly Piece[] = cutPieces(plan)): readonly GatherItem[] {
  const { count, sparePercent } = plan.kits;
  const drafts = [
    clothItem(plan),
    ...coverItem(plan),
    ...partItems(plan),
    ...threadItems(plan, pieces),
    ...toolItems(plan, pieces),
    ...consumableItems(plan),
  ];
  const factors = { shared: 1, each: count, spared: count * (1 + sparePercent / 100) };
  return drafts.map(({ perKit, grows, ...item }) => {
    const exact = perKit * factors[grows];
    // A tenth of a millimetre of rounding is not one more part.
    const amount = item.unit === 'pieces' ? Math.ceil(exact - 1e-6) : Math.ceil(exact * 100 - 1e-6) / 100;
    return { ...item, count: amount, each: plan.prices[item.id]?.each ?? null };
  });
}

/** How much of an item, in words: `2`, `1.38 m in 3 pieces`, `300 × 300 mm, plus what the edge needs`. */
export function amountWords(item: GatherItem): string {
  const number = item.unit === 'm' ? `${item.count.toFixed(2)} m` : String(item.count);
  return item.note === '' ? number : `${number}${item.note.startsWith('in ') ? ' ' : ', '}${item.note}`;
}

export interface GatherTotal {
  /** Of everything that has a price. */
  readonly sum: number;
  /** Items that cost something but were given no price. */
  readonly unpriced: number;
}

/** What it costs as far as prices are given. Tools are not counted: a maker has them. */
export function gatherTotal(items: readonly GatherItem[]): GatherTotal {
  const counted = items.filter(({ group }) => group !== 'Tools');
  return {
    sum: counted.reduce((sum, item) => sum + (item.each ?? 0) * item.count, 0),
    unpriced: counted.filter((item) => item.each === null).length,
  };
}

/** The options a part must be bought with: `100 Ω`, `pitch of the strand 50 mm`. */
function boughtOptions(kind: PartKind, part: Part): readonly string[] {
  const values = filledOptions(kind.options, part.options ?? {});
  return kind.options.flatMap(({ id, unit, title, isBought }) =>
    isBought === true ? [`${unit === 'Ω' ? '' : `${title.toLowerCase()} `}${values[id]} ${unit}`] : [],
  );
}

/** An id of the plan file's form made of words. */
function idOf(...words: readonly string[]): string {
  return words
    .join(':')
    .toLowerCase()
    .replaceAll(/[^a-z0-9:.-]+/g, '-')
    .slice(0, 120);
}

function clothItem(plan: Plan): Draft {
  const { widthMm, heightMm } = clothBox(plan.cloth);
  return {
    id: 'cloth',
    group: 'Cloth',
    what: maybeClothKind(plan.cloth.kindId)?.title ?? plan.cloth.kindId,
    perKit: 1,
    grows: 'each',
    unit: 'pieces',
    note: `${Math.ceil(widthMm)} × ${Math.ceil(heightMm)} mm, plus what the edge needs`,
  };
}

const COVERS: Readonly<Record<Habits['cover'], string | null>> = {
  paint: null,
  layer: 'Cover cloth, to lie over the threads',
  lining: 'Lining',
  none: null,
};

function coverItem(plan: Plan): readonly Draft[] {
  const what = COVERS[plan.habits.cover];
  if (what === null) return [];
  const { widthMm, heightMm } = clothBox(plan.cloth);
  const note = `${Math.ceil(widthMm)} × ${Math.ceil(heightMm)} mm, plus what the edge needs`;
  return [{ id: 'cover', group: 'Cloth', what, perKit: 1, grows: 'each', unit: 'pieces', note }];
}

function partItems(plan: Plan): readonly Draft[] {
  const counts = new Map<string, { readonly title: string; count: number }>();
  const cells = new Map<string, number>();
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    const options = boughtOptions(kind, part);
    const colour = maybeLightColour(part.colourId ?? '')?.title.toLowerCase();
    const title = [kind.title, colour, ...options].filter((word) => word !== undefined).join(', ');
    const id = idOf('part', part.kindId, ...(colour === undefined ? [] : [part.colourId ?? '']), ...options);
    const known = counts.get(id);
    if (known === undefined) counts.set(id, { title, count: 1 });
    else known.count += 1;
    for (const { cellId, count } of elementsOf(kind, 'cell'))
      cells.set(cellId, (cells.get(cellId) ?? 0) + count);
  }
  const item = (id: string, what: string, perKit: number): Draft => ({
    id,
    group: 'Parts',
    what,
    perKit,
    grows: 'spared',
    unit: 'pieces',
    note: '',
  });
  return [
    ...[...counts].map(([id, { title, count }]) => item(id, title, count)),
    ...[...cells].map(([cellId, count]) =>
      item(idOf('cell', cellId), maybeCellKind(cellId)?.title ?? cellId, count),
    ),
  ];
}

/** The thread of every kind that pieces are cut from. */
function threadsOf(pieces: readonly Piece[]): ReadonlyMap<string, readonly Piece[]> {
  const byThread = new Map<string, Piece[]>();
  for (const piece of pieces) byThread.set(piece.threadId, [...(byThread.get(piece.threadId) ?? []), piece]);
  return byThread;
}

function threadItems(plan: Plan, pieces: readonly Piece[]): readonly Draft[] {
  const items = [...threadsOf(pieces)].map(([threadId, own]): Draft => {
    const kind = maybeThreadKind(threadId);
    const ends = own.reduce((sum, piece) => sum + piece.lengthsMm.length, 0) * plan.kits.count;
    const isThread = kind === undefined || kind.form === 'thread';
    return {
      id: idOf('thread', threadId),
      group: 'Thread',
      what: isThread ? `Conductive thread: ${kind?.title ?? threadId}` : kind.title,
      perKit: own.reduce((sum, piece) => sum + piece.cutMm, 0) / 1000,
      grows: 'spared',
      unit: 'm',
      note: `in ${ends} ${ends === 1 ? 'piece' : 'pieces'}`,
    };
  });
  if (plan.habits.holdDowns === 'tape')
    items.push(used('tape', 'Fabric tape or glue for holding parts down'));
  return [...items, used('ordinary-thread', 'Ordinary thread for holding down and closing')];
}

/** Something a spool, pot or roll of which lasts for all kits. */
function used(id: string, what: string): Draft {
  return { id, group: 'To use up', what, perKit: 1, grows: 'shared', unit: 'pieces', note: '' };
}

function tool(id: string, what: string, grows: 'shared' | 'each' = 'shared'): Draft {
  return { id, group: 'Tools', what, perKit: 1, grows, unit: 'pieces', note: '' };
}

function toolItems(plan: Plan, pieces: readonly Piece[]): readonly Draft[] {
  const parts = Object.values(plan.parts);
  const hasLegs = parts.some((part) => kindOf(plan, part).holes.some((hole) => hole.form.endsWith('curl')));
  const needles = [
    ...new Set(
      [...threadsOf(pieces)].flatMap(([threadId, own]) => {
        const kind = maybeThreadKind(threadId);
        return kind === undefined || kind.form !== 'thread' ? [] : [needleOf(plan, kind, own)];
      }),
    ),
  ];
  return [
    ...needles.map((what, i) => tool(`needle:${i + 1}`, `Needle: ${what}`, 'each')),
    tool('scissors', 'Small sharp scissors'),
    ...(hasLegs ? [tool('pliers', 'Small round pliers and cutters for the legs, and eye protection')] : []),
    ...(plan.habits.sealing === 'hot-glue' ? [tool('glue-gun', 'Hot glue gun')] : []),
    tool('ruler', 'Ruler, for the check square of the print'),
    tool('meter', 'Meter for ohms and volts'),
  ];
}

function needleOf(plan: Plan, kind: ThreadKind, pieces: readonly Piece[]): string {
  const strands = Math.max(...pieces.map((piece) => piece.strands));
  const holes = pieces.flatMap((piece) =>
    piece.runs.flatMap(({ from, to }) => [from, to].map((ref) => holeOf(plan, ref).diameterMm)),
  );
  return needleFor(kind.diameterMm, strands, holes.length === 0 ? null : Math.min(...holes));
}

const SEALANTS: Readonly<Record<Habits['sealing'], string | null>> = {
  varnish: 'Clear varnish for the knots',
  'fabric-glue': 'Fabric glue for the knots',
  'hot-glue': 'Hot glue sticks for the knots',
  none: null,
};

const MARKERS: Readonly<Record<Habits['marker'], string>> = {
  air: 'Marker that fades in air within about two days: mark when you sew',
  water: 'Marker that washes out',
  heat: 'Marker that goes with ironing',
  chalk: 'Tailor’s chalk',
};

function consumableItems({ habits, patches }: Plan): readonly Draft[] {
  const sealant = SEALANTS[habits.sealing];
  return [
    ...(sealant === null ? [] : [used('sealant', sealant)]),
    used('marker', MARKERS[habits.marker]),
    ...(Object.keys(patches).length > 0
      ? [used('patches', `Felt for ${Object.keys(patches).length} insulating patches, and glue`)]
      : []),
    ...(habits.cover === 'paint' ? [used('paint', 'Fabric paint to cover the threads')] : []),
  ];
}
