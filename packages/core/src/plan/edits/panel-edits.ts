/** Panels: pieces of cloth that come, are copied, moved about the table, and go with all that lies on them. */
import { asSeen, type Box, clothBox, shapeNodes } from '../../cloth/cloth.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { type CurveNode, mapNode, reverseCurve } from '../../geometry/curve.ts';
import { between, type Point, snapToMicrometre, subtract } from '../../geometry/point.ts';
import { boundsOf } from '../../geometry/polygon.ts';
import { cosSinDeg, normaliseDeg } from '../../geometry/transform.ts';
import type { Change, Edit } from '../edit.ts';
import { faceUp, panelOf, panelsOf, thoseOn } from '../panels.ts';
import type { Panel } from '../records.ts';
import type { Plan } from '../schema.ts';
import { seamLetter, seamLine } from '../seams.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { markingIdOf, tidyName } from './cloth-edits.ts';
import { goingParts } from './part-edits.ts';

/** Between panels that are laid beside each other on the table, mm. */
const TABLE_GAP_MM = 40;

/** The id a panel gets from a fresh number. */
export function panelIdOf(number: number): string {
  return `panel-${number}`;
}

/** The lowest free name of a panel: `piece`, `piece 2`, … */
export function freePanelName(plan: Pick<Plan, 'panels'>, noun: string): string {
  const taken = new Set(panelsOf(plan).map(({ name }) => name));
  if (!taken.has(noun)) return noun;
  let number = 2;
  while (taken.has(`${noun} ${number}`)) number += 1;
  return `${noun} ${number}`;
}

/** A table is about so many times as wide as it is high. */
const TABLE_RATIO = 1.3;

/**
 * Where a panel comes to lie that is added: in a corner beside others, right of one and level with another, where nothing lies yet and the table
 * stays the most compact; of places alike the upper, then the left one. O(panels³).
 */
export function freePlace(plan: Pick<Plan, 'panels'>, box: Box): Point {
  const boxes = panelsOf(plan).map((panel) => boundsOf(cornersOnTable(panel)));
  const [left, top, right, bottom] = boundsOf(panelsOf(plan).flatMap(cornersOnTable));
  const spread = (x: number, y: number): number =>
    Math.max(
      Math.max(right, x + box.widthMm) - Math.min(left, x),
      (Math.max(bottom, y + box.heightMm) - Math.min(top, y)) * TABLE_RATIO,
    );
  const isFree = ({ x, y }: Point): boolean =>
    boxes.every(
      ([l, t, r, b]) =>
        x + box.widthMm + TABLE_GAP_MM <= l + NEAR_ENOUGH_MM ||
        x >= r + TABLE_GAP_MM - NEAR_ENOUGH_MM ||
        y + box.heightMm + TABLE_GAP_MM <= t + NEAR_ENOUGH_MM ||
        y >= b + TABLE_GAP_MM - NEAR_ENOUGH_MM,
    );
  const [xs, ys] = [
    [left, ...boxes.map(([, , r]) => r + TABLE_GAP_MM)],
    [top, ...boxes.map(([, , , b]) => b + TABLE_GAP_MM)],
  ];
  const [best] = xs
    .flatMap((x) => ys.map((y) => ({ x, y })))
    .filter(isFree)
    .map((at) => ({ at, mm: spread(at.x, at.y) }))
    .sort((a, b) => a.mm - b.mm || a.at.y - b.at.y || a.at.x - b.at.x);
  const { x, y } = best?.at ?? { x: right + TABLE_GAP_MM, y: top };
  return snapToMicrometre({ x: x - box.left, y: y - box.top });
}

/** What rounding to micrometres may take of a gap, mm. */
const NEAR_ENOUGH_MM = 0.01;

/** The corners of the box round a panel, where they lie on the table. */
function cornersOnTable({ shape, table }: Panel): readonly Point[] {
  const { left, top, right, bottom } = clothBox({ shape });
  const [cos, sin] = cosSinDeg(table.turnDeg);
  return [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ].map(({ x, y }) => ({ x: table.at.x + x * cos - y * sin, y: table.at.y + x * sin + y * cos }));
}

export interface PanelDraft {
  readonly name?: string;
  readonly shape: Panel['shape'];
  /** Whose cloth and faces it takes. */
  readonly like: Panel;
  readonly markings?: ReadonlyArray<Omit<Panel['markings'][string], 'id'>>;
  readonly grainDeg?: number;
}

