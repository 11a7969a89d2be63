/** Plans as large as plans may be, each at another limit. */

import type { Marking, MarkingUse } from '../cloth/cloth.ts';
import { clothBox } from '../cloth/cloth.ts';
import type { CurveNode } from '../geometry/curve.ts';
import { panelOf, withPanel } from '../plan/panels.ts';
import type { Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { gridPlan } from './grid-plan.ts';

/** 2,001 parts and 5,000 runs: rows of lights, and further lines beside those of the first rows. */
function manyParts(): Plan {
  const plan = gridPlan(40, 50);
  const lines = Object.values(plan.runs);
  const runs: Record<string, Run> = { ...plan.runs };
  for (const [i, run] of lines.slice(0, 5000 - lines.length).entries()) {
    const id = `r${plan.nextNumber + i}`;
    runs[id] = { ...run, id, lines: 2 };
  }
  return { ...plan, runs, nextNumber: plan.nextNumber + 5000 };
}

/** An outline of 2,000 nodes in 20,000 corners. */
function fineOutline(): Plan {
  const plan = gridPlan(10, 50);
  const { widthMm, heightMm } = clothBox(panelOf(plan));
  const waves = 1990;
  const top = Array.from({ length: waves }, (_, i): CurveNode => {
    const x = (widthMm * i) / (waves - 1);
    return {
      at: { x, y: 0 },
      ...(i === 0 ? {} : { before: { x: x - widthMm / waves / 3, y: -1.6 } }),
      ...(i === waves - 1 ? {} : { after: { x: x + widthMm / waves / 3, y: -1.6 } }),
    };
  });
  const nodes = [...top, { at: { x: widthMm, y: heightMm } }, { at: { x: 0, y: heightMm } }];
  return withPanel(plan, { shape: { kind: 'drawn', nodes } });
}

/** 500 areas of all uses among 2,000 lights, with about 58,000 corners. */
function manyAreas(): Plan {
  const plan = gridPlan(40, 50);
  const uses: readonly MarkingUse[] = ['mark', 'opening', 'keep-out', 'window', 'reach'];
  const corners = 116;
  const markings: Record<string, Marking> = {};
  for (let i = 0; i < 500; i += 1) {
    const middle = { x: 40 + (i % 25) * 80, y: 40 + Math.floor(i / 25) * 118 };
    const nodes = Array.from({ length: corners }, (_, k) => {
      const angle = (2 * Math.PI * k) / corners;
      return { at: { x: middle.x + 20 * Math.cos(angle), y: middle.y + 20 * Math.sin(angle) } };
    });
    const id = `m${i + 1}`;
    markings[id] = { id, use: uses[i % uses.length] as MarkingUse, name: `area ${i}`, closed: true, nodes };
  }
  return withPanel(plan, { markings });
}

/** 50,000 bends in 100 of 4,000 lines, side by side; curved, nearly 300,000 stitches together. */
function manyBends(curved: boolean): Plan {
  const plan = gridPlan(40, 50);
  const runs: Record<string, Run> = {};
  for (const [i, run] of Object.values(plan.runs).entries()) {
    const bends = Array.from({ length: 500 }, (_, k) => ({ x: 100 + 15 * i + (k % 2), y: 40 + k * 3 }));
    const more = curved ? { curved: true as const, lines: 2, stitchMm: 3, gapMm: 3 } : {};
    runs[run.id] = i >= 100 ? run : { ...run, bends, ...more };
  }
  return { ...plan, runs };
}

export const LIMIT_PLANS: Readonly<Record<string, () => Plan>> = {
  'parts and runs': manyParts,
  'outline corners': fineOutline,
  'areas and their corners': manyAreas,
  bends: () => manyBends(false),
  curves: () => manyBends(true),
};
