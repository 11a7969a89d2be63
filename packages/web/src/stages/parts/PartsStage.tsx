import type { Face } from '@sashiko/core/cloth/cloth';
import { LIGHT_COLOURS } from '@sashiko/core/parts/light-colours';
import type { PartKind } from '@sashiko/core/parts/part-kind';
import { PART_KINDS } from '@sashiko/core/parts/part-kinds';
import {
  deleteParts,
  flickSwitch,
  moveParts,
  recolourLight,
  renamePart,
  turnPart,
  turnPartOver,
} from '@sashiko/core/plan/edits/part-edits';
import { newCloth } from '@sashiko/core/plan/new-plan';
import { kindOf } from '@sashiko/core/plan/placed';
import type { Part, Plan } from '@sashiko/core/plan/schema';
import { Button, Input, InputNumber, Segmented } from 'antd';
import { useState } from 'react';
import { ClothCanvas } from '../../canvas/ClothCanvas.tsx';
import { LiveMarks } from '../../canvas/LiveMarks.tsx';
import { PartDrawing } from '../../canvas/PartDrawing.tsx';
import { placeAt } from '../../canvas/use-canvas-gestures.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { copyParts } from './copy-parts.ts';

/** The drawer of parts, and what is known of the chosen ones. */
export function PartsStage() {
  const plan = useShownPlan();
  const selection = useViewStore((state) => state.selection);
  const tool = useViewStore((state) => state.tool);
  const face = useViewStore((state) => state.face);
  const chosen = selection.partIds
    .map((id) => plan.parts[id])
    .filter((part): part is Part => part !== undefined);
  const only = chosen.length === 1 ? chosen[0] : undefined;
  const isEmpty = Object.keys(plan.parts).length === 0;
  const hint =
    tool.kind === 'place'
      ? 'Click where it goes; hold Shift to place several. Esc puts it back.'
      : isEmpty
        ? 'An empty cloth: take a light from the drawer on the right and click where it goes.'
        : null;
  return (
    <>
      <ClothCanvas
        abilities={{ movesParts: true, drawsThread: false }}
        hint={hint}
        overlay={(scale) => <LiveMarks plan={plan} face={face} scale={scale} />}
      />
      <aside className="tray docked" aria-label="Parts">
        <div className="tray-scroll">
          <Drawer />
        </div>
        {only !== undefined && (
          <div className="tray-dock">
            <ChosenPart key={only.id} plan={plan} part={only} />
          </div>
        )}
        {chosen.length > 1 && (
          <div className="tray-dock">
            <ChosenParts plan={plan} ids={selection.partIds} />
          </div>
        )}
      </aside>
    </>
  );
}

const CARD_CLOTH = newCloth('felt', 40, 26);

function Drawer() {
  const tool = useViewStore((state) => state.tool);
  const setTool = useViewStore((state) => state.setTool);
  const [colourId, setColourId] = useState('warm-white');
  const held = tool.kind === 'place' ? tool.kindId : null;
  const take = (kind: PartKind): void => setTool({ kind: 'place', kindId: kind.id, colourId, turnDeg: 0 });
  return (
    <>
      {(['Lights', 'Power', 'Switches'] as const).map((drawer) => (
        <section key={drawer}>
          <h2>{drawer}</h2>
          <div className="drawer">
            {PART_KINDS.filter((kind) => kind.drawer === drawer).map((kind) => (
              <button
                key={kind.id}
                type="button"
                className="part-card"
                title={kind.description}
                aria-pressed={held === kind.id}
                onPointerDown={(event) => {
                  // Let go of the pointer, so that it can be dragged over to the cloth.
                  event.currentTarget.releasePointerCapture(event.pointerId);
                  take(kind);
                }}
                onKeyDown={(event) => {
                  if (event.key !== 'Enter' && event.key !== ' ') return;
                  event.preventDefault();
                  take(kind);
                  const { widthMm, heightMm } = usePlanStore.getState().history?.plan.cloth.shape ?? {
                    widthMm: 0,
                    heightMm: 0,
                  };
                  placeAt({ x: widthMm / 2, y: heightMm / 2 }, false);
                }}
              >
                <svg viewBox={kind.drawer === 'Power' ? '-20 -15 40 30' : '-14 -8 28 16'} aria-hidden="true">
                  <PartDrawing
                    part={{
                      id: 'card',
                      kindId: kind.id,
                      name: kind.title,
                      at: { x: 0, y: 0 },
                      turnDeg: 0,
                      face: 'right',
                      colourId,
                    }}
                    cloth={CARD_CLOTH}
                    face="right"
                    isChosen={false}
                    isLit={false}
                  />
                </svg>
                {kind.title}
              </button>
            ))}
          </div>
          {drawer === 'Lights' && (
            <Colours value={colourId} onChange={setColourId} label="Colour of the next light" />
          )}
        </section>
      ))}
    </>
  );
}

