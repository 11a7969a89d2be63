import { distance } from '../../geometry/point.ts';
import { placePoint } from '../../geometry/transform.ts';
import { partsThatAre } from '../../joining/sides.ts';
import { hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { poseOf } from '../../plan/placed.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** A light nearer than this to a light sensor is seen by it (assumption). */
const SEEN_WITHIN_MM = 30;

export const selfSensing: CheckRule = {
  id: 'self-sensing',
  title: 'A light on its own sensor',
  severity: 'mend',
  touching: null,
  help: 'A light beside the sensor that waits for the dark switches itself off, and on again. Keep lights 30 mm away (assumption), or turn the sensor’s eye to the other face.',
  example: 'The light-sensing holder shows its eye 15 mm beside the nearest light.',
  sees: ['parts'],
  checkWhole: ({ plan }) =>
    Object.values(plan.parts).flatMap((sensor) => {
      const kind = kindOf(plan, sensor);
      const eye = kind.spots.find((spot) => spot.title === 'light sensor');
      if (eye === undefined || !(hasElement(kind, 'cell') || hasElement(kind, 'load'))) return [];
      const at = placePoint(poseOf(sensor), eye.at);
      return partsThatAre(plan, 'light').flatMap((light): readonly Finding[] => {
        const apartMm = distance(at, light.at);
        if (light.face !== sensor.face || apartMm >= SEEN_WITHIN_MM) return [];
        return [
          {
            key: `self-sensing:${sensor.id}+${light.id}`,
            ruleId: 'self-sensing',
            severity: 'mend',
            at: light.at,
            faces: [light.face],
            message: `${light.name} shines on the light sensor of ${sensor.name}.`,
            step: `Move it ${Math.ceil(SEEN_WITHIN_MM - apartMm)} mm or more away.`,
            found: { value: apartMm, unit: 'mm' },
            wanted: { value: SEEN_WITHIN_MM, unit: 'mm' },
            partIds: [sensor.id, light.id],
            runIds: [],
          },
        ];
      });
    }),
};
