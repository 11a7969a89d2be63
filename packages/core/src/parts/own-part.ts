/**
 * A part that a maker described from ruler readings, in a form that can be saved, sent and read back. It turns
 * into a part kind like those of the drawer.
 */

import { fail, type Problem } from '../errors/problem.ts';
import type { Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon } from '../geometry/polygon.ts';
import { remembered } from '../units/remembered.ts';
import { boardElements, pinHole } from './boards.ts';
import { CELL_KINDS, type WhichCell } from './cells.ts';
import { OWN_CELL_ID, type OwnHole, type OwnModel, type OwnPart, type OwnRole } from './own-part-schema.ts';
import type { PartElement } from './part-element.ts';
import { type DrawnShape, type Hole, type PartKind, plainPart } from './part-kind.ts';
import { boxOutline, disc, ovalOutline } from './shapes.ts';

/** What a maker describes works down to this share of the volts it is made for (assumption). */
const OWN_LEAST_SHARE = 0.7;

/** What is wrong with a described part, or null: holes off the body, two of one name, a model without its ends. */
export function ownPartProblem(part: OwnPart, path: string): Problem | null {
  const outline = ownOutline(part);
  const seen = new Set<string>();
  for (const [i, hole] of part.holes.entries()) {
    const spot = `${path}.holes.${i}`;
    if (seen.has(hole.id)) return fail('own-part-wrong', `Two holes are called “${hole.id}”.`, spot).problem;
    seen.add(hole.id);
    if (insideDistanceMm(outline, hole) <= 0)
      return fail('own-part-wrong', `Hole ${hole.label || hole.id} lies off the part.`, spot).problem;
  }
  const missing = missingRoles(part);
  if (missing !== null) return fail('own-part-wrong', missing, `${path}.holes`).problem;
  const { model } = part;
  const cell = model.kind === 'cell' ? model : model.kind === 'board' ? model.cell : undefined;
  if (cell === undefined) return null;
  const at = `${path}.model.${model.kind === 'board' ? 'cell.' : ''}`;
  const isOwn = cell.cellId === OWN_CELL_ID;
  if (isOwn !== (cell.own !== undefined))
    return fail('own-part-wrong', isOwn ? OWN_CELL_MISSING : OWN_CELL_TOO_MUCH, `${at}own`).problem;
  if (!isOwn && !CELL_KINDS.some(({ id }) => id === cell.cellId))
    return fail('unknown-kind', `There is no cell "${cell.cellId}".`, `${at}cellId`).problem;
  return null;
}

const OWN_CELL_MISSING = 'A cell of your own needs its volts, ohms, mAh and size.';
const OWN_CELL_TOO_MUCH = 'Figures of a cell of your own belong to the cell “own” only.';

function missingRoles({ model, holes }: OwnPart): string | null {
  const has = (role: OwnRole): boolean => holes.some((hole) => hole.role === role);
  switch (model.kind) {
    case 'none':
    case 'magnet':
    case 'pack':
      return null;
    case 'half':
      return holes.some(({ role }) => !NO_HOLES.has(role) && role !== 'holding')
        ? null
        : 'It needs a hole of metal: give it the role “joined”.';
    case 'switch':
    case 'resistor':
      return pairOf(holes) === null
        ? 'It needs two holes that are apart: give them the role “joined” and different words.'
        : null;
    default:
      return has('plus') && has('minus') ? null : 'It needs at least one + hole and one − hole.';
  }
}

/** The two conductors of a part without + and −, by the order of their holes; null when there are not just two. */
function pairOf(holes: OwnPart['holes']): readonly [string, string] | null {
  const [a, b, ...more] = new Set(holes.filter((hole) => hole.role === 'joined').map(terminalOf));
  return a === undefined || b === undefined || more.length > 0 ? null : [a, b];
}

/** The conductor a hole belongs to. */
function terminalOf(hole: OwnHole): string {
  switch (hole.role) {
    case 'holding':
    case 'shows':
    case 'socket':
    case 'charge':
      return '';
    case 'plus':
    case 'raw':
      return 'supply';
    case 'minus':
      return 'ground';
    case 'regulated':
    case 'data-in':
    case 'data-out':
    case 'sense':
    case 'bus-data':
    case 'bus-clock':
      return hole.role;
    case 'pin':
    case 'joined':
      return `${hole.role}-${tidyWord(hole.joinedAs) || hole.id}`.slice(0, 40);
  }
}

function tidyWord(word: string): string {
  return word
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '');
}

function ownOutline(part: OwnPart): Polygon {
  const { outline } = part;
  return outline.form === 'round'
    ? ovalOutline(outline.acrossMm / 2, outline.acrossMm / 2, 32)
    : boxOutline(outline.widthMm, outline.heightMm);
}

