/** Where a step is worked in a piece of several panels: under which heading it stands, and which cloth lies on the table. */
import type { Piece } from '../pieces/piece.ts';
import { hasSeveralPanels, panelOf, panelsOf } from '../plan/panels.ts';
import type { Panel } from '../plan/records.ts';
import { runLegs } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { listed } from '../units/words.ts';
import type { StepDraft, StepGroup, StepPlace, WorkedCloth } from './step.ts';

const WHOLE: WorkedCloth = { id: '', name: 'the piece' };

/** What is done panel by panel; the rest is done to the piece. */
const BY_PANEL: ReadonlySet<StepGroup> = new Set([
  'Hold down',
  'Sew the + side',
  'Sew the − side',
  'Sew the rest',
]);

/** The panels that what these parts and runs are about lies on, in plan order. */
function panelsOfThings(
  plan: Plan,
  { partIds, runIds }: Pick<StepDraft, 'partIds' | 'runIds'>,
): readonly Panel[] {
  const here = new Set([
    ...partIds.flatMap((id) => plan.parts[id]?.panelId ?? []),
    ...runIds.flatMap((id) => {
      const run = plan.runs[id];
      return run === undefined ? [] : runLegs(plan, run).map(({ panelId }) => panelId);
    }),
  ]);
  return panelsOf(plan).filter(({ id }) => here.has(id));
}

/** Says of each step of a plan where it is worked. All steps of one thread stand under one heading. */
export function stepPlaces(plan: Plan, pieces: readonly Piece[]): (step: StepDraft) => StepPlace {
  if (!hasSeveralPanels(plan)) return ({ group }) => ({ heading: group, cloth: WHOLE });
  const cloths = sewnBefore(plan);
  const ofPiece = new Map(pieces.map((piece) => [piece.id, panelsOfPiece(plan, piece)]));
  return (step) => {
    const panels = panelsOfThings(plan, step);
    const cloth = cloths.get(panels[0]?.id ?? '') ?? WHOLE;
    const along = ofPiece.get(step.pieceId ?? '') ?? panels;
    return {
      heading: BY_PANEL.has(step.group) ? underPanel(step.group, along) : step.group,
      cloth: panels.every(({ id }) => cloths.get(id) === cloth) ? cloth : WHOLE,
    };
  };
}

/** The panels one thread is sewn on, in plan order. */
function panelsOfPiece(plan: Plan, { runs }: Piece): readonly Panel[] {
  return panelsOfThings(plan, { partIds: [], runIds: runs.map(({ run }) => run.id) });
}

/** Tells of the threads of a plan whether two of them are sewn on the same panel somewhere. */
export function panelMeetings(plan: Plan, pieces: readonly Piece[]): (one: Piece, other: Piece) => boolean {
  if (!hasSeveralPanels(plan)) return () => true;
  const panels = new Map(pieces.map((piece) => [piece, new Set(panelsOfPiece(plan, piece))]));
  return (one, other) => [...(panels.get(one) ?? [])].some((panel) => panels.get(other)?.has(panel) === true);
}

function underPanel(group: StepGroup, [panel, other]: readonly Panel[]): string {
  if (panel === undefined) return group;
  return `${group}: ${other === undefined ? panel.name : 'over seams'}`;
}

/** By panel: what it is one cloth with, because seams sewn before the circuit join them. */
function sewnBefore(plan: Plan): ReadonlyMap<string, WorkedCloth> {
  const together = new Map(panelsOf(plan).map(({ id }) => [id, new Set([id])]));
  for (const { a, b, sewn } of Object.values(plan.seams)) {
    const [one, other] = [together.get(a.panelId), together.get(b.panelId)];
    if (sewn !== 'before' || one === undefined || other === undefined || one === other) continue;
    for (const id of other) {
      one.add(id);
      together.set(id, one);
    }
  }
  const cloths = new Map<Set<string>, WorkedCloth>();
  for (const ids of together.values()) {
    if (cloths.has(ids)) continue;
    const isAll = ids.size === together.size;
    const names = [...ids].map((id) => panelOf(plan, { panelId: id }).name);
    cloths.set(ids, isAll ? WHOLE : { id: [...ids][0] as string, name: listed(names) });
  }
  return new Map([...together].map(([id, ids]) => [id, cloths.get(ids) as WorkedCloth]));
}
