import { RIM_CLEAR_MM, RIM_INSIDE_MM } from '../../parts/cell-clasps.ts';
import { filledOptions } from '../../parts/part-kind.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** The widest magnet whose rim stays clear, mm. */
const WIDEST_MM = RIM_INSIDE_MM - 2 * RIM_CLEAR_MM;

export const cellClasp: CheckRule = {
  id: 'cell-clasp',
  title: 'A cell held by magnets alone',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'Between two magnets the cell is its own switch. The magnet on its − face must be smaller than that face: the rim of the can is +, and a magnet that touches it shorts the cell. And the cell comes loose at every opening: a coin cell is deadly if swallowed, so it is no closure for a piece for a child or an animal. If one may have been swallowed, get medical help at once. Local rules and qualified people come first.',
  example: 'A 16 mm magnet lies on the − face of a 20 mm cell.',
  sees: ['parts', 'facts'],
  checkWhole: ({ plan }) =>
    Object.values(plan.parts).flatMap((part): readonly Finding[] => {
      const { clasps } = kindOf(plan, part);
      if (clasps === undefined) return [];
      return clasps === '-' ? rim(plan, part) : [loose(plan, part)];
    }),
};

function rim(plan: Plan, part: Part): readonly Finding[] {
  const kind = kindOf(plan, part);
  const magnetMm = filledOptions(kind.options, part.options ?? {})['magnetMm'] ?? 0;
  if (magnetMm <= WIDEST_MM) return [];
  return [
    {
      key: `cell-clasp:rim:${part.id}`,
      ruleId: 'cell-clasp',
      severity: 'stop',
      at: part.at,
      message: `The magnet of ${part.name} comes too near to the rim of the cell, which is +: it shorts the cell.`,
      step: `Take a magnet of at most ${WIDEST_MM} mm, so that the rim stays clear by ${RIM_CLEAR_MM} mm all round.`,
      found: { value: magnetMm, unit: 'mm' },
      wanted: { value: WIDEST_MM, unit: 'mm' },
      partIds: [part.id],
      runIds: [],
    },
  ];
}

function loose(plan: Plan, part: Part): Finding {
  const { forWhom } = plan.facts;
  const whom =
    forWhom === 'child'
      ? 'a child'
      : forWhom === 'small-child'
        ? 'a small child'
        : forWhom === 'animal'
          ? 'an animal'
          : null;
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  return {
    key: `cell-clasp:loose:${part.id}`,
    ruleId: 'cell-clasp',
    severity: whom === null ? 'note' : 'stop',
    at: part.at,
    message: `The cell in ${part.name} comes loose at every opening${whom === null ? '' : `, and the piece is for ${whom}`}.`,
    step:
      whom === null
        ? 'Never within a child’s reach. If a cell may have been swallowed, get medical help at once.'
        : 'Take a holder that only a tool opens. If a cell may have been swallowed, get medical help at once.',
    found: null,
    wanted: null,
    partIds: [part.id, ...(mate === undefined ? [] : [mate.id])],
    runIds: [],
  };
}
