import { clearOfRimMm, LEAD_BOUGHT_MM, leadLengthMm } from '../../parts/bare-legs.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import { GAP_SLACK_MM } from '../../units/tolerances.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const legReach: CheckRule = {
  id: 'leg-reach',
  title: 'Loops too near or too far for the legs',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'The legs of a bare light are so long and no longer: straight to the loop, and once round it. And a loop under the rim of the light cannot be sewn. Legs are 27 mm (+) and 25 mm (−) as they are bought (from memory of typical datasheets); measure yours.',
  example: 'The loops of a 5 mm light lie 9 mm apart: the − loop is under its rim.',
  sees: [],
  checkPart: ({ plan }, part) => {
    const kind = kindOf(plan, part);
    if (!kind.elements.some((element) => element.kind === 'light')) return [];
    return kind.holes.flatMap((hole): readonly Finding[] => {
      if (!hole.form.endsWith('curl') || hole.sign === 'none') return [];
      const clearMm = clearOfRimMm(kind, hole);
      const wantsMm = leadLengthMm(kind, hole);
      const hasMm = LEAD_BOUGHT_MM[hole.sign];
      const name = `${hole.sign === '+' ? '+' : '−'} loop of ${part.name}`;
      const shared = {
        ruleId: 'leg-reach',
        severity: 'mend' as const,
        at: holePoint(plan, { partId: part.id, holeId: hole.id }),
        partIds: [part.id],
        runIds: [],
      };
      if (clearMm < 0)
        return [
          {
            ...shared,
            key: `leg-reach:${part.id}:${hole.id}`,
            message: `The ${name} lies under the rim of the light: it cannot be sewn.`,
            step: 'Put the loops farther apart, or make this one smaller.',
            found: { value: clearMm, unit: 'mm' },
            wanted: { value: 0, unit: 'mm' },
          },
        ];
      if (wantsMm <= hasMm + GAP_SLACK_MM) return [];
      return [
        {
          ...shared,
          key: `leg-reach:${part.id}:${hole.id}`,
          message: `The leg to the ${name} is too short: it takes ${wantsMm.toFixed(0)} mm.`,
          step: 'Put the loops nearer to each other, or make this one smaller.',
          found: { value: hasMm, unit: 'mm' },
          wanted: { value: wantsMm, unit: 'mm' },
        },
      ];
    });
  },
};
