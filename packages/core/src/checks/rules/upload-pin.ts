import { lightsIn, netAt } from '../../joining/sides.ts';
import { holeName } from '../../plan/hole-names.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const uploadPin: CheckRule = {
  id: 'upload-pin',
  title: 'A light on a pin that loads the program',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'This hole also carries the signal while the program is loaded; a light on it flickers then and can spoil the loading. Use another pin, or sew this light only when the program is loaded.',
  example: 'The sixth light is sewn to the pin that is marked as one of the pair that loads the program.',
  byHand:
    'No other pin that can do as much is free: which light shares a pin with another, or is sewn only when the program is loaded, is for you to say.',
  counted: (found) =>
    `${found === 1 ? 'One light hangs' : `${found} lights hang`} on it while the program is loaded; none should.`,
  sees: [],
  checkPart: ({ plan, nets }, part) =>
    kindOf(plan, part).holes.flatMap((hole): readonly Finding[] => {
      if (hole.abilities?.includes('upload') !== true) return [];
      const net = netAt(nets, part, hole.terminal);
      const lights = lightsIn(plan).filter(({ part: light, light: { plus, minus } }) =>
        [plus, minus].some((terminal) => netAt(nets, light, terminal) === net),
      );
      if (lights.length === 0) return [];
      const ref = { partId: part.id, holeId: hole.id };
      return [
        {
          key: `upload-pin:${part.id}.${hole.id}`,
          ruleId: 'upload-pin',
          severity: 'mend',
          at: holePoint(plan, ref),
          message: `${capital(holeName(plan, ref))} is needed to load the program, and ${lights.length === 1 ? 'a light hangs' : `${lights.length} lights hang`} on it.`,
          step: 'Use another pin.',
          found: { value: lights.length, unit: 'lights' },
          wanted: { value: 0, unit: 'lights' },
          partIds: [part.id, ...lights.map((light) => light.part.id)],
          runIds: net.runIds,
        },
      ];
    }),
};
