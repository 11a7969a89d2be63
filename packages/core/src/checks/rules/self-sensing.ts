import { distance, type Point } from '../../geometry/point.ts';
import { placePoint } from '../../geometry/transform.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { poseOf, shiningFace } from '../../plan/placed.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { glowingParts } from '../glowing-parts.ts';

/** A light nearer than this to a light sensor is seen by it (assumption). */
const SEEN_WITHIN_MM = 30;

export const selfSensing: CheckRule = {
  id: 'self-sensing',
  title: 'A light on its own sensor',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'A light beside something that waits for the dark, or tells how bright it is, is seen by it: it switches itself off, and on again. Keep lights 30 mm away (assumption), or turn one of them to the other face.',
  example: 'The light-sensing holder shows its eye 15 mm beside the nearest light.',
  sees: ['parts'],
  checkWhole: ({ plan }) =>
    Object.values(plan.parts).flatMap((sensor) =>
      eyesOf(plan, sensor).flatMap((eye) =>
        glowingParts(plan)
          .filter((light) => light.id !== sensor.id && light.panelId === sensor.panelId)
          .flatMap((light): readonly Finding[] => {
            const apartMm = distance(eye, light.at);
            if (shiningFace(plan, light) !== sensor.face || apartMm >= SEEN_WITHIN_MM) return [];
            return [
              {
                key: `self-sensing:${sensor.id}+${light.id}`,
                ruleId: 'self-sensing',
                severity: 'mend',
                at: light.at,
                faces: [sensor.face],
                message: `${light.name} shines on the light sensor of ${sensor.name}.`,
                step: `Move it ${Math.ceil(SEEN_WITHIN_MM - apartMm)} mm or more away.`,
                found: { value: apartMm, unit: 'mm' },
                wanted: { value: SEEN_WITHIN_MM, unit: 'mm' },
                partIds: [sensor.id, light.id],
                runIds: [],
              },
            ];
          }),
      ),
    ),
};

/** Where a part sees light: its eye, or its middle where it waits for the dark and nobody says where its eye is. */
function eyesOf(plan: Plan, part: Part): readonly Point[] {
  const kind = kindOf(plan, part);
  const [eye] = kind.spots.filter(({ senses }) => senses === 'light');
  if (eye !== undefined) return [placePoint(poseOf(part), eye.at)];
  const waits =
    elementsOf(kind, 'switch').some(({ closedBy }) => closedBy === 'dark') ||
    elementsOf(kind, 'cell').some(({ waitsForDark }) => waitsForDark === true);
  return waits ? [part.at] : [];
}
