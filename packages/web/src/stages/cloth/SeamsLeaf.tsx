import { edgesOf } from '@sashiko/core/cloth/outline-places';
import { changeSeam, deleteSeam, sewTogether } from '@sashiko/core/plan/edits/seam-edits';
import { hasSeveralPanels, panelsOf } from '@sashiko/core/plan/panels';
import type { Seam } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import {
  type FreeEdge,
  matchingEdges,
  type SideName,
  seamLengths,
  seamLetter,
  tubeSizes,
} from '@sashiko/core/plan/seams';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Checkbox } from 'antd';
import { useEffect } from 'react';
import { edgeWords, putEdgesDown, takeEdges } from '../../canvas/seam-tool.ts';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

/** Edges that are sewn together: what goes into them stays free, and the sheet says when they are sewn. */
export function SeamsLeaf() {
  const plan = useShownPlan();
  const panel = usePanelInHand(plan);
  const seams = Object.values(plan.seams);
  const pair = matchingEdges(plan, panel);
  const isChoosing = useViewStore((state) => state.tool.kind === 'seam');
  // With the panel the edges are put down.
  useEffect(
    () => () => {
      if (useViewStore.getState().tool.kind === 'seam') putEdgesDown();
    },
    [],
  );
  const add = (): void => {
    if (pair === null) return;
    usePlanStore.getState().commit(sewTogether(currentPlan(), ...pair));
  };
  return (
    <>
      <section>
        <h2>Sewn together</h2>
        {seams.length === 0 && (
          <p className="quiet">
            Two edges become one seam: of two panels, or of one as in a tube or a dart. The strip beyond the
            seam line stays free of parts and threads, and the sheet says when the seam is sewn.
          </p>
        )}
        <div className="buttons">
          <Button size="small" disabled={pair === null} onClick={add}>
            Sew two edges together
          </Button>
          {hasSeveralPanels(plan) && pair !== null && (
            <span className="quiet">
              {edgeWords(plan, pair[0])} on {edgeWords(plan, pair[1])}
            </span>
          )}
        </div>
        <div className="buttons">
          <Button
            size="small"
            type={isChoosing ? 'primary' : 'default'}
            aria-pressed={isChoosing}
            disabled={pair === null}
            onClick={() => (isChoosing ? putEdgesDown() : takeEdges())}
          >
            Choose two edges on the cloth
          </Button>
        </div>
        {pair === null && <p className="quiet">Every edge is in a seam; take one apart to sew another.</p>}
      </section>
      {seams.map((seam) => (
        <SeamCard key={seam.id} plan={plan} seam={seam} />
      ))}
    </>
  );
}

/** A seam by its letter: allowance, how it is pressed, when it is sewn. */
function SeamCard({ plan, seam }: { readonly plan: Plan; readonly seam: Seam }) {
  const { unit } = plan.habits;
  const letter = seamLetter(plan, seam.id);
  const change = (changes: Partial<Omit<Seam, 'id'>>): void => {
    usePlanStore.getState().commit(changeSeam(currentPlan(), seam.id, changes));
  };
  const { aMm, bMm, ease } = seamLengths(plan, seam);
  const tube = tubeSizes(plan, seam);
  return (
    <section aria-label={`Seam ${letter}`}>
      <h2>Seam {letter}</h2>
      <EdgeChoice
        label="One edge"
        plan={plan}
        seam={seam}
        side="a"
        onChange={(edge) => change({ a: edge })}
      />
      <EdgeChoice
        label="The other"
        plan={plan}
        seam={seam}
        side="b"
        onChange={(edge) => change({ b: { ...edge, reversed: seam.b.reversed } })}
      />
      <p className="quiet">
        {formatLength(aMm, unit)} on {formatLength(bMm, unit)} along the seam line
        {ease > 0.0005 && `: ${Math.round(1000 * ease) / 10} % to ease in`}.
      </p>
      {tube !== null && (
        <p className="quiet">
          A tube {formatLength(tube.girthMm, unit, 0)} round: {formatLength(tube.flatMm, unit, 0)} wide lying
          flat, {formatLength(tube.acrossMm, unit, 0)} across when it is stuffed round.
        </p>
      )}
      <LengthField
        label="Allowance"
        valueMm={seam.allowanceMm}
        unit={unit}
        onChange={(allowanceMm) => change({ allowanceMm })}
      />
      <Choice
        label="Pressed"
        value={seam.pressed}
        options={[
          { value: 'open', label: 'open' },
          { value: 'to-a', label: 'to the one edge' },
          { value: 'to-b', label: 'to the other' },
          { value: 'none', label: 'not at all' },
        ]}
        onChange={(pressed) => change({ pressed })}
      />
      <Choice
        label="Sewn"
        value={seam.sewn}
        options={[
          { value: 'before', label: 'before the circuit' },
          { value: 'after', label: 'after it' },
        ]}
        onChange={(sewn) => change({ sewn })}
      />
      <Checkbox
        checked={seam.b.reversed}
        onChange={(event) => change({ b: { ...seam.b, reversed: event.target.checked } })}
      >
        The other edge lies end for end, right sides together
      </Checkbox>
      <div className="buttons">
        <Button
          size="small"
          danger
          onClick={() => usePlanStore.getState().commit(deleteSeam(currentPlan(), seam.id))}
        >
          Take it apart
        </Button>
      </div>
    </section>
  );
}

/** One of the edges from corner to corner; an edge that ends elsewhere is listed as it is. */
function EdgeChoice({
  label,
  plan,
  seam,
  side,
  onChange,
}: {
  readonly label: string;
  readonly plan: Plan;
  readonly seam: Seam;
  readonly side: SideName;
  readonly onChange: (edge: FreeEdge) => void;
}) {
  const { panelId, from, to } = seam[side];
  const now = { panelId, from, to };
  const edges = panelsOf(plan).flatMap(({ id, shape }) =>
    edgesOf(shape).map((edge): FreeEdge => ({ ...edge, panelId: id })),
  );
  const keyOf = (edge: FreeEdge): string => `${edge.panelId} ${edge.from} ${edge.to}`;
  const all = edges.some((edge) => keyOf(edge) === keyOf(now)) ? edges : [now, ...edges];
  return (
    <Choice
      label={label}
      value={keyOf(now)}
      options={all.map((edge) => ({ value: keyOf(edge), label: edgeWords(plan, edge) }))}
      onChange={(key) => {
        const edge = all.find((one) => keyOf(one) === key);
        if (edge !== undefined) onChange(edge);
      }}
    />
  );
}
