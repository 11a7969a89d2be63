import type { LightState } from '@sashiko/core/circuit/will-it-light';
import type { Face } from '@sashiko/core/cloth/cloth';
import { lightsIn } from '@sashiko/core/joining/sides';
import { maybeLightColour } from '@sashiko/core/parts/light-colours';
import { faceUp, panelOf } from '@sashiko/core/plan/panels';
import { shiningFace } from '@sashiko/core/plan/placed';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { useId } from 'react';
import { INK } from '../ui/ink.ts';
import { seer } from './table.ts';

/** How bright each light is, of what is full. */
interface GlowProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly lights: readonly LightState[];
}

/** The current that is drawn at full strength, A: the rated current of a small light. */
const FULL_AMP = 0.02;
/** The halo of a light at its full brightness. */
const WIDEST_MM = 62;
/** As strong as the faintest glow is drawn. */
const FAINTEST = 0.05;

/** How strong a glow looks for a current: the eye answers roughly to the cube root (common practice, no source). */
export function perceived(amp: number): number {
  return amp <= 0 ? 0 : Math.min(1, Math.cbrt(amp / FULL_AMP));
}

/** The colour of one light of a part: its own, or the one the maker chose. */
function colourOf(plan: Plan, part: Part, lightId: string): string {
  return lightsIn(plan).find((light) => light.id === lightId)?.light.colourId ?? part.colourId ?? '';
}

/** The lights' glow on the dimmed cloth, as strong as computed. */
export function Glow({ plan, face, lights }: GlowProps) {
  const id = useId();
  return (
    <g style={{ mixBlendMode: 'screen' }} pointerEvents="none">
      {lights.map(({ id: lightId, partId, amp, isLit }) => {
        const part = plan.parts[partId];
        // What counts as lit is seen, however faintly.
        const strength = Math.max(FAINTEST, perceived(amp));
        if (part === undefined || !isLit) return null;
        const at = seer(plan, part, face)(part.at);
        const colour = maybeLightColour(colourOf(plan, part, lightId))?.glow ?? INK.lamp;
        // Seen from the other face the cloth swallows most of it.
        const through = shiningFace(plan, part) === faceUp(panelOf(plan, part), face) ? 1 : 0.35;
        return (
          <g key={lightId} opacity={through}>
            <radialGradient id={`${id}-${lightId}`}>
              <stop offset="0" stopColor={colour} stopOpacity={0.95 * strength} />
              <stop offset="0.25" stopColor={colour} stopOpacity={0.5 * strength} />
              <stop offset="1" stopColor={colour} stopOpacity={0} />
            </radialGradient>
            <circle
              cx={at.x}
              cy={at.y}
              r={WIDEST_MM * (0.3 + 0.7 * strength)}
              fill={`url(#${id}-${lightId})`}
            />
          </g>
        );
      })}
    </g>
  );
}
