/** How the open plan is looked at: face, camera, selection, tool. Nothing here is part of the plan. */
import type { Face, MarkingUse } from '@sashiko/core/cloth/cloth';
import type { CurveNode } from '@sashiko/core/geometry/curve';
import type { Point } from '@sashiko/core/geometry/point';
import type { SnapGuide } from '@sashiko/core/plan/arrange/snapping';
import type { HoleRef, Part, Pass } from '@sashiko/core/plan/records';
import type { FreeEdge } from '@sashiko/core/plan/seams';
import { create } from 'zustand';
import type { Camera } from './camera.ts';
import type { NameKind } from './name-kinds.ts';

/** How the next run goes from hole to hole: straight between its bends, smooth through them, or along a line of the cloth. */
export interface DrawingWay {
  readonly curved: boolean;
  readonly alongId: string | null;
}

/** What the pointer does on the cloth. */
export type Tool =
  | { readonly kind: 'hand' }
  | {
      readonly kind: 'place';
      readonly kindId: string;
      readonly colourId: string;
      readonly turnDeg: number;
    }
  | {
      readonly kind: 'draw';
      readonly from: HoleRef;
      readonly bends: readonly Point[];
      /** The seams it has gone over so far. */
      readonly passes?: readonly Pass[];
      readonly way: DrawingWay;
    }
  /** Saying that two holes should be joined: the first is chosen. */
  | { readonly kind: 'wish'; readonly from: HoleRef }
  /** Drawing a line or an area, node by node. */
  | {
      readonly kind: 'pen';
      readonly use: MarkingUse | 'outline';
      readonly nodes: readonly CurveNode[];
      /** The node that is being pulled into a curve, not put down yet. */
      readonly pulling?: CurveNode;
    }
  /** Choosing the two edges of a seam: the first, once it is chosen. */
  | { readonly kind: 'seam'; readonly edge: FreeEdge | null }
  /** Pointing at places on the picture, to make it true. */
  | {
      readonly kind: 'point';
      readonly purpose: 'calibrate' | 'straighten';
      readonly points: readonly Point[];
    };

/** What is chosen. */
export interface Selection {
  readonly partIds: readonly string[];
  readonly runId: string | null;
  readonly bend: number | null;
  /** A line or area of the cloth, or `outline`. */
  readonly markingId: string | null;
  readonly node: number | null;
  /** The parts have just been placed: more may be, before anything is said of these. */
  readonly isJustPlaced: boolean;
}

/** Nothing is chosen. */
export const NOTHING: Selection = {
  partIds: [],
  runId: null,
  bend: null,
  markingId: null,
  node: null,
  isJustPlaced: false,
};

/** A part as it would lie. */
export type Ghost = Pick<Part, 'kindId' | 'at' | 'turnDeg' | 'face'> &
  Pick<Partial<Part>, 'colourId' | 'options'>;

/** One empty list for all: a new one would be drawn anew. */
const NO_GHOSTS: readonly Ghost[] = [];

/** How the plan on the table is looked at: of this plan alone, and replaced whole when another is opened. */
export interface ViewOfPlan {
  readonly face: Face;
  readonly camera: Camera | null;
  /** The last camera that showed the whole piece: while it is the camera, nobody has moved the view by hand. */
  readonly fittedCamera: Camera | null;
  /** The camera that the cloth is drawn for. While the view is being moved, the drawing is moved as it is, and drawn anew when that rests. */
  readonly drawnCamera: Camera | null;
  /** While Space is held, the pointer pulls the view, whatever lies there. */
  readonly isPulling: boolean;
  readonly tool: Tool;
  readonly selection: Selection;
  /** The panel in hand, which trays, tools and the pointer are about; null: the first. */
  readonly panelId: string | null;
  /** Where the pointer is on the right side of the panel in hand, or null when it is off the cloth. */
  readonly pointer: Point | null;
  /** Things to show off on the cloth: the finding, step or test that was chosen. */
  readonly spotlight: {
    readonly key: string;
    readonly partIds: readonly string[];
    readonly runIds: readonly string[];
  } | null;
  readonly drawingWay: DrawingWay;
  /** Lines that show why a dragged part was caught. */
  readonly snapGuides: readonly SnapGuide[];
  /** The box that is being drawn to choose parts, corner to corner. */
  readonly marquee: { readonly from: Point; readonly to: Point } | null;
  /** The panel that is being pulled about the table, and how far it has been pulled, mm of the table. */
  readonly pulledPanel: { readonly panelId: string; readonly by: Point } | null;
  /** Things a tray lays over the cloth before they are done, such as a spread: places in mm on the right side. */
  readonly ghosts: readonly Ghost[];
  /** Charge left in the cells, for the Light stage. */
  readonly chargeLeft: number;
  /** Whether threads that lie on each other let current through, for the Light stage. */
  readonly isTouching: boolean;
  /** Whether the Light stage paints the threads by the volts along them. */
  readonly showsVolts: boolean;
}