/** Adds panels beside those that are there. The first one's id is `panelIdOf(plan.nextNumber)`. Fails with more panels than a plan may have. */
export function addPanels(plan: Plan, drafts: readonly PanelDraft[], label?: string): Result<Edit> {
  const markings = drafts.reduce((sum, draft) => sum + (draft.markings?.length ?? 0), 0);
  const { first, change } = takeNumbers(plan, drafts.length + markings);
  let number = first + drafts.length;
  let next: Plan = plan;
  const changes: Change[] = [change];
  for (const [i, draft] of drafts.entries()) {
    const name = tidyName(draft.name ?? freePanelName(next, 'piece'));
    if (!name.ok) return name;
    const { kindId, colourId, thicknessMm, looseness, workedFace, wrongSideSeen } = draft.like;
    const panel: Panel = {
      id: panelIdOf(first + i),
      name: name.value,
      table: { at: freePlace(next, clothBox({ shape: draft.shape })), turnDeg: 0 },
      shape: draft.shape,
      kindId,
      colourId,
      thicknessMm,
      looseness,
      workedFace,
      wrongSideSeen,
      ...(draft.grainDeg === undefined ? {} : { grainDeg: draft.grainDeg }),
      markings: Object.fromEntries(
        (draft.markings ?? []).map((marking) => {
          const id = markingIdOf(number);
          number += 1;
          return [id, { ...marking, id }];
        }),
      ),
    };
    next = { ...next, panels: { ...next.panels, [panel.id]: panel } };
    changes.push({ table: 'panels', id: panel.id, before: null, after: panel });
  }
  return checkEdit(
    plan,
    label ?? (drafts.length === 1 ? 'add a panel' : `add ${drafts.length} panels`),
    changes,
  );
}

/** Cuts a panel once more: as it is, or mirrored, as a left front is of a right one. Its lines and areas come along, what is sewn on it does not. Fails where the panel is not there. */
export function copyPanel(plan: Plan, panelId: string, mirrored: boolean): Result<Edit> {
  const panel = plan.panels[panelId];
  if (panel === undefined) return fail('unknown-panel', '', `panels.${panelId}`);
  const { left, right } = clothBox(panel);
  const flip = (p: Point): Point => snapToMicrometre({ x: left + right - p.x, y: p.y });
  // A mirrored line runs the other way round; the outline stays clockwise, so its nodes are told from the end.
  const flipped = (nodes: readonly CurveNode[]): readonly CurveNode[] =>
    reverseCurve(nodes.map((node) => mapNode(node, flip)));
  return addPanels(
    plan,
    [
      {
        name: freePanelName(plan, mirrored ? `${panel.name}, mirrored` : panel.name),
        shape: mirrored ? { kind: 'drawn', nodes: flipped(shapeNodes(panel.shape)) } : panel.shape,
        like: panel,
        markings: Object.values(panel.markings).map(({ id: _id, ...marking }) =>
          mirrored ? { ...marking, nodes: flipped(marking.nodes) } : marking,
        ),
        ...(panel.grainDeg === undefined
          ? {}
          : { grainDeg: mirrored ? normaliseDeg(-panel.grainDeg) : panel.grainDeg }),
      },
    ],
    mirrored ? `cut ${panel.name} once more, mirrored` : `cut ${panel.name} once more`,
  );
}

/** Changes what a panel is called, where it lies on the table, how its grain runs (`grainDeg: null`: any way) and which face lies outside (null: unsaid). Fails where the panel is not there. */
export function changePanel(
  plan: Plan,
  panelId: string,
  changes: Partial<Pick<Panel, 'name' | 'table'>> & {
    readonly grainDeg?: number | null;
    readonly outside?: Panel['workedFace'] | null;
  },
  label?: string,
): Result<Edit> {
  const before = plan.panels[panelId];
  if (before === undefined) return fail('unknown-panel', '', `panels.${panelId}`);
  const name = tidyName(changes.name ?? before.name);
  if (!name.ok) return name;
  const { at, turnDeg, over } = changes.table ?? before.table;
  const { grainDeg: oldGrain, outside: oldOutside, ...rest } = before;
  const { grainDeg = oldGrain, outside = oldOutside } = changes;
  const after: Panel = {
    ...rest,
    name: name.value,
    table: {
      at: snapToMicrometre(at),
      turnDeg: normaliseDeg(turnDeg),
      ...(over === true ? { over } : {}),
    },
    ...(grainDeg === undefined || grainDeg === null ? {} : { grainDeg }),
    ...(outside === undefined || outside === null ? {} : { outside }),
  };
  return checkEdit(plan, label ?? `change ${before.name}`, [{ table: 'panels', id: panelId, before, after }]);
}

