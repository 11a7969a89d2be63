import { add, type Point, scale, subtract } from '../../geometry/point.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { applyEdit, type Edit, squashEdits } from '../../plan/edit.ts';
import { putRun } from '../../plan/edits/changes.ts';
import { checkEdit } from '../../plan/edits/check-edit.ts';
import { placePart } from '../../plan/edits/part-edits.ts';
import { drawRun } from '../../plan/edits/run-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { lightsOf } from './lights-of.ts';

/** Values of the E12 series that makers keep (IEC 60063; from memory), smallest first. */
const OHMS = [47, 100, 150, 220, 330];
/** Each light gets its own; more than this are exchanged sooner than fitted, and take too long to try. */
const MOST_LIGHTS = 3;
/** From the + hole of the light to the middle of the resistor, mm: its half length and a line of a few stitches. */
const APART_MM = [24, 32];
const TURNS_DEG = [0, 90, 180, 270, 45, 135, 225, 315];

/** Puts a resistor before each light that is named: the thread that came to its + ends at the resistor, and a short line goes on. */
export const addResistorFix: FixKind = {
  id: 'add-resistor',
  rules: ['light-load', 'pin-load', 'chip-load', 'mixed-kinds', 'uneven'],
  propose: (plan, finding) => {
    const lights = lightsOf(plan, finding).filter(
      (part) => elementsOf(kindOf(plan, part), 'light').length === 1,
    );
    // Of unlike lights the bright one, which is named last, is held back first.
    const brightest = finding.ruleId === 'mixed-kinds' ? lights.slice(-1) : [];
    return [brightest, lights].flatMap((some) =>
      some.length === 0 || some.length > MOST_LIGHTS
        ? []
        : OHMS.flatMap((ohm) => withResistors(plan, some, ohm) ?? []),
    );
  },
};

function withResistors(plan: Plan, lights: readonly Part[], ohm: number): Edit | null {
  let edit: Edit | null = null;
  let now = plan;
  for (const light of lights) {
    const next = withResistor(now, light, ohm);
    if (next === null) return null;
    now = applyEdit(now, next);
    edit = edit === null ? next : squashEdits(edit, next);
  }
  return edit === null
    ? null
    : { ...edit, label: `put ${ohm} Ω before ${lights.map(({ name }) => name).join(', ')}` };
}

/** The first place round the + hole where a resistor lies on the cloth, clear of everything. */
function withResistor(plan: Plan, light: Part, ohm: number): Edit | null {
  const [element] = elementsOf(kindOf(plan, light), 'light');
  const hole = kindOf(plan, light).holes.find(({ terminal }) => terminal === element?.plus);
  if (hole === undefined) return null;
  const plus: HoleRef = { partId: light.id, holeId: hole.id };
  const runs = Object.values(plan.runs).filter((run) => isAt(run.from, plus) || isAt(run.to, plus));
  if (runs.length !== 1 || runs[0] === undefined) return null;
  const [run] = runs;
  const at = holePoint(plan, plus);
  const toward = subtract(
    isAt(run.from, plus)
      ? (run.bends[0] ?? holePoint(plan, run.to))
      : (run.bends.at(-1) ?? holePoint(plan, run.from)),
    at,
  );
  const wayDeg = (Math.atan2(toward.y, toward.x) * 180) / Math.PI;
  for (const mm of APART_MM)
    for (const byDeg of TURNS_DEG) {
      const turnDeg = (((wayDeg + byDeg) % 360) + 360) % 360;
      const spot = add(at, scale(unit(turnDeg), mm));
      const clear = Object.values(plan.parts).every(
        (other) =>
          other.id === light.id ||
          other.panelId !== light.panelId ||
          Math.hypot(other.at.x - spot.x, other.at.y - spot.y) > 26,
      );
      if (!clear) continue;
      const placed = placePart(plan, {
        kindId: 'resistor',
        panelId: light.panelId,
        at: spot,
        turnDeg,
        face: light.face,
        options: { ohm },
      });
      if (!placed.ok) continue;
      const there = applyEdit(plan, placed.value);
      const id = Object.keys(there.parts).find((key) => plan.parts[key] === undefined);
      if (id === undefined) continue;
      const [near, far] = [
        { partId: id, holeId: 'a' },
        { partId: id, holeId: 'b' },
      ];
      const moved = checkEdit(there, 'draw the thread to the resistor', [
        putRun(there, {
          ...run,
          from: isAt(run.from, plus) ? far : run.from,
          to: isAt(run.to, plus) ? far : run.to,
        }),
      ]);
      if (!moved.ok) continue;
      const led = applyEdit(there, moved.value);
      const line = drawRun(led, { from: near, to: plus, bends: [] });
      if (!line.ok) continue;
      return squashEdits(squashEdits(placed.value, moved.value), line.value);
    }
  return null;
}

const unit = (deg: number): Point => ({
  x: Math.cos((deg * Math.PI) / 180),
  y: Math.sin((deg * Math.PI) / 180),
});

const isAt = (a: HoleRef, b: HoleRef): boolean => a.partId === b.partId && a.holeId === b.holeId;