/** What a stage, a tool or a tray has in hand: put down when the stage is left. */
const EMPTY_HANDS = {
  tool: { kind: 'hand' },
  selection: NOTHING,
  spotlight: null,
  pointer: null,
  snapGuides: [],
  marquee: null,
  pulledPanel: null,
  ghosts: NO_GHOSTS,
} as const satisfies Partial<ViewOfPlan>;

/** A plan as it is first looked at, on one of its faces. */
export function freshView(face: Face): ViewOfPlan {
  return {
    ...EMPTY_HANDS,
    face,
    camera: null,
    fittedCamera: null,
    drawnCamera: null,
    isPulling: false,
    panelId: null,
    drawingWay: { curved: false, alongId: null },
    chargeLeft: 1,
    isTouching: true,
    showsVolts: false,
  };
}

/** How this maker looks at any plan. */
export interface ViewOfMaker {
  readonly theme: 'light' | 'dark';
  /** Kinds of parts whose names are left out, unless they are chosen. */
  readonly hiddenNames: ReadonlySet<NameKind>;
  /** How many dialogs are open: while there are any, keys are theirs. */
  readonly dialogs: number;
}

/** All of how plans are looked at. */
interface ViewState extends ViewOfPlan, ViewOfMaker {
  /** A dialog opens; call what is returned when it closes. */
  openDialog(): () => void;
  setFace(face: Face): void;
  setTheme(theme: 'light' | 'dark'): void;
  setCamera(camera: Camera | null): void;
  setFittedCamera(camera: Camera): void;
  setDrawnCamera(camera: Camera): void;
  setPulling(isPulling: boolean): void;
  hideNames(kinds: ReadonlySet<NameKind>): void;
  setTool(tool: Tool): void;
  takePanel(panelId: string): void;
  select(selection: Partial<Selection>): void;
  setPointer(pointer: Point | null): void;
  setSpotlight(spotlight: ViewState['spotlight']): void;
  setDrawingWay(way: DrawingWay): void;
  setSnapGuides(guides: readonly SnapGuide[]): void;
  setMarquee(marquee: ViewState['marquee']): void;
  pullPanel(pulledPanel: ViewState['pulledPanel']): void;
  /** Lays ghosts over the cloth in place of others; what is returned takes them away, and no others. */
  layGhosts(ghosts: readonly Ghost[]): () => void;
  setChargeLeft(chargeLeft: number): void;
  setTouching(isTouching: boolean): void;
  setShowsVolts(showsVolts: boolean): void;
  /** Back to looking with nothing chosen: when a stage is left. */
  putDown(): void;
}

/** What is seen and chosen; never what is in a plan. */
export const useViewStore = create<ViewState>()((set) => ({
  ...freshView('right'),
  theme: 'light',
  hiddenNames: new Set(),
  dialogs: 0,
  openDialog: () => {
    set(({ dialogs }) => ({ dialogs: dialogs + 1 }));
    return () => set(({ dialogs }) => ({ dialogs: dialogs - 1 }));
  },
  setFace: (face) => set({ face }),
  setTheme: (theme) => set({ theme }),
  setCamera: (camera) => set({ camera }),
  setFittedCamera: (camera) => set({ camera, fittedCamera: camera, drawnCamera: camera }),
  setDrawnCamera: (drawnCamera) => set({ drawnCamera }),
  setPulling: (isPulling) => set({ isPulling }),
  hideNames: (hiddenNames) => set({ hiddenNames }),
  setTool: (tool) => set({ tool }),
  takePanel: (panelId) => set((before) => (before.panelId === panelId ? before : { panelId, pointer: null })),
  select: (selection) => set({ selection: { ...NOTHING, ...selection } }),
  setPointer: (pointer) => set({ pointer }),
  setSpotlight: (spotlight) => set({ spotlight }),
  setDrawingWay: (drawingWay) => set({ drawingWay }),
  setSnapGuides: (snapGuides) =>
    set((before) => (snapGuides.length === 0 && before.snapGuides.length === 0 ? before : { snapGuides })),
  setMarquee: (marquee) => set({ marquee }),
  pullPanel: (pulledPanel) => set({ pulledPanel }),
  layGhosts: (ghosts) => {
    set({ ghosts });
    return () => set((now) => (now.ghosts === ghosts ? { ghosts: NO_GHOSTS } : {}));
  },
  setChargeLeft: (chargeLeft) => set({ chargeLeft }),
  setTouching: (isTouching) => set({ isTouching }),
  setShowsVolts: (showsVolts) => set({ showsVolts }),
  putDown: () => set(EMPTY_HANDS),
}));