function holeOfOwn(hole: OwnHole, isHalf: boolean): Hole {
  const at: Point = { x: hole.x, y: hole.y };
  const terminal = isHalf && terminalOf(hole) !== '' ? METAL : terminalOf(hole);
  const form = {
    id: hole.id,
    at,
    terminal,
    diameterMm: hole.diameterMm,
    padRadiusMm: Math.max(hole.padMm, hole.diameterMm) / 2,
    form: 'eyelet',
    ...(hole.label === '' ? {} : { label: hole.label }),
    ...(hole.mostMa === undefined ? {} : { mostMa: hole.mostMa }),
  } as const;
  if (isHalf && terminal !== '') return { ...form, sign: 'none', plated: true };
  switch (hole.role) {
    case 'holding':
    case 'shows':
    case 'socket':
    case 'charge':
      return { ...form, sign: 'none', plated: false };
    case 'plus':
      return { ...form, sign: '+', plated: true, role: 'supply' };
    case 'minus':
      return { ...form, sign: '-', plated: true, role: 'ground' };
    case 'raw':
    case 'regulated':
      return { ...form, sign: '+', plated: true, role: hole.role };
    case 'data-in':
    case 'data-out':
    case 'sense':
    case 'bus-data':
    case 'bus-clock':
      return { ...form, sign: 'none', plated: true, role: hole.role };
    case 'pin':
      return { ...pinHole(hole.label || hole.id, at, hole.abilities), ...form, sign: 'none', plated: true };
    case 'joined':
      return { ...form, sign: 'none', plated: true };
  }
}

function elementsOfOwn(part: OwnPart, holes: readonly Hole[]): readonly PartElement[] {
  const { model } = part;
  const ends = { plus: 'supply', minus: 'ground' };
  switch (model.kind) {
    case 'none':
      return [];
    case 'light':
      return [{ kind: 'light', ...ends, seriesOhm: model.seriesOhm }];
    case 'cell':
      return [
        {
          kind: 'cell',
          ...ends,
          ...whichCell(part.id, model),
          count: model.count,
          switched: model.switched,
          ...(model.boostV === undefined ? {} : { boostV: model.boostV }),
        },
      ];
    case 'load':
      return [
        {
          kind: 'load',
          ...ends,
          volt: model.volt,
          ma: model.ma,
          leastV: OWN_LEAST_SHARE * model.volt,
          ...(model.mostV === undefined ? {} : { mostV: model.mostV }),
          ...(model.glows === true ? { glows: true } : {}),
        },
      ];
    case 'board':
      return boardOfOwn(part.id, model, holes);
    case 'magnet':
    case 'pack':
      return [];
    case 'half':
      return [{ kind: 'half', terminal: METAL, onOhm: model.onOhm }];
    case 'switch':
    case 'resistor': {
      const [a, b] = pairOf(part.holes) ?? ['', ''];
      return model.kind === 'switch'
        ? [{ kind: 'switch', a, b, onOhm: model.onOhm, closedBy: model.closedBy ?? 'hand' }]
        : [{ kind: 'resistor', a, b, ohm: model.ohm }];
    }
  }
}

/** Which cell a part takes: one of the list, or its own under its own id. */
function whichCell(id: string, { cellId, own }: WhichCell): WhichCell {
  return own === undefined ? { cellId } : { cellId: id, own };
}

/** A described board: where it makes a steady supply, it runs on that; cells of its own feed its + and −. */
function boardOfOwn(
  id: string,
  { volt, steadyV = volt, cell, mostV }: Extract<OwnModel, { readonly kind: 'board' }>,
  holes: readonly Hole[],
): readonly PartElement[] {
  const isSteady = holes.some(({ role }) => role === 'regulated');
  const runsOn = isSteady ? steadyV : volt;
  const bears = mostV === undefined ? {} : { mostV };
  return [
    ...boardElements(holes, runsOn, isSteady ? 'regulated' : 'supply', {
      leastV: OWN_LEAST_SHARE * runsOn,
      ...(isSteady ? {} : bears),
    }),
    ...(isSteady
      ? [
          {
            kind: 'regulator',
            input: 'supply',
            output: 'regulated',
            ground: 'ground',
            volt: steadyV,
            ...bears,
          } as const,
        ]
      : []),
    ...(cell === undefined
      ? []
      : [{ kind: 'cell', plus: 'supply', minus: 'ground', ...cell, ...whichCell(id, cell) } as const]),
  ];
}

const NOUNS: Readonly<Record<OwnModel['kind'], string>> = {
  none: 'part',
  light: 'light',
  cell: 'holder',
  switch: 'switch',
  resistor: 'resistor',
  load: 'part',
  board: 'board',
  magnet: 'magnet',
  half: 'closure half',
  pack: 'pack',
};

/** The conductor of a closure half; the snaps of the drawer have the same, so that they close on each other. */
const METAL = 'metal';

/** Roles of what is told like a hole and is none. */
const NO_HOLES: ReadonlySet<OwnRole> = new Set(['shows', 'socket', 'charge']);

