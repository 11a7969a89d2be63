import type { Point } from '@sashiko/core/geometry/point';
import type { LengthUnit } from '@sashiko/core/units/length';
import { Segmented } from 'antd';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { useShownPlan } from '../../stores/plan-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { LineSelect } from './LineSelect.tsx';
import { type LineWay, usualWay, type WayKind } from './line-ways.ts';

/** Along what parts can be laid out. */
const KINDS: ReadonlyArray<{ readonly value: WayKind; readonly label: string }> = [
  { value: 'straight', label: 'Straight' },
  { value: 'arc', label: 'Arc' },
  { value: 'ring', label: 'Ring' },
  { value: 'drawn', label: 'Drawn' },
];

/** Along what: a line of the cloth, or a straight one, an arc, a ring in figures. */
export function WayFields({
  way,
  onChange,
}: {
  readonly way: LineWay;
  readonly onChange: (way: LineWay) => void;
}) {
  const plan = useShownPlan();
  const { unit } = plan.habits;
  const panel = usePanelInHand(plan);
  return (
    <>
      <Segmented
        aria-label="Along what"
        block
        size="small"
        value={way.kind}
        options={[...KINDS]}
        onChange={(kind) => onChange(usualWay(panel, kind))}
      />
      {way.kind === 'drawn' && (
        <LineSelect
          label="Line to spread along"
          value={way.lineId}
          onChange={(lineId) => onChange({ kind: 'drawn', lineId })}
        />
      )}
      {(way.kind === 'straight' || way.kind === 'arc') && (
        <>
          <PlaceFields
            what="Begins"
            at={way.from}
            unit={unit}
            onChange={(from) => onChange({ ...way, from })}
          />
          <PlaceFields what="Ends" at={way.to} unit={unit} onChange={(to) => onChange({ ...way, to })} />
        </>
      )}
      {way.kind === 'arc' && (
        <LengthField
          label="Rises by"
          valueMm={way.riseMm}
          unit={unit}
          onChange={(riseMm) => onChange({ ...way, riseMm })}
        />
      )}
      {way.kind === 'ring' && (
        <>
          <PlaceFields
            what="Middle"
            at={way.middle}
            unit={unit}
            onChange={(middle) => onChange({ ...way, middle })}
          />
          <LengthField
            label="Radius of the ring"
            valueMm={way.radiusMm}
            unit={unit}
            onChange={(radiusMm) => onChange({ ...way, radiusMm })}
          />
        </>
      )}
    </>
  );
}

/** A place of the panel by two lengths. */
function PlaceFields({
  what,
  at,
  unit,
  onChange,
}: {
  readonly what: string;
  readonly at: Point;
  readonly unit: LengthUnit;
  readonly onChange: (at: Point) => void;
}) {
  return (
    <>
      <LengthField
        label={`${what}, from the left`}
        valueMm={at.x}
        unit={unit}
        onChange={(x) => onChange({ ...at, x })}
      />
      <LengthField
        label={`${what}, from the top`}
        valueMm={at.y}
        unit={unit}
        onChange={(y) => onChange({ ...at, y })}
      />
    </>
  );
}
