import { elementsOf } from '../../parts/part-element.ts';
import { holeName } from '../../plan/hole-names.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const pwm: CheckRule = {
  id: 'pwm',
  title: 'A fade on a pin that cannot fade',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'Only some pins can hold a light between off and on. On this one it would be either. Use a pin that can fade, or set it to 0 or 1.',
  example: 'A light that should glow at half brightness is sewn to a pin that only switches.',
  counted: () => 'This pin cannot fade; one that can is wanted.',
  sees: [],
  checkPart: ({ plan }, part) =>
    elementsOf(kindOf(plan, part), 'pin').flatMap(({ pin }): readonly Finding[] => {
      const level = part.levels?.[pin] ?? 1;
      const hole = kindOf(plan, part).holes.find((one) => one.terminal === pin);
      if (level === 0 || level === 1 || hole === undefined || hole.abilities?.includes('fade') === true)
        return [];
      const ref = { partId: part.id, holeId: hole.id };
      return [
        {
          key: `pwm:${part.id}.${hole.id}`,
          ruleId: 'pwm',
          severity: 'mend',
          at: holePoint(plan, ref),
          message: `${capital(holeName(plan, ref))} is set to ${Math.round(level * 100)} %, but it cannot fade.`,
          step: 'Use a pin that can fade.',
          found: { value: 0, unit: 'abilities' },
          wanted: { value: 1, unit: 'abilities' },
          partIds: [part.id],
          runIds: [],
        },
      ];
    }),
};