function Colours({
  value,
  onChange,
  label,
}: {
  readonly value: string | undefined;
  readonly onChange: (id: string) => void;
  readonly label: string;
}) {
  return (
    <fieldset className="swatches" style={{ border: 0, margin: 0, padding: 0 }}>
      <legend className="visually-hidden">{label}</legend>
      {LIGHT_COLOURS.map((colour) => (
        <button
          key={colour.id}
          type="button"
          className="swatch"
          aria-pressed={value === colour.id}
          onClick={() => onChange(colour.id)}
        >
          <i style={{ background: colour.glow }} />
          {colour.title}
        </button>
      ))}
    </fieldset>
  );
}

function ChosenPart({ plan, part }: { readonly plan: Plan; readonly part: Part }) {
  const commit = usePlanStore((state) => state.commit);
  const select = useViewStore((state) => state.select);
  const [name, setName] = useState<string | null>(null);
  const kind = kindOf(part);
  const { unit } = plan.habits;
  const canSwitch = part.switchedOn !== undefined;
  const takeName = (): void => {
    if (name !== null && name !== part.name) commit(renamePart(plan, part.id, name));
    setName(null);
  };
  return (
    <section aria-label={`Chosen: ${part.name}`}>
      <h2>{kind.title}</h2>
      <div className="field">
        <label htmlFor="part-name">Name</label>
        <Input
          id="part-name"
          value={name ?? part.name}
          maxLength={140}
          onChange={(event) => setName(event.target.value)}
          onBlur={takeName}
          onPressEnter={takeName}
        />
      </div>
      <LengthField
        label="From the left"
        valueMm={part.at.x}
        unit={unit}
        onChange={(mm) => commit(moveParts(plan, [part.id], { x: mm - part.at.x, y: 0 }))}
      />
      <LengthField
        label="From the top"
        valueMm={part.at.y}
        unit={unit}
        onChange={(mm) => commit(moveParts(plan, [part.id], { x: 0, y: mm - part.at.y }))}
      />
      <div className="field">
        <label htmlFor="part-turn">Turned by</label>
        <InputNumber
          id="part-turn"
          style={{ width: '100%' }}
          value={Math.round(part.turnDeg * 10) / 10}
          suffix="°"
          onChange={(turn) => {
            if (turn !== null) commit(turnPart(plan, part.id, turn), `turn ${part.id}`);
          }}
        />
      </div>
      <div className="buttons">
        <Button size="small" onClick={() => commit(turnPart(plan, part.id, part.turnDeg + 90))}>
          Quarter turn
        </Button>
        <Button size="small" onClick={() => commit(turnPart(plan, part.id, part.turnDeg + 180))}>
          Exchange + and −
        </Button>
      </div>
      {part.colourId !== undefined && (
        <Colours
          label="Colour"
          value={part.colourId}
          onChange={(id) => commit(recolourLight(plan, part.id, id))}
        />
      )}
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
      {canSwitch && (
        <div className="field">
          <span id="part-on">Switch is</span>
          <Segmented
            aria-labelledby="part-on"
            size="small"
            value={part.switchedOn === true ? 'on' : 'off'}
            options={['on', 'off']}
            onChange={(on) => commit(flickSwitch(plan, part.id, on === 'on'))}
          />
        </div>
      )}
      <div className="buttons">
        <Button size="small" onClick={() => copyParts(plan, [part.id])}>
          Copy beside
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

function ChosenParts({ plan, ids }: { readonly plan: Plan; readonly ids: readonly string[] }) {
  const commit = usePlanStore((state) => state.commit);
  const select = useViewStore((state) => state.select);
  return (
    <section aria-label="Chosen parts">
      <h2>{ids.length} parts chosen</h2>
      <div className="buttons">
        <Button size="small" onClick={() => copyParts(plan, ids)}>
          Copy beside
        </Button>
        <Button
          size="small"
          danger
          onClick={() => {
            if (commit(deleteParts(plan, ids))) select({});
          }}
        >
          Take away
        </Button>
      </div>
    </section>
  );
}
