import { clothBox, type Face } from '@sashiko/core/cloth/cloth';
import { elementsOf } from '@sashiko/core/parts/part-element';
import { freeTwins, twinParts } from '@sashiko/core/plan/arrange/group';
import {
  deleteParts,
  flickSwitch,
  lockParts,
  partIdOf,
  putOnPanel,
  recolourLight,
  renamePart,
  turnPartOver,
} from '@sashiko/core/plan/edits/part-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { hasSeveralPanels, panelOf, panelsOf } from '@sashiko/core/plan/panels';
import type { Part } from '@sashiko/core/plan/records';
import { runsAtParts } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { counted } from '@sashiko/core/units/words';
import { Button, Input, Segmented } from 'antd';
import { useState } from 'react';
import { clampPlacing } from '../../canvas/clamp.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Field } from '../../ui/Field.tsx';
import { Colours } from './Colours.tsx';
import { copyParts } from './copy-parts.ts';
import { ExchangeField } from './ExchangeField.tsx';
import { IntoWindows } from './IntoWindows.tsx';
import { PartOptionField } from './PartOptionField.tsx';
import { PartPlace } from './PartPlace.tsx';
import { PinLevels } from './PinLevels.tsx';
import { TailMate } from './TailMate.tsx';
import { ThreadsFollow } from './ThreadsFollow.tsx';
import { WiringFields } from './WiringFields.tsx';

interface ChosenPartProps {
  readonly plan: Plan;
  readonly part: Part;
}

/** What is known of one part: where it lies, how it is turned, its options, what belongs to it. */
export function ChosenPart({ plan, part }: ChosenPartProps) {
  const commit = usePlanStore((state) => state.commit);
  const select = useViewStore((state) => state.select);
  const kind = kindOf(plan, part);
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  return (
    <section aria-label={`Chosen: ${part.name}`}>
      <h2>{kind.title}</h2>
      <NameField plan={plan} part={part} />
      <PartPlace plan={plan} part={part} />
      <IntoWindows plan={plan} ids={[part.id]} />
      <ThreadsFollow plan={plan} />
      {part.colourId !== undefined && (
        <Colours
          label="Colour"
          value={part.colourId}
          onChange={(id) => commit(recolourLight(plan, part.id, id))}
        />
      )}
      {kind.options.map((option) => (
        <PartOptionField key={option.id} plan={plan} part={part} option={option} />
      ))}
      {hasSeveralPanels(plan) && (
        <Choice
          label="Panel"
          value={part.panelId}
          options={panelsOf(plan).map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => {
            const panel = panelOf(plan, { panelId: id });
            if (commit(putOnPanel(plan, [part.id], id, clampPlacing(plan, panel, part, part.at))))
              useViewStore.getState().takePanel(id);
          }}
        />
      )}
      <Field label="On the">
        <Segmented
          size="small"
          value={part.face}
          options={[
            { value: 'right', label: 'right' },
            { value: 'wrong', label: 'wrong' },
          ]}
          onChange={(face) => commit(turnPartOver(plan, part.id, face as Face))}
        />
      </Field>
      {part.switchedOn !== undefined && (
        <Field
          label={
            elementsOf(kind, 'half').length > 0
              ? 'It is'
              : kind.lead?.hasSwitch === true
                ? 'Cable switch is'
                : 'Switch is'
          }
        >
          <Segmented
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
        </Field>
      )}
      <ExchangeField plan={plan} part={part} />
      <TailMate plan={plan} part={part} />
      {mate !== undefined && (
        <p className="quiet">
          Belongs to{' '}
          <button type="button" className="linkish dashed" onClick={() => select({ partIds: [mate.id] })}>
            {mate.name}
          </button>
          .
        </p>
      )}
      <WiringFields plan={plan} ids={[part.id]} />
      <PinLevels plan={plan} part={part} />
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
      <GoesAlong plan={plan} ids={[part.id]} />
    </section>
  );
}

/** What goes along when parts are taken away: their threads. */
export function GoesAlong({ plan, ids }: { readonly plan: Plan; readonly ids: readonly string[] }) {
  const threads = runsAtParts(plan, ids);
  if (threads === 0) return null;
  return (
    <p className="quiet">
      Taken away, {ids.length === 1 ? 'it takes' : 'they take'} {counted(threads, 'thread')} along.
    </p>
  );
}

/** Gives parts twins across the upright middle of the piece, and chooses both. */
export function mirrorAtMiddle(plan: Plan, ids: readonly string[]): void {
  const { left, right } = clothBox(panelOf(plan, plan.parts[ids[0] ?? '']));
  const first = plan.nextNumber;
  if (usePlanStore.getState().commit(twinParts(plan, ids, (left + right) / 2))) {
    useViewStore.getState().select({ partIds: ids.map((_, i) => partIdOf(first + i)) });
  }
}

/** Taken when it is left, so that half a name is no edit. */
function NameField({ plan, part }: ChosenPartProps) {
  const [name, setName] = useState<string | null>(null);
  const take = (): void => {
    if (name !== null && name !== part.name) usePlanStore.getState().commit(renamePart(plan, part.id, name));
    setName(null);
  };
  return (
    <Field label="Name">
      <Input
        value={name ?? part.name}
        maxLength={140}
        onChange={(event) => setName(event.target.value)}
        onBlur={take}
        onPressEnter={take}
      />
    </Field>
  );
}
