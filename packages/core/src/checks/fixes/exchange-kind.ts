import { elementsOf, hasElement } from '../../parts/part-element.ts';
import type { PartKind } from '../../parts/part-kind.ts';
import { PART_KINDS } from '../../parts/part-kinds.ts';
import { applyEdit, type Edit, squashEdits } from '../../plan/edit.ts';
import { exchangePart } from '../../plan/edits/exchange-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { Finding } from '../finding.ts';
import type { FixKind } from '../fix-kind.ts';
import { lightsOf } from './lights-of.ts';
import { sound } from './sound.ts';

/** Rules that another source may help: more volts, more current, a switch of its own, a cell that is held. */
const OF_SOURCES = [
  'switch-none',
  'cell-load',
  'forward-voltage',
  'voltage-at-board',
  'too-many-volts',
  'data-supply',
  'data-level',
  'cell-clasp',
  'fire',
];
/** Rules that lights with a resistor of their own may help. */
const OF_LIGHTS = ['light-load', 'pin-load', 'chip-load', 'mixed-kinds', 'uneven'];

/** Takes another kind of part in the place of one, with its threads where its holes match: another holder, or lights with their own resistor. */
export const exchangeKindFix: FixKind = {
  id: 'exchange-kind',
  rules: [...OF_SOURCES, ...OF_LIGHTS],
  propose: (plan, finding) =>
    OF_LIGHTS.includes(finding.ruleId) ? otherLights(plan, finding) : otherSources(plan, finding),
};

function otherSources(plan: Plan, finding: Finding): readonly Edit[] {
  // What is shorted stays shorted, whatever feeds it.
  if (finding.key.startsWith('fire:short:')) return [];
  const sources = sourcesNear(plan, finding);
  return sources.flatMap((part) => {
    const now = kindOf(plan, part);
    return PART_KINDS.filter(
      (kind) => kind.id !== part.kindId && hasElement(kind, 'cell') && kind.clasps === undefined,
    )
      .sort((a, b) => unlike(now, a) - unlike(now, b))
      .flatMap((kind) => sound(exchangePart(plan, part.id, kind.id)));
  });
}

/** The sources that a finding names, or else the only one there is. */
function sourcesNear(plan: Plan, finding: Finding): readonly Part[] {
  const isFree = (part: Part): boolean => part.locked !== true && hasElement(kindOf(plan, part), 'cell');
  const named = finding.partIds.flatMap((id) => plan.parts[id] ?? []).filter(isFree);
  if (named.length > 0) return named;
  const all = Object.values(plan.parts).filter(isFree);
  return all.length === 1 ? all : [];
}

/** How much another source changes: the same cells first, then those of nearly as many volts, then the lighter. */
function unlike(now: PartKind, other: PartKind): number {
  const [a] = elementsOf(now, 'cell');
  const [b] = elementsOf(other, 'cell');
  if (a === undefined || b === undefined) return 1e6;
  return (
    (a.cellId === b.cellId ? 0 : 1000) +
    100 * Math.abs(a.count - b.count) +
    (a.boostV === b.boostV ? 0 : 300) +
    other.massG
  );
}

/** All bare lights that a finding names, as lights with a resistor of their own. */
function otherLights(plan: Plan, finding: Finding): readonly Edit[] {
  const bare = lightsOf(plan, finding).filter((part) => {
    const lights = elementsOf(kindOf(plan, part), 'light');
    return part.locked !== true && lights.length === 1 && lights[0]?.seriesOhm === 0;
  });
  let edit: Edit | null = null;
  let now = plan;
  for (const part of bare) {
    const next = exchangePart(now, part.id, 'sew-on-light');
    if (!next.ok) return [];
    now = applyEdit(now, next.value);
    edit = edit === null ? next.value : squashEdits(edit, next.value);
  }
  if (edit === null) return [];
  const [only] = bare;
  const label =
    bare.length === 1
      ? `exchange ${only?.name} for a sew-on light, which brings its resistor`
      : `exchange ${bare.length} lights for sew-on lights, which bring their resistor`;
  return [{ ...edit, label }];
}
