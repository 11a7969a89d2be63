import { filledOptions } from '../../parts/part-kind.ts';
import { choosePartOptions } from '../../plan/edits/part-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Bends the legs of a light so that its loops come farther out, or nearer: by half millimetres, the nearest that serves. */
export const bendLegsFix: FixKind = {
  id: 'bend-legs',
  rules: ['leg-reach'],
  propose: (plan, finding) =>
    finding.partIds.flatMap((id) => {
      const part = plan.parts[id];
      if (part === undefined || part.locked === true) return [];
      const { options } = kindOf(plan, part);
      const pair = options.find((option) => option.id === 'pairMm');
      if (pair === undefined) return [];
      const values = filledOptions(options, part.options ?? {});
      const now = values['pairMm'] ?? pair.usual;
      const sign = finding.found?.unit === 'mm' && finding.found.value < 0 ? 1 : -1;
      const steps = Array.from({ length: 40 }, (_, i) => now + (sign * (i + 1)) / 2);
      return steps
        .filter((mm) => mm >= pair.smallest && mm <= pair.largest)
        .flatMap((pairMm) =>
          sound(
            choosePartOptions(plan, id, { ...values, pairMm }),
            `bend the legs of ${part.name} so that its loops lie ${pairMm} mm apart`,
          ),
        );
    }),
};
