/** What to lay out before the first stitch, for one piece or for a class set. */

import { boxOf, clothBox, clothNeeds } from '../cloth/cloth.ts';
import { maybeClothColour, maybeClothKind } from '../cloth/cloth-kinds.ts';
import { maybeCell } from '../parts/cells.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { filledOptions, type PartKind } from '../parts/part-kind.ts';
import type { Piece } from '../pieces/piece.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { assumedIn } from '../plan/assumed.ts';
import { cellsIn } from '../plan/cells-in.ts';
import { kindOf } from '../plan/kind-of.ts';
import { layerOutline } from '../plan/layers.ts';
import { hasSeveralPanels, panelsOf, thoseOn } from '../plan/panels.ts';
import type { Habits, Panel, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { groupBy } from '../units/group-by.ts';
import { listed } from '../units/words.ts';
import { spoolUse } from './cut-check.ts';
import { hasTapeJoints, toolsFor } from './gather-tools.ts';

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
    ...clothItems(plan),
    ...layerItems(plan),
    ...pieceNeeds(plan),
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
  return kind.options.flatMap(({ id, unit, title, isBought, choices, usual }) => {
    if (isBought !== true) return [];
    const value = values[id];
    // The usual one of several named choices needs no word.
    if (choices !== undefined)
      return value === usual
        ? []
        : [`${title.toLowerCase()} ${choices.find((choice) => choice.value === value)?.title ?? ''}`];
    return [`${unit === 'Ω' ? '' : `${title.toLowerCase()} `}${value} ${unit}`];
  });
}

/** An id of the plan file's form made of words. */
function idOf(...words: readonly string[]): string {
  return words
    .join(':')
    .toLowerCase()
    .replaceAll(/[^a-z0-9:.-]+/g, '-')
    .slice(0, 120);
}

/** The cloth of the panels, kind by kind and colour by colour. */
function clothItems(plan: Plan): readonly Draft[] {
  const several = hasSeveralPanels(plan);
  const titleOf = (kindId: string): string => maybeClothKind(kindId)?.title ?? kindId;
  const alike = groupBy(panelsOf(plan), ({ kindId, colourId }) => `${kindId}:${colourId}`);
  return [...alike].map(([key, panels]): Draft => {
    const { kindId, colourId } = panels[0] as Panel;
    const isOtherColour = panelsOf(plan).some((one) => one.kindId === kindId && one.colourId !== colourId);
    const colour = isOtherColour ? `, ${maybeClothColour(colourId)?.title.toLowerCase() ?? colourId}` : '';
    return {
      id: several ? idOf('cloth', key) : 'cloth',
      group: 'Cloth',
      what: `${titleOf(kindId)}${colour}`,
      perKit: panels.length,
      grows: 'each',
      unit: 'pieces',
      note:
        panels.map((panel) => `${several ? `${panel.name} ` : ''}${sizeWords(panel)}`).join('; ') +
        EDGE_WORDS,
    };
  });
}

/** The cloth of layers, one by one: each is cut to its own form. */
function layerItems(plan: Plan): readonly Draft[] {
  return Object.values(plan.layers).map((layer): Draft => {
    const { widthMm, heightMm } = boxOf(layerOutline(plan, layer));
    return {
      id: idOf('layer', layer.id),
      group: 'Cloth',
      what: `${maybeClothKind(layer.kindId)?.title ?? layer.kindId} for ${layer.name}`,
      perKit: 1,
      grows: 'each',
      unit: 'pieces',
      note: `${Math.ceil(widthMm)} × ${Math.ceil(heightMm)} mm${EDGE_WORDS}`,
    };
  });
}

const EDGE_WORDS = ', plus what the edge needs';

/** `280 × 220 mm`: the box round a panel, in whole millimetres. */
function sizeWords(panel: Panel): string {
  const { widthMm, heightMm } = clothBox(panel);
  return `${Math.ceil(widthMm)} × ${Math.ceil(heightMm)} mm`;
}

function pieceNeeds(plan: Plan): readonly Draft[] {
  const needs = new Map(panelsOf(plan).flatMap((panel) => clothNeeds(panel).map((need) => [need.id, need])));
  return [...needs.values()].map(({ id, what }) => ({
    id,
    group: 'Cloth',
    what,
    perKit: 1,
    grows: 'each',
    unit: 'pieces',
    note: '',
  }));
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
  const sewn = panelsOf(plan).filter(({ id }) => thoseOn(plan.runs, id).length > 0);
  const covered = sewn.length === 0 ? panelsOf(plan).slice(0, 1) : sewn;
  const note = covered.map(sizeWords).join('; ') + EDGE_WORDS;
  return [{ id: 'cover', group: 'Cloth', what, perKit: covered.length, grows: 'each', unit: 'pieces', note }];
}

