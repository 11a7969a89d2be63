import { hasElement } from '@sashiko/core/parts/part-element';
import { moveParts, turnPart } from '@sashiko/core/plan/edits/part-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { stuffedWords } from '@sashiko/core/plan/stuffed';
import { Button } from 'antd';
import { commitMove } from '../../canvas/follow-threads.ts';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

/** Where a part lies and how it is turned; its threads follow. */
export function PartPlace({ plan, part }: { readonly plan: Plan; readonly part: Part }) {
  const { unit } = plan.habits;
  const stuffed = stuffedWords(plan, panelOf(plan, part), part);
  return (
    <>
      <LengthField
        label="From the left"
        valueMm={part.at.x}
        unit={unit}
        onChange={(mm) => commitMove(moveParts(plan, [part.id], { x: mm - part.at.x, y: 0 }), [part.id])}
      />
      <LengthField
        label="From the top"
        valueMm={part.at.y}
        unit={unit}
        onChange={(mm) => commitMove(moveParts(plan, [part.id], { x: 0, y: mm - part.at.y }), [part.id])}
      />
      <Field label="Turned by">
        <NumberField
          style={{ width: '100%' }}
          value={Math.round(part.turnDeg * 10) / 10}
          suffix="°"
          onChange={(turn) => {
            if (turn !== null) commitMove(turnPart(plan, part.id, turn), [part.id], `turn ${part.id}`);
          }}
        />
      </Field>
      {stuffed !== null && <p className="quiet">{stuffed}</p>}
      <div className="buttons">
        <Button
          size="small"
          onClick={() => commitMove(turnPart(plan, part.id, part.turnDeg + 90), [part.id])}
        >
          Quarter turn
        </Button>
        <Button
          size="small"
          onClick={() => commitMove(turnPart(plan, part.id, part.turnDeg + 180), [part.id])}
        >
          {hasElement(kindOf(plan, part), 'light') ? 'Exchange + and −' : 'Half turn'}
        </Button>
      </div>
    </>
  );
}
