/** What a plan has when nothing else is said. */
import { maybeClothKind } from '../cloth/cloth-kinds.ts';
import type { Facts, Habits, Kits, Panel, Sitting } from './records.ts';

/** How Sashiko routes when nothing else is said: one strand through each side, as is shortest. */
const USUAL_ROUTING = {
  strandStyle: 'chain',
  feed: 'any',
  supplyLines: 1,
  supplyStitchId: null,
  supplyThreadId: null,
} as const satisfies Partial<Habits>;

/** How Sashiko has a piece sewn when nothing else is said (the schools are common practice, which one comes first is ours). */
const USUAL_SEWING = {
  pieces: 'unbroken',
  knots: 'knotted',
  sealing: 'varnish',
  holdDowns: 'before',
  rehearsal: 'none',
  seamPasses: 'allowed',
  lineOrder: 'by-side',
  crossings: 'patch',
  cover: 'none',
  marker: 'air',
  paper: 'a4',
} as const satisfies Partial<Habits>;

/** One piece, nothing laid by. */
export const ONE_KIT: Kits = { count: 1, sparePercent: 0, currency: '' };

/** Not begun. */
export const NOT_BEGUN: Sitting = { markedAtMs: null, paused: null };

/** The habits of a new plan. Every figure is editable; its source stands beside it. */
export const DEFAULT_HABITS: Habits = {
  unit: 'mm',
  threadId: 'steel-3-ply',
  // About 5 mm, and as much underneath (common practice, no source).
  stitchMm: 5,
  gapMm: 5,
  // 5 or 6 tight loops at each hole, never fewer than 3 (common practice, no source).
  loops: 5,
  // Knot and finish at each end, and thread to hold the needle by (assumption).
  knotMm: 20,
  spareMm: 60,
  // An arm's length: longer pieces tangle (common practice, no source).
  longestPieceMm: 600,
  switchSide: '+',
  firstSide: '-',
  legSign: 'big-loop',
  stitchId: 'running',
  gapInStitches: 1,
  ...USUAL_ROUTING,
  ...USUAL_SEWING,
  assumptions: {},
};

/** Since which version of the file there is a habit, where that is not the first: files from before get the usual value. */
export const HABITS_SINCE: Readonly<Partial<Record<keyof Habits, number>>> = {
  legSign: 2,
  stitchId: 3,
  strandStyle: 4,
  feed: 4,
  supplyLines: 4,
  supplyStitchId: 4,
  pieces: 5,
  knots: 5,
  sealing: 5,
  holdDowns: 5,
  crossings: 5,
  cover: 5,
  marker: 5,
  paper: 5,
  assumptions: 7,
  supplyThreadId: 8,
  rehearsal: 9,
  lineOrder: 9,
  seamPasses: 10,
};

/** Nothing said yet of what the piece is for. */
export const UNKNOWN_FACTS: Facts = {
  asked: false,
  forWhom: null,
  worn: null,
  onSkin: null,
  washed: null,
  rainedOn: null,
  unattended: null,
  implantsNear: null,
  flashingFine: null,
};

/** The id of the panel that a new plan has. */
export const FIRST_PANEL = 'a';

/** A rectangular panel of a cloth kind, worked from the right side. Throws RangeError for an unknown kind. */
export function newPanel(kindId: string, widthMm: number, heightMm: number, colourId = 'undyed'): Panel {
  const kind = maybeClothKind(kindId);
  if (kind === undefined) throw new RangeError(`newPanel: no cloth kind "${kindId}"`);
  return {
    id: FIRST_PANEL,
    name: 'piece',
    table: { at: { x: 0, y: 0 }, turnDeg: 0 },
    shape: { kind: 'ready', pieceId: 'rectangle', sizes: { heightMm, widthMm } },
    kindId,
    colourId,
    thicknessMm: kind.thicknessMm,
    looseness: kind.looseness,
    workedFace: 'right',
    wrongSideSeen: false,
    markings: {},
  };
}
