/** Work on the piece: what the maker said, and the seams, each sewn before the circuit or after it. */
import { clothBox, faceName } from '../cloth/cloth.ts';
import { pointAt, stretchPoints } from '../cloth/outline-places.ts';
import type { Point } from '../geometry/point.ts';
import { pointAlong, polylineLengthMm } from '../geometry/polyline.ts';
import { formatLength } from '../units/length.ts';
import { layerShape, openEdgeMm } from './layers.ts';
import { hasSeveralPanels, panelOf } from './panels.ts';
import type { Layer, Panel, Seam, Work } from './records.ts';
import type { Plan } from './schema.ts';
import { isDart, type SideName, seamLetter } from './seams.ts';

/**
 * All work besides the circuit, in its order: seams and layers that are there before it, what the maker does and opens, layers that go over it,
 * seams sewn after it, and what the maker closes: corners are pinched, and a piece is turned and stuffed, when its seams are there.
 */
export function worksOf(plan: Plan): readonly Work[] {
  const seams = Object.values(plan.seams);
  const as = (sewn: Seam['sewn']): readonly Work[] =>
    seams.filter((seam) => seam.sewn === sewn).map((seam) => seamWork(plan, seam));
  const said = Object.values(plan.works);
  const layersAs = (laid: Layer['laid']): readonly Work[] =>
    Object.values(plan.layers)
      .filter((layer) => layer.laid === laid)
      .map((layer) => layerWork(plan, layer));
  return [
    ...as('before'),
    ...layersAs('before'),
    ...said.filter(({ kind }) => kind !== 'close'),
    ...layersAs('after'),
    ...as('after'),
    ...said.filter(({ kind }) => kind === 'close'),
  ];
}

const FASTENING: Readonly<Record<Layer['fastened'], string>> = {
  sewn: 'sew',
  glued: 'glue',
  ironed: 'iron',
  'comes-off': 'fasten, so that it comes off again,',
};

/** `sew the lining onto the wrong side of front, its windows over the lights`. */
function layerWork(plan: Plan, layer: Layer): Work {
  const { id, name, face, fastened, laid, windows } = layer;
  const on = hasSeveralPanels(plan) ? panelOf(plan, layer).name : 'the piece';
  const over = windows.length === 0 ? '' : ', pins through its crosses, its windows over what is to show';
  const open =
    layer.openEdge === undefined || openEdgeMm(plan, layer) === 0
      ? ''
      : `; its ${edgeName({ ...panelOf(plan, layer), shape: layerShape(layer, plan) }, layer.openEdge)} stays open`;
  return {
    id,
    title: `${FASTENING[fastened]} ${name} onto the ${faceName(face)} of ${on}${over}${open}`,
    kind: laid === 'before' ? 'do' : 'close',
    // What comes off, or has thread sewn over it, hides nothing for good.
    place: laid === 'before' || fastened === 'comes-off' ? NOWHERE : id,
  };
}

function seamWork(plan: Plan, seam: Seam): Work {
  return {
    id: seam.id,
    title: `sew ${seamWords(plan, seam)}`,
    kind: seam.sewn === 'before' ? 'do' : 'close',
    // Inside a piece that is closed all round the wrong side is out of reach; a dart hides nothing.
    place: isDart(seam) ? NOWHERE : seam.sewn === 'before' ? 'piece' : 'wrong',
  };
}

/** A place no marking has: what is done there hides nothing and waits for nothing. */
const NOWHERE = '';

const PRESSED: Readonly<Record<Seam['pressed'], string>> = {
  open: '; press it open',
  'to-a': '; press it to the first edge',
  'to-b': '; press it to the second edge',
  none: '',
};

/** `seam A: its left edge on its right edge, right sides together, 10 mm from the cut edges; press it open`. */
export function seamWords(plan: Plan, seam: Seam): string {
  const how =
    seam.allowanceMm === 0
      ? 'the edges butted'
      : `right sides together, ${formatLength(seam.allowanceMm, plan.habits.unit)} from the cut edges${PRESSED[seam.pressed]}`;
  return `seam ${seamLetter(plan, seam.id)}: ${sideWords(plan, seam, 'a')} on ${sideWords(plan, seam, 'b')}, ${how}`;
}

function sideWords(plan: Plan, seam: Seam, side: SideName): string {
  const panel = panelOf(plan, seam[side]);
  const edge = edgeName(panel, seam[side]);
  const the = edge.startsWith('part') ? edge : `the ${edge}`;
  return hasSeveralPanels(plan) ? `${the} of ${panel.name}` : the;
}

/** So much of an outline is all round: what is left is a gap to turn the piece through (assumption). */
const ALL_ROUND = 0.75;

/**
 * Where an edge lies on its panel, seen from the right side: `left edge`, `upper right edge`, `part of the lower edge`; `edge all round but for
 * the lower left edge`.
 */
export function edgeName(panel: Panel, stretch: { readonly from: number; readonly to: number }): string {
  const points = stretchPoints(panel.shape, stretch);
  const rest = stretchPoints(panel.shape, { from: stretch.to, to: stretch.from });
  const [ownMm, restMm] = [polylineLengthMm(points), polylineLengthMm(rest)];
  if (stretch.from === stretch.to) return 'edge all round';
  if (ownMm > ALL_ROUND * (ownMm + restMm))
    return `edge all round but for the ${sideOf(panel, stretch.to, rest)} edge`;
  const isPart = !Number.isInteger(stretch.from) || !Number.isInteger(stretch.to);
  return `${isPart ? 'part of the ' : ''}${sideOf(panel, stretch.from, points)} edge`;
}

/** `left`, `upper right`: where a line along the outline lies on its panel. */
function sideOf(panel: Panel, from: number, points: readonly Point[]): string {
  const middle =
    points.length < 2 ? pointAt(panel.shape, from) : pointAlong(points, polylineLengthMm(points) / 2);
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const [x, y] = [(middle.x - left) / widthMm, (middle.y - top) / heightMm];
  const [first, last] = [points[0] ?? middle, points.at(-1) ?? middle];
  const [dx, dy] = [Math.abs(last.x - first.x), Math.abs(last.y - first.y)];
  const across = y < 0.5 ? 'upper' : 'lower';
  const down = x < 0.5 ? 'left' : 'right';
  if (dy < 0.2 * dx) return across;
  if (dx < 0.2 * dy) return down;
  return `${across} ${down}`;
}
