import { describeToMaker } from '@sashiko/core/errors/problem';
import { takesColour } from '@sashiko/core/parts/part-element';
import { PART_KINDS } from '@sashiko/core/parts/part-kinds';
import type { SpreadTurn } from '@sashiko/core/plan/arrange/spread';
import { formatLength } from '@sashiko/core/units/length';
import { Button } from 'antd';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { Colours } from './Colours.tsx';
import { useSpread } from './use-spread.ts';
import { WayFields } from './WayFields.tsx';

/** How the parts of a row are turned, in words. */
const TURNS: ReadonlyArray<{ readonly value: SpreadTurn; readonly label: string }> = [
  { value: 'plus-right', label: '+ inside' },
  { value: 'plus-left', label: '+ outside' },
  { value: 'along', label: 'along the line' },
  { value: 'alike', label: 'all alike' },
];

/** Parts at even distances along a line, ring or outline, with anchors where one must be. */
export function SpreadLeaf() {
  const row = useSpread();
  const { unit, way, line, kind, choices, anchorsMm, anchorPart, poses, isShown } = row;
  const { setAnchorsMm, setShown, choose } = row;
  const { kindId, colourId, count, turn, insetMm } = choices;
  return (
    <section aria-label="Spread along a line">
      <h2>Spread along a line</h2>
      <WayFields way={way} onChange={row.goAlong} />
      <OptionSelect
        aria-label="Part to spread"
        value={kindId}
        isSearched
        options={PART_KINDS.map((one) => ({ value: one.id, label: one.title }))}
        onChange={(next) => choose({ kindId: next })}
      />
      {kind !== undefined && takesColour(kind) && (
        <Colours
          label="Colour of the spread lights"
          value={colourId}
          onChange={(next) => choose({ colourId: next })}
        />
      )}
      <Field label="How many">
        <NumberField
          min={1}
          max={500}
          precision={0}
          style={{ width: '100%' }}
          value={count}
          onChange={(next) => {
            if (next !== null) choose({ count: next });
          }}
        />
      </Field>
      <Field label="Turned">
        <OptionSelect value={turn} options={TURNS} onChange={(next) => choose({ turn: next })} />
      </Field>
      <LengthField
        label="Set in from the line"
        valueMm={insetMm}
        unit={unit}
        onChange={(next) => choose({ insetMm: next })}
      />
      {line !== undefined && (
        <>
          <div className="buttons">
            <Button
              size="small"
              disabled={anchorPart === undefined}
              title="Choose a part or put the pointer on a place first; one of the spread parts will be there"
              onClick={row.anchorAtPart}
            >
              Anchor at {anchorPart?.name ?? 'the chosen part'}
            </Button>
            <Button size="small" onClick={() => setAnchorsMm([...anchorsMm, 0])}>
              Anchor at the start
            </Button>
          </div>
          {anchorsMm.map((mm, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: anchors are known by their order
            <div className="anchor" key={i}>
              <LengthField
                label={`Anchor ${i + 1}, along the line`}
                valueMm={mm}
                unit={unit}
                onChange={(next) => setAnchorsMm(anchorsMm.map((old, k) => (k === i ? next : old)))}
              />
              <button
                type="button"
                className="linkish quiet"
                aria-label={`Remove anchor ${i + 1}`}
                onClick={() => setAnchorsMm(anchorsMm.filter((_, k) => k !== i))}
              >
                remove
              </button>
            </div>
          ))}
        </>
      )}
      {poses !== null && !poses.ok && <p className="problem">{describeToMaker(poses.problem)}</p>}
      {poses?.ok === true && poses.value.length > 1 && (
        <p className="quiet">{`About ${formatLength(spaceOf(poses.value), unit)} from middle to middle.`}</p>
      )}
      {line === undefined && <p className="quiet">Choose the line they go along: then they can be placed.</p>}
      <div className="buttons">
        <Button size="small" type="primary" disabled={poses?.ok !== true} onClick={row.place}>
          Place {count}
        </Button>
        {isShown && (
          <Button size="small" onClick={() => setShown(false)}>
            Hide
          </Button>
        )}
        {!isShown && (
          <Button size="small" disabled={poses?.ok !== true} onClick={() => setShown(true)}>
            Show
          </Button>
        )}
      </div>
    </section>
  );
}

/** The usual distance between neighbours: the middle one of all of them. */
function spaceOf(poses: ReadonlyArray<{ readonly at: { readonly x: number; readonly y: number } }>): number {
  const spaces = poses
    .slice(1)
    .map((pose, i) => {
      const before = poses[i] as (typeof poses)[number];
      return Math.hypot(pose.at.x - before.at.x, pose.at.y - before.at.y);
    })
    .sort((a, b) => a - b);
  return spaces[Math.floor(spaces.length / 2)] ?? 0;
}
