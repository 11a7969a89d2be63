/** What a plan comes out as, in every form that a maker sees or takes away: to be held against what it came out as before. */
import { CheckSession } from '../checks/check-session.ts';
import { planNetlist } from '../formats/spice.ts';
import { stitchSvg } from '../formats/stitch-files.ts';
import { clothSvg } from '../formats/svg-export.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { smallLantern } from './plan-builder.ts';
import { editedAtRandom } from './random-edits.ts';
import { randomPiece } from './wired-pieces.ts';

/** One text for each form, by its name. */
export function writtenOutputs(plan: Plan): Readonly<Record<string, string>> {
  const findings = new CheckSession().update(plan);
  const netlist = planNetlist(plan);
  const { steps, gather, cautions } = sewingSheet(plan);
  return {
    // Which panel a finding lies on was not said before there were panels.
    findings: JSON.stringify(findings.map(({ panelId: _panel, ...finding }) => finding)),
    // Nor under which panel a step stands.
    sheet: JSON.stringify({
      steps: steps.map(({ heading: _heading, cloth: _cloth, pieceId: _pieceId, ...step }) => step),
      gather,
      cautions,
    }),
    netlist: netlist.ok ? netlist.value : netlist.problem.code,
    cuts: JSON.stringify(
      cutPieces(plan).map(({ id, cutMm, lengthsMm, loops }) => ({ id, cutMm, lengthsMm, loops })),
    ),
    svg: panelsOf(plan)
      .map((panel) => `${clothSvg(plan, panel)}${stitchSvg(plan, panel)}`)
      .join(''),
  };
}

/** 50 plans of all sorts: pieces with every part of the drawer, and lanterns after many edits. */
export function plansToWrite(): ReadonlyMap<string, Plan> {
  const plans = new Map<string, Plan>();
  for (let seed = 1; seed <= 35; seed += 1) plans.set(`piece ${seed}`, randomPiece(seed));
  for (let seed = 1; seed <= 15; seed += 1)
    plans.set(`edited ${seed}`, editedAtRandom(smallLantern().plan, seed, 40).plan);
  return plans;
}
