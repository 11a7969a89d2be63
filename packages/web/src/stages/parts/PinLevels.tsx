import { elementsOf } from '@sashiko/core/parts/part-element';
import type { PinAbility } from '@sashiko/core/parts/part-kind';
import { setLevel, standPin } from '@sashiko/core/plan/edits/part-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { type PinStand, pinStands } from '@sashiko/core/power/pin-stands';
import { Segmented, Select, Slider } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';

/** What a pin can do, in words. */
const ABILITY_WORDS: Readonly<Record<PinAbility, string>> = {
  fade: 'fades',
  analogue: 'reads',
  bus: 'talks over a bus',
  upload: 'loads the program',
};

/** How a pin can stand while the program runs. */
const STANDS: readonly PinStand[] = ['driven', 'read', 'floating'];

/** The part as if nothing had been said of its pins. */
function withoutPins({ pins: _pins, ...part }: Part): Part {
  return part;
}

/** How each pin of a board stands and how far of a board is turned up, from off to full. */
export function PinLevels({ plan, part }: { readonly plan: Plan; readonly part: Part }) {
  const commit = usePlanStore((state) => state.commit);
  const kind = kindOf(plan, part);
  const pins = elementsOf(kind, 'pin');
  if (pins.length === 0) return null;
  const derived = pinStands({ ...plan, parts: { ...plan.parts, [part.id]: withoutPins(part) } });
  return (
    <details>
      <summary>Its pins: levels, and which are read</summary>
      {pins.map(({ pin }) => {
        const hole = kind.holes.find((one) => one.terminal === pin);
        const fades = hole?.abilities?.includes('fade') === true;
        const level = part.levels?.[pin] ?? 1;
        const usual = derived.get(`${part.id}.${pin}`) ?? 'driven';
        const stand = part.pins?.[pin] ?? usual;
        return (
          <div className="field" key={pin}>
            <span id={`level-${pin}`}>
              {hole?.label ?? pin}
              {hole?.abilities !== undefined && hole.abilities.length > 0 && (
                <span className="quiet">
                  {' '}
                  {hole.abilities.map((ability) => ABILITY_WORDS[ability]).join(', ')}
                </span>
              )}
            </span>
            <Select
              aria-label={`How ${hole?.label ?? pin} stands`}
              size="small"
              value={stand}
              options={STANDS.map((value) => ({
                value,
                label: value === usual ? `${value}, as wired` : value,
              }))}
              onChange={(next) => commit(standPin(plan, part.id, pin, next === usual ? null : next))}
            />
            {stand !== 'driven' ? null : fades ? (
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
