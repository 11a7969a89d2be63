import { clothBox, type Face } from '@sashiko/core/cloth/cloth';
import { elementsOf, hasElement } from '@sashiko/core/parts/part-element';
import { filledOptions, type PartOption } from '@sashiko/core/parts/part-kind';
import { freeTwins, twinParts } from '@sashiko/core/plan/arrange/group';
import {
  choosePartOptions,
  deleteParts,
  flickSwitch,
  lockParts,
  moveParts,
  partIdOf,
  recolourLight,
  renamePart,
  setLevel,
  turnPart,
  turnPartOver,
} from '@sashiko/core/plan/edits/part-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button, Input, Segmented, Select, Slider } from 'antd';
import { useState } from 'react';
import { withRepair } from '../../canvas/follow-threads.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Colours } from './Colours.tsx';
import { copyParts } from './copy-parts.ts';
import { ThreadsFollow } from './ThreadsFollow.tsx';

interface ChosenPartProps {
  readonly plan: Plan;
  readonly part: Part;
}

/** What is known of one part: where it lies, how it is turned, its options, what belongs to it. */
export function ChosenPart({ plan, part }: ChosenPartProps) {
  const commit = usePlanStore((state) => state.commit);
  const select = useViewStore((state) => state.select);
  const kind = kindOf(plan, part);
  const { unit } = plan.habits;
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  return (
    <section aria-label={`Chosen: ${part.name}`}>
      <h2>{kind.title}</h2>
      <NameField plan={plan} part={part} />
      <LengthField
        label="From the left"
        valueMm={part.at.x}
        unit={unit}
        onChange={(mm) =>
          commit(withRepair(plan, moveParts(plan, [part.id], { x: mm - part.at.x, y: 0 }), [part.id]))
        }
      />
      <LengthField
        label="From the top"
        valueMm={part.at.y}
        unit={unit}
        onChange={(mm) =>
          commit(withRepair(plan, moveParts(plan, [part.id], { x: 0, y: mm - part.at.y }), [part.id]))
        }
      />
      <div className="field">
        <label htmlFor="part-turn">Turned by</label>
        <NumberField
          id="part-turn"
          style={{ width: '100%' }}
          value={Math.round(part.turnDeg * 10) / 10}
          suffix="°"
          onChange={(turn) => {
            if (turn !== null)
              commit(withRepair(plan, turnPart(plan, part.id, turn), [part.id]), `turn ${part.id}`);
          }}
        />
      </div>
      <div className="buttons">
        <Button
          size="small"
          onClick={() => commit(withRepair(plan, turnPart(plan, part.id, part.turnDeg + 90), [part.id]))}
        >
          Quarter turn
        </Button>
        <Button
          size="small"
          onClick={() => commit(withRepair(plan, turnPart(plan, part.id, part.turnDeg + 180), [part.id]))}
        >
          {hasElement(kind, 'light') ? 'Exchange + and −' : 'Half turn'}
        </Button>
      </div>
      <ThreadsFollow plan={plan} />
      {part.colourId !== undefined && (
        <Colours
          label="Colour"
          value={part.colourId}
          onChange={(id) => commit(recolourLight(plan, part.id, id))}
        />
      )}
      {kind.options.map((option) => (
        <OptionField key={option.id} plan={plan} part={part} option={option} />
      ))}
      <div className="field">
        <span id="part-face">On the</span>
        <Segmented
          aria-labelledby="part-face"
          size="small"
          value={part.face}
          options={[
            { value: 'right', label: 'right' },
            { value: 'wrong', label: 'wrong' },
          ]}
          onChange={(face) => commit(turnPartOver(plan, part.id, face as Face))}
        />
      </div>
      {part.switchedOn !== undefined && (
        <div className="field">
          <span id="part-on">{elementsOf(kind, 'half').length > 0 ? 'It is' : 'Switch is'}</span>
          <Segmented
            aria-labelledby="part-on"
            size="small"
            value={part.switchedOn ? 'on' : 'off'}
            options={
              elementsOf(kind, 'half').length > 0
                ? [
                    { value: 'on', label: 'closed' },
                    { value: 'off', label: 'open' },
                  ]
                : ['on', 'off']
            }
            onChange={(on) => commit(flickSwitch(plan, part.id, on === 'on'))}
          />
        </div>
      )}
      {mate !== undefined && (
        <p className="quiet">
          Belongs to{' '}
          <button type="button" className="linkish dashed" onClick={() => select({ partIds: [mate.id] })}>
            {mate.name}
          </button>
          .
        </p>
      )}
      <Levels plan={plan} part={part} />
      <div className="buttons">
        <Button size="small" onClick={() => copyParts(plan, [part.id])}>
          Copy beside
        </Button>
        {part.mirror === undefined ? (
          <Button
            size="small"
            title="A twin across the middle of the piece; where one goes, the other follows"
            onClick={() => mirrorAtMiddle(plan, [part.id])}
          >
            Mirror
          </Button>
        ) : (
          <Button size="small" onClick={() => commit(freeTwins(plan, [part.id]))}>
            Free its twin
          </Button>
        )}
        <Button size="small" onClick={() => commit(lockParts(plan, [part.id], part.locked !== true))}>
          {part.locked === true ? 'Unlock' : 'Lock'}
        </Button>
        <Button
          size="small"
          danger
          onClick={() => {
            if (commit(deleteParts(plan, [part.id]))) select({});
          }}
        >
          Take away
        </Button>
      </div>
    </section>
  );
}

