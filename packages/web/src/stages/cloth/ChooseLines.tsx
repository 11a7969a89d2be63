import type { MarkingUse } from '@sashiko/core/cloth/cloth';
import { pathData } from '@sashiko/core/formats/svg-export';
import type { SvgDrawing } from '@sashiko/core/formats/svg-import';
import type { SvgLine } from '@sashiko/core/formats/svg-shapes';
import { flattenCurve } from '@sashiko/core/geometry/curve';
import { boundsOf, polygonContains, signedAreaMm2 } from '@sashiko/core/geometry/polygon';
import { importLines } from '@sashiko/core/plan/edits/import-lines';
import { formatLength } from '@sashiko/core/units/length';
import { useState } from 'react';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { LongList } from '../../ui/LongList.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { USES } from './uses.ts';

type Use = MarkingUse | 'outline' | 'none';

/** A closed line that lies in no other is a panel from this share of the largest on; smaller ones are crumbs. */
const PANEL_SHARE = 0.05;

/** Closed lines that lie in no other are most likely outlines of panels; the others are marks until the maker says otherwise. */
function firstGuess(lines: readonly SvgLine[]): readonly Use[] {
  const closed = lines.map((line) => (line.closed ? flattenCurve(line.nodes, true) : null));
  const areas = closed.map((points) => (points === null ? 0 : Math.abs(signedAreaMm2(points))));
  const largest = Math.max(...areas);
  return closed.map((points, i): Use => {
    const [first] = points ?? [];
    const isWithin =
      first !== undefined &&
      closed.some(
        (other, k) =>
          other !== null && k !== i && (areas[k] ?? 0) > (areas[i] ?? 0) && polygonContains(other, first),
      );
    return largest > 0 && points !== null && !isWithin && (areas[i] ?? 0) >= PANEL_SHARE * largest
      ? 'outline'
      : 'mark';
  });
}

/** What a line of a file can become. */
const CHOICES: ReadonlyArray<{ readonly value: Use; readonly label: string }> = [
  { value: 'outline', label: 'Outline' },
  ...USES.map(({ id, title }) => ({ value: id, label: title })),
  { value: 'none', label: 'Leave out' },
];

/** The lines of a file, with a guess what each is; nothing is taken before the maker says so. */
export function ChooseLines({
  drawing,
  onDone,
}: {
  readonly drawing: SvgDrawing;
  readonly onDone: () => void;
}) {
  const plan = useShownPlan();
  const [uses, setUses] = useState(() => firstGuess(drawing.lines));
  const [hovered, setHovered] = useState<number | null>(null);
  const [left, top, right, bottom] = boundsOf(
    drawing.lines.flatMap((line) => flattenCurve(line.nodes, line.closed)),
  );
  const room = Math.max(right - left, bottom - top) * 0.05 + 1;
  const { unit } = plan.habits;
  // Lines are known by their place in the file.
  const numbered = drawing.lines.map(({ name }, i) => ({ key: `svg-line-${i}`, name }));
  const setUse = (index: number, use: Use): void => setUses(uses.map((old, i) => (i === index ? use : old)));
  const panels = uses.filter((use) => use === 'outline').length;
  const take = (): void => {
    const chosen = drawing.lines.map((line, i) => ({ ...line, use: uses[i] ?? 'none' }));
    if (
      usePlanStore
        .getState()
        .commit(importLines(currentPlan(), chosen, { panelId: panelInHand(currentPlan()).id }))
    )
      onDone();
  };
  return (
    <Dialog
      open
      title="Lines of the file"
      okText="Take them"
      cancelText="Leave it"
      onOk={take}
      onCancel={onDone}
      width={860}
    >
      <div className="svg-import">
        <svg
          viewBox={`${left - room} ${top - room} ${right - left + 2 * room} ${bottom - top + 2 * room}`}
          aria-hidden="true"
        >
          {drawing.lines.map((line, i) => (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: lines are known by their place in the file
              key={i}
              d={pathData(line.nodes, line.closed)}
              className={`${uses[i] ?? 'none'}${hovered === i ? ' hovered' : ''}`}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
        <div>
          <p className="quiet">
            {`${drawing.lines.length} ${drawing.lines.length === 1 ? 'line' : 'lines'}, ${formatLength(right - left, unit, 0)} × ${formatLength(bottom - top, unit, 0)}.`}
            {drawing.leftOut.length > 0 &&
              ` Left out, because they are no lines: ${drawing.leftOut.join(', ')}.`}
            {panels > 1 && ` ${panels} outlines: each becomes a panel, with the lines that lie in it.`}
          </p>
          <div className="own-scroll">
            <LongList items={numbered} keyOf={({ key }) => key} aboutPx={39} lines="line-list">
              {({ key, name }, i) => (
                <li
                  key={key}
                  data-index={i}
                  onPointerEnter={() => setHovered(i)}
                  onPointerLeave={() => setHovered(null)}
                >
                  <span id={key}>{name}</span>
                  <OptionSelect
                    size="small"
                    aria-labelledby={key}
                    value={uses[i] ?? 'none'}
                    options={CHOICES}
                    onChange={(use: Use) => setUse(i, use)}
                    onFocus={() => setHovered(i)}
                  />
                </li>
              )}
            </LongList>
          </div>
        </div>
      </div>
    </Dialog>
  );
}
