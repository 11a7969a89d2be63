import { elementsOf } from '@sashiko/core/parts/part-element';
import { setLevel } from '@sashiko/core/plan/edits/part-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { Segmented, Slider } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';

/** How far each pin of a board is turned up, from off to full. */
export function PinLevels({ plan, part }: { readonly plan: Plan; readonly part: Part }) {
  const commit = usePlanStore((state) => state.commit);
  const kind = kindOf(plan, part);
  const pins = elementsOf(kind, 'pin');
  if (pins.length === 0) return null;
  return (
    <details>
      <summary>Levels of its pins</summary>
      {pins.map(({ pin }) => {
        const hole = kind.holes.find((one) => one.terminal === pin);
        const fades = hole?.abilities?.includes('fade') === true;
        const level = part.levels?.[pin] ?? 1;
        return (
          <div className="field" key={pin}>
            <span id={`level-${pin}`}>
              {hole?.label ?? pin}
              {hole?.abilities !== undefined && hole.abilities.length > 0 && (
                <span className="quiet"> {hole.abilities.join(', ')}</span>
              )}
            </span>
            {fades ? (
              <Slider
                aria-labelledby={`level-${pin}`}
                min={0}
                max={1}
                step={0.05}
                value={level}
                onChange={(next) => commit(setLevel(plan, part.id, pin, next), `level ${part.id} ${pin}`)}
              />
            ) : (
              <Segmented
                aria-labelledby={`level-${pin}`}
                size="small"
                value={level > 0 ? 'on' : 'off'}
                options={['on', 'off']}
                onChange={(next) => commit(setLevel(plan, part.id, pin, next === 'on' ? 1 : 0))}
              />
            )}
          </div>
        );
      })}
    </details>
  );
}