/** Gives parts twins across the upright middle of the piece, and chooses both. */
export function mirrorAtMiddle(plan: Plan, ids: readonly string[]): void {
  const { left, right } = clothBox(panelOf(plan));
  const first = plan.nextNumber;
  if (usePlanStore.getState().commit(twinParts(plan, ids, (left + right) / 2))) {
    useViewStore.getState().select({ partIds: ids.map((_, i) => partIdOf(first + i)) });
  }
}

function NameField({ plan, part }: ChosenPartProps) {
  const [name, setName] = useState<string | null>(null);
  const take = (): void => {
    if (name !== null && name !== part.name) usePlanStore.getState().commit(renamePart(plan, part.id, name));
    setName(null);
  };
  return (
    <div className="field">
      <label htmlFor="part-name">Name</label>
      <Input
        id="part-name"
        value={name ?? part.name}
        maxLength={140}
        onChange={(event) => setName(event.target.value)}
        onBlur={take}
        onPressEnter={take}
      />
    </div>
  );
}

function OptionField({ plan, part, option }: ChosenPartProps & { readonly option: PartOption }) {
  const commit = usePlanStore((state) => state.commit);
  const value = filledOptions([option], part.options ?? {})[option.id] ?? option.usual;
  const choose = (next: number): void => {
    commit(choosePartOptions(plan, part.id, { [option.id]: next }), `option ${part.id} ${option.id}`);
  };
  const id = `option-${option.id}`;
  if (option.unit === 'mm')
    return <LengthField label={option.title} valueMm={value} unit={plan.habits.unit} onChange={choose} />;
  return (
    <div className="field">
      <label htmlFor={id}>{option.title}</label>
      {option.choices === undefined ? (
        <NumberField
          id={id}
          style={{ width: '100%' }}
          min={option.smallest}
          max={option.largest}
          suffix={option.unit}
          value={value}
          onChange={(next) => {
            if (next !== null) choose(next);
          }}
        />
      ) : (
        <Select
          id={id}
          value={value}
          options={option.choices.map((choice) => ({ value: choice.value, label: choice.title }))}
          onChange={choose}
        />
      )}
    </div>
  );
}

/** How far each pin of a board is turned up, from off to full. */
function Levels({ plan, part }: ChosenPartProps) {
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