function partItems(plan: Plan): readonly Draft[] {
  const counts = new Map<string, { readonly title: string; count: number }>();
  const cells = new Map<string, { readonly title: string; readonly count: number }>();
  const placed = new Map<string, number>();
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    // An end of thread is cut, not bought.
    if (kind.threadEnd !== undefined) continue;
    const options = boughtOptions(kind, part);
    const colour = maybeLightColour(part.colourId ?? '')?.title.toLowerCase();
    const title = [kind.title, colour, ...options].filter((word) => word !== undefined).join(', ');
    const id = idOf('part', part.kindId, ...(colour === undefined ? [] : [part.colourId ?? '']), ...options);
    const known = counts.get(id);
    if (known === undefined) counts.set(id, { title, count: 1 });
    else known.count += 1;
    for (const cell of cellsIn(plan, part)) {
      const known = cells.get(cell.cellId);
      const title = maybeCell(cell, assumedIn(plan))?.title ?? cell.cellId;
      cells.set(cell.cellId, { title, count: (known?.count ?? 0) + cell.count });
    }
    // A pack that is placed as a part is bought as that part.
    if (kind.isCellId !== undefined) placed.set(kind.isCellId, (placed.get(kind.isCellId) ?? 0) + 1);
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
    ...[...cells].flatMap(([cellId, { title, count }]) => {
      const missing = count - (placed.get(cellId) ?? 0);
      return missing <= 0
        ? []
        : [
            {
              ...item(idOf('cell', cellId), title, missing),
              note: listed(
                sourcesOf(plan)
                  .filter(({ isClasped, cell }) => isClasped && cell.cellId === cellId)
                  .map(({ part }) => `its + face toward ${part.name}`),
              ),
            },
          ];
    }),
  ];
}

/** The thread of every kind that pieces are cut from. */
function threadsOf(pieces: readonly Piece[]): ReadonlyMap<string, readonly Piece[]> {
  const byThread = new Map<string, Piece[]>();
  for (const piece of pieces) byThread.set(piece.threadId, [...(byThread.get(piece.threadId) ?? []), piece]);
  return byThread;
}

function threadItems(plan: Plan, pieces: readonly Piece[]): readonly Draft[] {
  const uses = spoolUse(plan, pieces);
  const shortOf = (threadId: string): string => {
    const use = uses.find((one) => one.threadId === threadId);
    if (use === undefined || use.leftMm === null || use.leftMm >= use.neededMm) return '';
    return `: the spool holds ${((use.neededMm - use.leftMm) / 1000).toFixed(2)} m too little`;
  };
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
      note: `in ${ends} ${ends === 1 ? 'piece' : 'pieces'}${shortOf(threadId)}`,
    };
  });
  if (plan.habits.holdDowns === 'tape')
    items.push(used('tape', 'Fabric tape or glue for holding parts down'));
  if (hasTapeJoints(plan)) items.push(used('joint-tape', 'Conductive tape for the joints of wires'));
  return [...items, used('ordinary-thread', 'Ordinary thread for holding down and closing')];
}

/** Something a spool, pot or roll of which lasts for all kits. */
function used(id: string, what: string): Draft {
  return { id, group: 'To use up', what, perKit: 1, grows: 'shared', unit: 'pieces', note: '' };
}

function toolItems(plan: Plan, pieces: readonly Piece[]): readonly Draft[] {
  return toolsFor(plan, pieces).map(({ id, what, grows }) => ({
    id,
    group: 'Tools',
    what,
    perKit: 1,
    grows,
    unit: 'pieces',
    note: '',
  }));
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

function consumableItems(plan: Plan): readonly Draft[] {
  const { habits, patches } = plan;
  const sealant = SEALANTS[habits.sealing];
  return [
    ...(sealant === null ? [] : [used('sealant', sealant)]),
    used('marker', MARKERS[habits.marker]),
    ...(Object.keys(patches).length > 0
      ? [
          used(
            'patches',
            `Felt for ${Object.keys(patches).length === 1 ? 'an insulating patch' : `${Object.keys(patches).length} insulating patches`}`,
          ),
        ]
      : []),
    ...(Object.values(plan.parts).some((part) => pocketNeeded(plan, part))
      ? [used('pocket', 'Scraps of firm cloth for pockets and pouches')]
      : []),
    ...(habits.cover === 'paint' ? [used('paint', 'Fabric paint to cover the threads')] : []),
  ];
}

/** Whether a part lies in a pocket or pouch of its own. */
function pocketNeeded(plan: Plan, part: Part): boolean {
  return /\b(pocket|pouch)\b/.test(kindOf(plan, part).placing ?? '');
}