/** Moves a panel on the table; nothing on it changes. Fails where the panel is not there. */
export function movePanel(plan: Plan, panelId: string, at: Point): Result<Edit> {
  const panel = plan.panels[panelId];
  if (panel === undefined) return fail('unknown-panel', '', `panels.${panelId}`);
  return changePanel(plan, panelId, { table: { ...panel.table, at } }, `move ${panel.name} on the table`);
}

/** Turns one panel over where it lies on the table, so that its other face is seen; nothing on it changes. Fails where the panel is not there. */
export function turnPanelOver(plan: Plan, panelId: string): Result<Edit> {
  const panel = plan.panels[panelId];
  if (panel === undefined) return fail('unknown-panel', '', `panels.${panelId}`);
  const { over, ...table } = panel.table;
  return changePanel(
    plan,
    panelId,
    { table: over === true ? table : { ...table, over: true } },
    `turn ${panel.name} over on the table`,
  );
}

/**
 * Lays the panel of a seam's second edge beside that of its first, with the same face up,
 * so that the two seam lines face each other, half way along them the nearest.
 * Refused where both edges are of one panel.
 */
export function layAlongSeam(plan: Plan, seamId: string): Result<Edit> {
  const seam = plan.seams[seamId];
  if (seam === undefined) return fail('seam-unknown', '', `seams.${seamId}`);
  if (seam.a.panelId === seam.b.panelId) return fail('seam-one-panel', '', `seams.${seamId}`);
  const [a, b] = [panelOf(plan, seam.a), panelOf(plan, seam.b)];
  const over = a.table.over === true;
  const up = faceUp(a, 'right');
  const lineA = ends(seamLine(plan, seam, 'a'), false).map((p) => asSeen(a, up, p)) as [Point, Point];
  const lineB = ends(seamLine(plan, seam, 'b'), seam.b.reversed).map((p) => asSeen(b, up, p)) as [
    Point,
    Point,
  ];
  const way = (one: Point, other: Point): number =>
    (Math.atan2(other.y - one.y, other.x - one.x) * 180) / Math.PI;
  const turnDeg = normaliseDeg(way(...lineA) + a.table.turnDeg - way(...lineB));
  const middleA = turned(between(...lineA, 0.5), a.table.turnDeg);
  const middleB = turned(between(...lineB, 0.5), turnDeg);
  // Off the first panel: its outline runs clockwise as its right side is seen, so outside lies to the left of the way.
  const out = turned({ x: 0, y: over ? 1 : -1 }, way(...lineA) + a.table.turnDeg);
  const onTable = { x: a.table.at.x + middleA.x, y: a.table.at.y + middleA.y };
  const apart = TABLE_GAP_MM / 2 + 2 * seam.allowanceMm;
  const at = subtract({ x: onTable.x + out.x * apart, y: onTable.y + out.y * apart }, middleB);
  return changePanel(
    plan,
    b.id,
    { table: { at, turnDeg: Math.round(turnDeg * 1000) / 1000, ...(over ? { over } : {}) } },
    `lay ${b.name} along seam ${seamLetter(plan, seamId)}`,
  );
}

function ends(line: readonly Point[], isReversed: boolean): readonly [Point, Point] {
  const [first, last] = [line[0] as Point, line.at(-1) as Point];
  return isReversed ? [last, first] : [first, last];
}

function turned({ x, y }: Point, deg: number): Point {
  const [cos, sin] = cosSinDeg(normaliseDeg(deg));
  return { x: x * cos - y * sin, y: x * sin + y * cos };
}

/** Takes a panel away with all that lies on it, its seams, and the runs that come to it. Refused for the last one. */
export function deletePanel(plan: Plan, panelId: string): Result<Edit> {
  const panel = plan.panels[panelId];
  if (panel === undefined) return fail('unknown-panel', '', `panels.${panelId}`);
  if (panelsOf(plan).length === 1) return fail('last-panel', '', `panels.${panelId}`);
  const parts = goingParts(
    plan,
    thoseOn(plan.parts, panelId).map(({ id }) => id),
  );
  if (!parts.ok) return parts;
  return checkEdit(plan, `take ${panel.name} away`, [
    { table: 'panels', id: panelId, before: panel, after: null },
    ...parts.value,
    ...(plan.backdrop?.panelId === panelId
      ? [{ field: 'backdrop', before: plan.backdrop, after: null } as const]
      : []),
  ]);
}
