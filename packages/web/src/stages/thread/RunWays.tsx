import { distance } from '@sashiko/core/geometry/point';
import { nearestAlong } from '@sashiko/core/geometry/polyline';
import {
  joinRuns,
  reverseRun,
  SPLIT_WITHIN_MM,
  slideRun,
  splitRun,
} from '@sashiko/core/plan/edits/line-edits';
import { addPatch } from '@sashiko/core/plan/edits/patch-edits';
import { runName } from '@sashiko/core/plan/edits/run-edits';
import { holeName } from '@sashiko/core/plan/hole-names';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { thoseOn } from '@sashiko/core/plan/panels';
import { holeKey, holePoint } from '@sashiko/core/plan/placed';
import type { HoleRef, Run } from '@sashiko/core/plan/records';
import { runPath } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { crossingsOf, patchFor } from '@sashiko/core/spacing/patches';
import { Button } from 'antd';
import { useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

/** Where a run goes as a whole: turned round, slid aside, split, joined, carried over another. */
export function RunWays({ plan, run }: { readonly plan: Plan; readonly run: Run }) {
  const commit = usePlanStore((state) => state.commit);
  const [byMm, setByMm] = useState(5);
  const passed = holesPassed(plan, run);
  const neighbours = Object.values(plan.runs).filter((other) => other.id !== run.id && meets(run, other));
  const crossed = Object.values(plan.runs).flatMap((other) => {
    const crossing = other.id === run.id || meets(run, other) ? undefined : crossingsOf(plan, other, run)[0];
    return crossing === undefined ? [] : [{ other, crossing }];
  });
  return (
    <details className="more">
      <summary>Where it goes</summary>
      <div className="buttons">
        <Button size="small" onClick={() => commit(reverseRun(plan, run.id))}>
          Sew it the other way round
        </Button>
      </div>
      <LengthField label="Slide aside by" valueMm={byMm} unit={plan.habits.unit} onChange={setByMm} />
      <div className="buttons">
        <Button size="small" onClick={() => commit(slideRun(plan, run.id, -byMm))}>
          To its left
        </Button>
        <Button size="small" onClick={() => commit(slideRun(plan, run.id, byMm))}>
          To its right
        </Button>
      </div>
      {passed.length > 0 && (
        <OptionSelect
          aria-label="Split it at a hole"
          placeholder="Split it at a hole it passes"
          value={null}
          options={passed.map((hole) => ({ value: holeKey(hole), label: holeName(plan, hole) }))}
          onChange={(key) => {
            const hole = passed.find((one) => holeKey(one) === key);
            if (hole !== undefined) commit(splitRun(plan, run.id, hole));
          }}
        />
      )}
      {neighbours.length > 0 && (
        <OptionSelect
          aria-label="Join it with another run"
          placeholder="Make one run with"
          value={null}
          options={neighbours.map((other) => ({ value: other.id, label: runName(plan, other) }))}
          onChange={(id) => {
            if (id !== null) commit(joinRuns(plan, run.id, id));
          }}
        />
      )}
      {crossed.length > 0 && (
        <OptionSelect
          aria-label="Carry it over another run on a patch"
          placeholder="Carry it on a patch over"
          value={null}
          options={crossed.map(({ other }) => ({ value: other.id, label: runName(plan, other) }))}
          onChange={(id) => {
            const found = crossed.find(({ other }) => other.id === id);
            if (found !== undefined) commit(addPatch(plan, patchFor(plan, found.other, run, found.crossing)));
          }}
        />
      )}
    </details>
  );
}

/** Whether two runs end in one hole, so that they can be joined to one. */
function meets(a: Run, b: Run): boolean {
  const ends = [holeKey(b.from), holeKey(b.to)];
  return ends.includes(holeKey(a.from)) || ends.includes(holeKey(a.to));
}

/** The holes a run passes near enough to be split there. */
function holesPassed(plan: Plan, run: Run): readonly HoleRef[] {
  if (run.passes !== undefined) return [];
  const path = runPath(plan, run);
  const ends = [holeKey(run.from), holeKey(run.to)];
  return thoseOn(plan.parts, run.panelId).flatMap((part) =>
    kindOf(plan, part).holes.flatMap((hole) => {
      const ref = { partId: part.id, holeId: hole.id };
      if (!hole.plated || ends.includes(holeKey(ref))) return [];
      const at = holePoint(plan, ref);
      return distance(nearestAlong(path, at).at, at) > SPLIT_WITHIN_MM ? [] : [ref];
    }),
  );
}
