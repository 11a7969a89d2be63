import { poleUp } from '../../parts/closures.ts';
import { filledOptions } from '../../parts/part-kind.ts';
import { choosePartOptions } from '../../plan/edits/part-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Lies a magnet with its other pole up. */
export const turnMagnetFix: FixKind = {
  id: 'turn-magnet',
  rules: ['magnet-pole'],
  propose: (plan, finding) =>
    finding.partIds.flatMap((id) => {
      const part = plan.parts[id];
      if (part === undefined || part.locked === true) return [];
      const kind = kindOf(plan, part);
      const pole = poleUp(kind, part.options);
      if (pole === null) return [];
      const values = { ...filledOptions(kind.options, part.options ?? {}), pole: pole === 'north' ? 1 : 0 };
      return sound(choosePartOptions(plan, id, values), `lay ${part.name} with its other pole up`);
    }),
};
