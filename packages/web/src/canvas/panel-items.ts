/** The one list of what is drawn on a panel, in the order in which it lies: threads, patches under those that cross, parts. */
import type { Face } from '@sashiko/core/cloth/cloth';
import { maybeClothColour } from '@sashiko/core/cloth/cloth-kinds';
import { deriveSides } from '@sashiko/core/joining/sides';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { faceUp } from '@sashiko/core/plan/panels';
import { type RunLeg, spansOnLeg } from '@sashiko/core/plan/passes';
import type { Panel, Patch } from '@sashiko/core/plan/records';
import { legsOnPanel, sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import type { LineSum } from '@sashiko/core/thread/thread-sums';
import { remembered } from '@sashiko/core/units/remembered';
import { detailOf, type NearBounds } from './detail.ts';
import type { PartLook, RunLook } from './looks.ts';

/** How the panels are looked at. */
export interface PanelView {
  /** Of the table: a panel that is turned over shows its other one. */
  readonly face: Face;
  readonly isDim: boolean;
  readonly chosenParts: ReadonlySet<string>;
  readonly chosenRuns: ReadonlySet<string>;
  readonly litParts: ReadonlySet<string>;
  readonly near: NearBounds;
}

/** Which things of a plan are drawn. */
export interface Which {
  readonly partIds: ReadonlySet<string>;
  readonly runIds: ReadonlySet<string>;
  readonly patchIds: ReadonlySet<string>;
}

export type PanelItem =
  | { readonly kind: 'run'; readonly id: string; readonly look: RunLook }
  | { readonly kind: 'patch'; readonly id: string; readonly patch: Patch }
  | { readonly kind: 'part'; readonly id: string; readonly look: PartLook };

/** Whether a panel's cloth is dark to draw on. */
export function isDarkCloth(panel: Panel): boolean {
  return maybeClothColour(panel.colourId)?.isDark === true;
}

/** What is drawn on a panel; only what is asked for, if that is said. */
export function panelItems(plan: Plan, panel: Panel, view: PanelView, only?: Which): readonly PanelItem[] {
  const { chosenParts, chosenRuns, litParts, near } = view;
  const face = faceUp(panel, view.face);
  const sides = deriveSides(plan);
  const isDark = isDarkCloth(panel);
  const runItem = ({ run, leg }: RunOnPanel): PanelItem => {
    const sum = sumOnLeg(leg, sumRun(plan, run));
    const side = sides.of(sides.nets.ofRun(run.id));
    const isChosen = chosenRuns.has(run.id);
    const detail = detailOf(near, panel, view.face, leg.path);
    return {
      kind: 'run',
      id: run.id,
      look: { run, sum, side, cloth: panel, face, isDark, isChosen, detail },
    };
  };
  const here = <T extends { readonly id: string; readonly panelId: string }>(
    table: Readonly<Record<string, T>>,
    ids: ReadonlySet<string> | undefined,
  ): readonly T[] =>
    (ids === undefined ? Object.values(table) : [...ids].flatMap((id) => table[id] ?? [])).filter(
      ({ panelId }) => panelId === panel.id,
    );
  const runs = legsOnPanel(plan, panel.id).filter(({ run }) => only?.runIds.has(run.id) !== false);
  const patches = here(plan.patches, only?.patchIds);
  const over = new Set(patches.map((patch) => patch.overRunId));
  return [
    ...runs.filter(({ run }) => !over.has(run.id)).map(runItem),
    ...patches.map((patch): PanelItem => ({ kind: 'patch', id: patch.id, patch })),
    ...runs.filter(({ run }) => over.has(run.id)).map(runItem),
    ...here(plan.parts, only?.partIds).map((part): PanelItem => {
      const detail = detailOf(near, panel, view.face, [part.at]);
      return {
        kind: 'part',
        id: part.id,
        look: {
          part,
          kind: kindOf(plan, part),
          cloth: panel,
          face,
          isChosen: chosenParts.has(part.id),
          isLit: litParts.has(part.id),
          detail,
        },
      };
    }),
  ];
}

type RunOnPanel = ReturnType<typeof legsOnPanel>[number];

/** The sum of a run with the stitches of one leg alone, in the frame of its panel; the same object where it has no other. */
const sumOnLeg = remembered(
  { name: 'sum on a leg', under: (leg: RunLeg, _sum: LineSum) => leg, rests: (_leg, sum) => [sum] },
  (leg, sum): LineSum =>
    leg.start === null && leg.end === null ? sum : { ...sum, spans: spansOnLeg(leg, sum.spans) },
);