/** The part kind that a sound description makes; the same object for the same description. */
export const kindOfOwnPart = remembered(
  { name: 'kind of an own part', under: (part: OwnPart) => part },
  makeKind,
);

function makeKind(part: OwnPart): PartKind {
  const holes = part.holes
    .filter((hole) => !NO_HOLES.has(hole.role))
    .map((hole) => holeOfOwn(hole, part.model.kind === 'half'));
  const shown = part.holes.filter((hole) => hole.role === 'shows');
  const charged = part.holes.filter((hole) => hole.role === 'charge');
  const socket = part.holes.find((hole) => hole.role === 'socket');
  const { outline } = part;
  const shapes: readonly DrawnShape[] = [
    outline.form === 'round'
      ? disc('board', 0, 0, outline.acrossMm / 2)
      : {
          form: 'box',
          material: 'board',
          at: { x: 0, y: 0 },
          widthMm: outline.widthMm,
          heightMm: outline.heightMm,
          cornerMm: 2,
        },
    ...(part.model.kind === 'light' ? [disc('lens', 0, 0, 2), disc('glow', 0, 0, 1)] : []),
    ...[...shown, ...charged].map(({ x, y, diameterMm }) => disc('slot', x, y, diameterMm / 2)),
    ...(socket === undefined ? [] : [disc('chip', socket.x, socket.y, socket.diameterMm / 2)]),
  ];
  return plainPart({
    id: part.id,
    title: part.title,
    noun: part.holes.some(({ role }) => role === 'sense' || role === 'bus-data')
      ? 'sensor'
      : NOUNS[part.model.kind],
    drawer: 'Other',
    description: 'Your own part.',
    source: 'measured by the maker',
    outline: ownOutline(part),
    holes,
    shapes,
    elements: elementsOfOwn(part, holes),
    massG: part.massG,
    spots: [
      ...shown.map(({ id, label, x, y, diameterMm }) => ({
        id,
        title: label === '' ? id : label,
        at: { x, y },
        radiusMm: diameterMm / 2,
      })),
      ...charged.slice(0, 1).map(({ x, y, diameterMm }) => ({
        id: 'charge',
        title: 'charge port',
        at: { x, y },
        radiusMm: diameterMm / 2,
      })),
    ],
    ...(socket === undefined || part.model.kind === 'pack' ? {} : { socket: { x: socket.x, y: socket.y } }),
    ...specialsOf(part, socket),
    ...(part.model.kind === 'board' ? { mostMaTogether: part.model.mostMa } : {}),
  });
}

/** What a magnet, a closure half and a pack are besides: as those of the drawer. */
function specialsOf(
  { id, model, outline }: OwnPart,
  cableEnd: Point | undefined,
): Partial<Pick<PartKind, 'magnetism' | 'mateId' | 'isLoose' | 'isCellId' | 'isCell' | 'lead' | 'placing'>> {
  switch (model.kind) {
    case 'magnet':
      return {
        magnetism: 'magnet',
        mateId: 'magnetic-switch',
        placing:
          'Mark the pole of {name} that looks up, and sew it into a small pocket of cloth at its mark, with ordinary thread.',
      };
    case 'half':
      return { mateId: id, ...(model.isMagnet === true ? { magnetism: 'magnet' } : {}) };
    case 'pack': {
      const edgeMm = (outline.form === 'round' ? outline.acrossMm : outline.widthMm) / 2;
      return {
        isLoose: true,
        isCellId: id,
        isCell: { ...model.own, isPlugged: true },
        lead: {
          at: cableEnd === undefined ? { x: edgeMm, y: 0 } : { x: cableEnd.x, y: cableEnd.y },
          cableMm: model.cableMm,
          hasSwitch: model.hasSwitch,
        },
        placing:
          'Make a firm pouch of cloth for {name} at its mark, with ordinary thread; the pack itself is never sewn through.',
      };
    }
    default:
      return {};
  }
}

/** Holes spread evenly round a circle about the middle, the first at the top and on clockwise. */
export function spreadOnCircle(count: number, radiusMm: number, startDeg = -90): readonly Point[] {
  return Array.from({ length: count }, (_, i) => {
    const angle = ((startDeg + (360 * i) / count) * Math.PI) / 180;
    return { x: hundredth(radiusMm * Math.cos(angle)), y: hundredth(radiusMm * Math.sin(angle)) };
  });
}

/** Holes at an even pitch from `first`, going to the right or down. */
export function spreadOnEdge(
  count: number,
  first: Point,
  pitchMm: number,
  along: 'x' | 'y',
): readonly Point[] {
  return Array.from({ length: count }, (_, i) => ({
    x: hundredth(first.x + (along === 'x' ? pitchMm * i : 0)),
    y: hundredth(first.y + (along === 'y' ? pitchMm * i : 0)),
  }));
}

/** To a hundredth of a millimetre: finer than any ruler reading. */
function hundredth(mm: number): number {
  return Math.round(mm * 100) / 100;
}
